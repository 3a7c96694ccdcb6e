import { Box, CloseButton, Dialog, Flex, Portal } from "@chakra-ui/react";

type Props = { keys: readonly (readonly [key: string, what: string])[]; open: boolean; onClose: () => void };

/** The keys of a screen. */
export function Keys({ keys, open, onClose }: Props) {
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
              {keys.map(([key, what]) => (
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
