import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** What the lines below it in the dock have in common. */
export function Heading({ children }: { children: ReactNode }) {
  return (
    <Box as="h3" textStyle="label" borderTopWidth="1px" borderColor="line" mt="16px" pt="12px" mb="-4px">
      {children}
    </Box>
  );
}
