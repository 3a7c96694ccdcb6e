import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** One of the panels of the tray. */
export function Panel({ heading, note, children }: { heading: string; note?: ReactNode; children: ReactNode }) {
  return (
    <Box
      px="16px"
      py="11px"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderTopWidth={{ base: "1px", lg: "0" }}
      borderColor="line"
      _first={{ borderLeftWidth: 0, borderTopWidth: 0 }}
      minW="0"
      overflowX="hidden"
      overflowY="auto"
    >
      <Flex textStyle="label" justify="space-between" mb="6px" gap="8px">
        <Box as="h2" truncate title={heading}>
          {heading}
        </Box>
        <Box fontWeight="400" flex="none">
          {note}
        </Box>
      </Flex>
      {children}
    </Box>
  );
}
