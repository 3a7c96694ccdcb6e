import { Box } from "@chakra-ui/react";

type TicksProps = {
  label: string;
  items: readonly { key: string; label: string; note?: string }[];
  ticked: readonly string[];
  onChange: (ticked: string[]) => void;
  autoFocus?: boolean;
};

/** Several of many. */
export function Ticks({ label, items, ticked, onChange, autoFocus }: TicksProps) {
  const on = new Set(ticked);
  return (
    <Box
      as="fieldset"
      mb="12px"
      borderWidth="1px"
      borderColor="control"
      borderRadius="6px"
      bg="card"
      maxH="190px"
      overflowY="auto"
    >
      <Box as="legend" textStyle="label" mb="4px" float="left" w="100%" px="10px" pt="6px">
        {label}
      </Box>
      {items.map((item, i) => (
        <Box
          as="label"
          key={item.key}
          display="flex"
          gap="8px"
          px="10px"
          py="3px"
          clear="both"
          cursor="pointer"
          _hover={{ bg: "amberWash" }}
        >
          <input
            type="checkbox"
            // biome-ignore lint/a11y/noAutofocus: what opens a list moves the focus into it
            autoFocus={autoFocus && i === 0}
            checked={on.has(item.key)}
            onChange={(event) =>
              onChange(event.target.checked ? [...ticked, item.key] : ticked.filter((key) => key !== item.key))
            }
          />
          <Box flex="1" overflowWrap="anywhere">
            {item.label}
          </Box>
          <Box color="quiet" textStyle="small">
            {item.note}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
