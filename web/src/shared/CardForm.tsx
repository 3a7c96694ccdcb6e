import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Button } from "./Button";

type Props = {
  width?: string;
  children: ReactNode;
  /** The other way out, at the left of the foot. */
  other: { words: string; act: () => void; off?: boolean };
  /** What submits says. */
  done: string;
  ready: boolean;
  onDone: () => void;
};

/** What a card asks, with two ways out at its foot. Enter submits. */
export function CardForm({ width, children, other, done, ready, onDone }: Props) {
  return (
    <Box
      as="form"
      w={width}
      p="12px"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) onDone();
      }}
    >
      {children}
      <Flex justify="space-between" mt="12px">
        <Button size="sm" variant="plain" disabled={other.off} onClick={other.act}>
          {other.words}
        </Button>
        <Button size="sm" variant="lead" type="submit" disabled={!ready}>
          {done}
        </Button>
      </Flex>
    </Box>
  );
}
