import { Box } from "@chakra-ui/react";

/** Around the whole screen while a file is held over it. */
export function DropFrame() {
  return <Box position="fixed" inset="0" borderWidth="4px" borderColor="amber" pointerEvents="none" zIndex={10} />;
}
