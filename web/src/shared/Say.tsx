import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { Button } from "./Button";

type Refusing = { sentence: string; onClose?: () => void; again?: { name: string; act: () => void } | null };

/** A refusal, where it happened: the sentence, what would cure it, and a way to put it away unless it stands as long as its cause does. */
export function Refused({ sentence, onClose, again }: Refusing) {
  return (
    <Flex
      role="alert"
      align="center"
      gap="8px"
      bg="alarmWash"
      color="alarm"
      borderLeftWidth="3px"
      borderColor="alarm"
      px="12px"
      py="8px"
    >
      <Box flex="1" overflowWrap="anywhere">
        {sentence}
      </Box>
      {again && (
        <Button size="sm" variant="plain" onClick={again.act}>
          {again.name}
        </Button>
      )}
      {onClose && <CloseButton size="2xs" color="alarm" onClick={onClose} aria-label="Put the message away" />}
    </Flex>
  );
}

type Both = { sentence: string; onMine: (() => void) | null; onTheirs: () => void };

/** A change that others were quicker than: what they did is shown already, and one's own can still be laid on top. */
export function Overtaken({ sentence, onMine, onTheirs }: Both) {
  return (
    <Flex
      role="alert"
      align="center"
      gap="8px"
      bg="amberWash"
      color="ink"
      borderLeftWidth="3px"
      borderColor="amberLine"
      px="12px"
      py="8px"
    >
      <Box flex="1" overflowWrap="anywhere">
        {sentence}
      </Box>
      {onMine && (
        <Button size="sm" variant="dark" autoFocus onClick={onMine}>
          Lay mine on top
        </Button>
      )}
      <Button size="sm" variant="plain" autoFocus={!onMine} onClick={onTheirs}>
        {onMine ? "Take theirs" : "All right"}
      </Button>
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
