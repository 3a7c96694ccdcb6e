import { Box } from "@chakra-ui/react";

/** Stands below a field that has what was typed before a reload. */
export function Drafted() {
  return (
    <Box role="status" textStyle="small" fontWeight="400" color="quiet" bg="card" mt="3px">
      Not saved yet: Enter saves it, Escape leaves it.
    </Box>
  );
}
