import { Box, CloseButton, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Button } from "./Button";

type Refusing = { sentence: string; onClose?: () => void; again?: { name: string; act: () => void } | null };

/** A refusal, where it happened: the sentence, what would cure it, and a way to put it away unless it stands as long as its cause does. */
export function Refused({ sentence, onClose, again }: Refusing) {
  return (
    <Strip wash="alarmWash" ink="alarm" edge="alarm">
      <Box flex="1" overflowWrap="anywhere">
        {sentence}
      </Box>
      {again && (
        <Button size="sm" variant="plain" onClick={again.act}>
          {again.name}
        </Button>
      )}
      {onClose && <CloseButton size="2xs" color="alarm" onClick={onClose} aria-label="Close the message" />}
    </Strip>
  );
}

type Both = { sentence: string; onMine: (() => void) | null; onTheirs: () => void };

/** A change that others were quicker than: what they did is shown already, and one's own can still be laid on top. */
export function Overtaken({ sentence, onMine, onTheirs }: Both) {
  return (
    <Strip wash="amberWash" ink="ink" edge="amberLine">
      <Box flex="1" overflowWrap="anywhere">
        {sentence}
      </Box>
      {onMine && (
        <Button size="sm" variant="dark" autoFocus onClick={onMine}>
          Apply mine
        </Button>
      )}
      <Button size="sm" variant="plain" autoFocus={!onMine} onClick={onTheirs}>
        {onMine ? "Keep theirs" : "OK"}
      </Button>
    </Strip>
  );
}

/** A strip across the place that it is about. */
function Strip({ wash, ink, edge, children }: { wash: string; ink: string; edge: string; children: ReactNode }) {
  return (
    <Flex
      role="alert"
      align="center"
      gap="8px"
      bg={wash}
      color={ink}
      borderLeftWidth="3px"
      borderColor={edge}
      px="12px"
      py="8px"
    >
      {children}
    </Flex>
  );
}

/** Words for assistive technology that are not seen, such as "Picture copied". */
export function Announced({ children }: { children: string }) {
  return (
    <Box role="status" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
      {children}
    </Box>
  );
}
