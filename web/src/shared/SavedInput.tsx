import { Input, type InputProps } from "@chakra-ui/react";
import { useEffect, useState } from "react";

type Props = Omit<InputProps, "value" | "onChange" | "onBlur" | "onKeyDown"> & {
  value: string;
  /** Whether what is typed can be saved; what cannot is marked and stays until it is put right. */
  fits?: (text: string) => boolean;
  onDone: (text: string) => void;
};

/** A line of text saved when it is left or on Enter; Escape puts back what stood there. */
export function SavedInput({ value, fits = () => true, onDone, ...look }: Props) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const done = () => text !== value && fits(text) && onDone(text);
  return (
    <Input
      bg="card"
      borderColor={fits(text) ? "control" : "alarm"}
      {...look}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === "Enter") done();
        if (event.key === "Escape") setText(value);
      }}
    />
  );
}
