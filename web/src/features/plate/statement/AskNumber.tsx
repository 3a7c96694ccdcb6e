import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { Button } from "../../../shared/Button";

type Props = {
  words: string;
  label: string;
  start: number;
  /** What the button says. */
  done: string;
  from?: number;
  to?: number;
  onDone: (number: number) => void;
};

/** A number asked for in a card. */
export function AskNumber({
  words,
  label,
  start,
  done,
  from = Number.NEGATIVE_INFINITY,
  to = Number.POSITIVE_INFINITY,
  onDone,
}: Props) {
  const [text, setText] = useState(String(start));
  const number = Number(text.trim().replace("−", "-"));
  const fits = text.trim() !== "" && Number.isFinite(number) && number >= from && number <= to;
  return (
    <Flex
      as="form"
      p="12px"
      gap="10px"
      align="center"
      onSubmit={(event) => {
        event.preventDefault();
        if (fits) onDone(number);
      }}
    >
      <Box>{words}</Box>
      <Input
        size="sm"
        w="90px"
        autoFocus
        aria-label={label}
        borderColor={fits ? "control" : "alarm"}
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setText(event.target.value)}
      />
      <Button variant="lead" size="sm" type="submit" disabled={!fits}>
        {done}
      </Button>
    </Flex>
  );
}
