import { chakra, Input } from "@chakra-ui/react";
import { useState } from "react";
import { TrailEnd } from "../../shared/Bar";

/** The table's name, written where it stands. Enter keeps it, Escape leaves it as it was. */
export function TableName({ name, onRename }: { name: string; onRename: (name: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  if (text === null) {
    return (
      <TrailEnd>
        <chakra.button
          type="button"
          title="Rename the table"
          cursor="pointer"
          _hover={{ textDecoration: "underline" }}
          onClick={() => setText(name)}
        >
          {name}
        </chakra.button>
      </TrailEnd>
    );
  }
  const done = () => {
    setText(null);
    if (text.trim() && text.trim() !== name) onRename(text.trim());
  };
  return (
    <Input
      size="xs"
      w="240px"
      autoFocus
      aria-label="Name of the table"
      maxLength={200}
      color="onBar"
      borderColor="barEdge"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onFocus={(event) => event.target.select()}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === "Enter") done();
        if (event.key === "Escape") setText(null);
      }}
    />
  );
}
