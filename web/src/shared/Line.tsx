import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A line of the dock: what it is, and the control for it. */
export function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex align="center" justify="space-between" gap="10px" mt="12px">
      <Box color="quiet" flex="none" w="80px">
        {label}
      </Box>
      <Box flex="1">{children}</Box>
    </Flex>
  );
}
