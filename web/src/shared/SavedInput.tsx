import { Box, Input, type InputProps } from "@chakra-ui/react";
import { useEffect, useId, useLayoutEffect, useRef, useState } from "react";
import { Drafted } from "./Drafted";
import { useDraft } from "./useDraft";

type Props = Omit<InputProps, "value" | "onChange" | "onBlur" | "onKeyDown"> & {
  value: string;
  /** What can be typed, as a sentence, where this text is none of it: it is told below the field, and the text stays to be put right. */
  wrong?: (text: string) => string | null;
  onDone: (text: string) => void;
};

/** The width of what is told below a field, and the room it keeps to the edge of the screen. */
const TOLD = 180;
const ROOM = 16;

/** A line of text saved when it is left or on Enter; Escape puts back what stood there. */
export function SavedInput({ value, wrong = () => null, onDone, w, ...look }: Props) {
  const id = useId();
  const { text, type, leave, drafted } = useDraft(look["aria-label"] ?? look.placeholder ?? "", value);
  /** What was told last: leaving the field behind Enter tells nothing twice. */
  const told = useRef(value);
  useEffect(() => {
    told.current = value;
  }, [value]);
  const sentence = wrong(text);
  const field = useRef<HTMLDivElement>(null);
  const [side, setSide] = useState<"insetInlineStart" | "insetInlineEnd">("insetInlineStart");
  useLayoutEffect(() => {
    if (!sentence || !field.current) return;
    const fits = field.current.getBoundingClientRect().left + TOLD + ROOM <= window.innerWidth;
    setSide(fits ? "insetInlineStart" : "insetInlineEnd");
  }, [sentence]);
  const done = () => {
    if (text === told.current || sentence) return;
    told.current = text;
    leave();
    if (text !== value) onDone(text);
  };
  return (
    <Box ref={field} position="relative" w={w ?? "100%"} flex={w ? "none" : "1"} minW="0">
      <Input
        bg="card"
        borderColor={sentence ? "alarm" : "control"}
        aria-invalid={sentence ? true : undefined}
        aria-describedby={sentence ? id : undefined}
        {...look}
        value={text}
        onChange={(event) => type(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => {
          if (event.key === "Enter") done();
          if (event.key === "Escape") type(value);
        }}
      />
      {drafted && !sentence && <Drafted />}
      {sentence && (
        <Box
          id={id}
          role="alert"
          position="absolute"
          zIndex="1"
          top="calc(100% + 3px)"
          {...{ [side]: "0" }}
          w="max-content"
          maxW={`${TOLD}px`}
          px="8px"
          py="4px"
          textStyle="small"
          textAlign="start"
          bg="alarmWash"
          color="alarm"
          borderWidth="1px"
          borderColor="alarm"
          borderRadius="5px"
        >
          {sentence}
        </Box>
      )}
    </Box>
  );
}
