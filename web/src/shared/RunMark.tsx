import { Box, Flex } from "@chakra-ui/react";
import type { Run } from "../api/client";

/** Of each end of a run its word, and its mark beside it: nothing is told by color alone. */
const MARKS: Record<Run["state"], readonly [word: string, mark: string, ink: string]> = {
  waiting: ["waits", "…", "quiet"],
  running: ["runs", "…", "quiet"],
  made: ["made", "✓", "leaf"],
  held: ["held", "✕", "alarm"],
  same: ["nothing new", "=", "quiet"],
  failed: ["failed", "!", "alarm"],
  cut: ["cut off", "~", "quiet"],
};

export function RunMark({ state, dry, w = "auto" }: { state: Run["state"]; dry: boolean; w?: string }) {
  const [word, mark, ink] = MARKS[state];
  return (
    <Flex w={w} flex="none" gap="8px" align="baseline" color={ink}>
      <Box aria-hidden="true" fontWeight="600" w="12px" textAlign="center">
        {mark}
      </Box>
      <Box fontWeight="600">
        {word}
        {dry && (
          <Box color="quiet" fontWeight="400" textStyle="small">
            tried
          </Box>
        )}
      </Box>
    </Flex>
  );
}
