import { Box, Dialog, Flex } from "@chakra-ui/react";
import { Sheet } from "./Sheet";

type Props = { keys: readonly (readonly [key: string, what: string])[]; open: boolean; onClose: () => void };

/** The keys of a screen. */
export function Keys({ keys, open, onClose }: Props) {
  return (
    <Sheet heading="Keys" open={open} onClose={onClose} width="560px">
      <Dialog.Body pb="20px" textStyle="base">
        {keys.map(([key, what]) => (
          <Flex key={key} py="5px" gap="16px" borderTopWidth="1px" borderColor="line">
            <Box w="150px" flex="none" fontWeight="600">
              {key}
            </Box>
            <Box color="quiet">{what}</Box>
          </Flex>
        ))}
      </Dialog.Body>
    </Sheet>
  );
}
