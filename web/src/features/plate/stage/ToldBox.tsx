import { Box } from "@chakra-ui/react";
import type { CSSProperties, ReactNode } from "react";

type Props = { name: string; at: CSSProperties; children: ReactNode };

/** What is told beside the pointer, over the page; readers are told elsewhere. */
export function ToldBox({ name, at, children }: Props) {
  return (
    <Box
      aria-hidden="true"
      data-testid={name}
      position="absolute"
      zIndex={4}
      pointerEvents="none"
      bg="bar"
      color="onBar"
      borderRadius="5px"
      px="9px"
      py="5px"
      textStyle="small"
      maxW="260px"
      w="max-content"
      boxShadow="list"
      style={at}
    >
      {children}
    </Box>
  );
}
