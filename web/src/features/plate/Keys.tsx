import { Box, CloseButton, Dialog, Flex, Portal } from "@chakra-ui/react";

const KEYS: readonly [string, string][] = [
  ["/", "Go to the statement; Tab walks its phrases, typing on one opens it"],
  ["Arrows", "Walk the cells, Page Up and Page Down ten rows, Home and End the row"],
  ["Ctrl Home, Ctrl End", "To the first cell, to the last"],
  ["Up, Down on a handle", "Move it a step, Page Up and Page Down ten; Enter to type the number"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Enter in a title", "Done; Shift Enter for a line break, Escape to leave it as it was"],
  ["Ctrl K", "Find any action by name"],
  ["?", "This list"],
];

export function Keys({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={(change) => !change.open && onClose()} placement="center">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="card" maxW="560px">
            <Dialog.Header>
              <Dialog.Title textStyle="heading">Keys</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="20px">
              {KEYS.map(([key, what]) => (
                <Flex key={key} py="5px" gap="16px" borderTopWidth="1px" borderColor="line">
                  <Box w="150px" flex="none" fontWeight="600">
                    {key}
                  </Box>
                  <Box color="quiet">{what}</Box>
                </Flex>
              ))}
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
