import { Box, Flex } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { inkOn } from "./ink";
import { counted } from "./numbers";

type SinceProps = { since: Schemas["SinceAnswer"]; several: boolean; none: string };

/** Cells that moved the most, each on the color it has now, and all else that changed in sentences. */
export function Since({ since: { is_one, moved, number, lines }, several, none }: SinceProps) {
  if (!is_one) return <Box color="quiet">{none}</Box>;
  if (!number && !lines.length) return <Box color="quiet">Nothing changed.</Box>;
  return (
    <>
      {lines.map((line) => (
        <Box key={line} mb="3px">
          {line}
        </Box>
      ))}
      {moved.map((move) => (
        <Flex key={`${move.plate} ${move.name}`} align="center" gap="8px" mb="4px">
          <Box
            flex="none"
            minW="46px"
            px="6px"
            textAlign="center"
            borderRadius="3px"
            fontVariantNumeric="tabular-nums"
            borderWidth="1px"
            borderColor="line"
            style={move.color ? { background: move.color, color: inkOn(move.color) } : undefined}
          >
            {move.now || "none"}
          </Box>
          <Box minW="0" overflowWrap="anywhere">
            {move.name}{" "}
            <Box as="span" color="quiet" textStyle="small">
              {move.before ? `${move.before} before` : "no value before"}
              {several ? `, ${move.plate}` : ""}
            </Box>
          </Box>
        </Flex>
      ))}
      {number > moved.length && <Box color="quiet">{counted(number - moved.length, "more cell")} moved less.</Box>}
    </>
  );
}
