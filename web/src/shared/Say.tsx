import { Box, CloseButton, Flex } from "@chakra-ui/react";

/** A refusal, where it happened: the sentence, and a way to put it away unless it stands as long as its cause does. */
export function Refused({ sentence, onClose }: { sentence: string; onClose?: () => void }) {
  return (
    <Flex
      role="alert"
      align="flex-start"
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
      {onClose && <CloseButton size="2xs" color="alarm" onClick={onClose} aria-label="Put the message away" />}
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
