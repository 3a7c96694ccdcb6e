import { Box, Flex } from "@chakra-ui/react";
import type { PlateLine } from "../../api/client";
import { Button } from "../../shared/Button";

type Props = {
  plates: readonly PlateLine[];
  /** Those that are left out. */
  left: ReadonlySet<number>;
  onLeft: (left: ReadonlySet<number>) => void;
};

/** Several plates of many, all of them at first. */
export function ChoosePlates({ plates, left, onLeft }: Props) {
  return (
    <>
      <Button size="sm" variant="plain" onClick={() => onLeft(new Set(left.size ? [] : plates.map(({ id }) => id)))}>
        {left.size ? "All" : "None"}
      </Button>
      <Box role="group" aria-label="Plates" mt="8px">
        {plates.map(({ id, title, problem }) => (
          <Flex as="label" key={id} align="center" gap="8px" py="3px" cursor="pointer">
            <input
              type="checkbox"
              checked={!left.has(id)}
              onChange={() =>
                onLeft(left.has(id) ? new Set([...left].filter((each) => each !== id)) : new Set([...left, id]))
              }
            />
            <Box flex="1" minW="0" truncate>
              {title}
            </Box>
            {problem && (
              <Box color="alarm" textStyle="small">
                cannot be drawn
              </Box>
            )}
          </Flex>
        ))}
      </Box>
    </>
  );
}
