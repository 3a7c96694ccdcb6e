import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { useView } from "../changes/view";

const HINTS = [
  "Click a phrase of the sentence above to change what is shown.",
  "Drag a handle of the scale at the right: the figure follows at once.",
  "Click a title, a head or the legend to change it where it stands.",
  "Right-click a cell, or press Enter on it, for what can be done with it.",
] as const;
const KEPT = "finch hints left";

/**
 * A few hints for who is here for the first time, one after the other; put away, they do not come back. `beside` is the room that is
 * taken at the right of them.
 */
export function Hints({ beside }: { beside: string }) {
  const [at, setAt] = useState(() => Number(remembered() ?? 0));
  const pointed = useView((view) => view.pointed);
  const hint = HINTS[at];
  if (!hint || pointed) return null;
  const go = (next: number) => {
    setAt(next);
    remember(String(next));
  };
  return (
    <Flex
      role="note"
      aria-label="Hint"
      // In the strip below the page, between the way of seeing and the size: it lies on nothing that is being made.
      position="absolute"
      bottom="0"
      left="172px"
      zIndex={5}
      align="center"
      gap="8px"
      h="24px"
      px="10px"
      maxW={`calc(100% - 180px - ${beside})`}
      bg="amberWash"
      borderTopRadius="5px"
      textStyle="small"
    >
      <Box truncate title={hint}>
        {hint}
      </Box>
      <Box
        as="button"
        minH="24px"
        px="6px"
        color="link"
        cursor="pointer"
        textDecoration="underline"
        whiteSpace="nowrap"
        onClick={() => go(at + 1)}
      >
        {at + 1 < HINTS.length ? "next" : "done"}
      </Box>
      <CloseButton size="2xs" aria-label="Hide the hints" onClick={() => go(HINTS.length)} />
    </Flex>
  );
}

/** Browsers may keep nothing for a page; then the hints come each time. */
function remembered(): string | null {
  try {
    return localStorage.getItem(KEPT);
  } catch {
    return null;
  }
}

function remember(at: string) {
  try {
    localStorage.setItem(KEPT, at);
  } catch {
    // nothing is lost but that the hints come again
  }
}
