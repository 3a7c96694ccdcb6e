import { Box, chakra, Flex } from "@chakra-ui/react";
import { CELL_LOOK } from "../../../api/vocabulary";
import { ColorInput } from "../../../shared/ColorInput";

type Props = { label: string; none: string; value: string | undefined; onDone: (color: string | undefined) => void };

/** A color, or none of its own. */
export function ColorField({ label, none, value, onDone }: Props) {
  return (
    <Flex align="center" gap="6px" minW="0">
      <ColorInput label={label} value={value ?? CELL_LOOK.light_ink} onDone={onDone} />
      {value ? (
        <chakra.button
          type="button"
          aria-label={`${label}: ${none}`}
          color="link"
          textStyle="small"
          cursor="pointer"
          onClick={() => onDone(undefined)}
        >
          take off
        </chakra.button>
      ) : (
        <Box color="quiet" textStyle="small">
          {none}
        </Box>
      )}
    </Flex>
  );
}
