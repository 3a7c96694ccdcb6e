import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { useAway } from "../api/steady";
import { Button } from "./Button";
import { useRemoved } from "./removing";

/** What was just removed, with a way back, until it is put away; or that the server does not answer. Over the foot of any screen. */
export function FootNotice() {
  const { removed, tell } = useRemoved();
  const away = useAway(({ away }) => away);
  const [working, setWorking] = useState(false);
  const undo = removed?.undo;

  async function back() {
    setWorking(true);
    await undo?.();
    setWorking(false);
  }

  return (
    <Flex
      role="status"
      position="fixed"
      left="50%"
      bottom="20px"
      transform="translateX(-50%)"
      w="max-content"
      maxW="min(640px, calc(100vw - 32px))"
      zIndex="toast"
    >
      {away && (
        <Box px="16px" py="10px" bg="bar" color="onBar" borderRadius="8px" boxShadow="list">
          The server does not answer. What you did is sent again until it does.
        </Box>
      )}
      {removed && !away && (
        <Flex align="center" gap="12px" px="16px" py="10px" bg="bar" color="onBar" borderRadius="8px" boxShadow="list">
          <Box flex="1" overflowWrap="anywhere">
            {removed.sentence}
          </Box>
          {undo && (
            <Button size="sm" variant="dark" borderColor="onBarQuiet" disabled={working} onClick={() => void back()}>
              Undo
            </Button>
          )}
          <CloseButton size="2xs" color="onBar" aria-label="Close the message" onClick={() => tell(null)} />
        </Flex>
      )}
    </Flex>
  );
}
