import { Box, Flex } from "@chakra-ui/react";
import type { Recipe } from "../../../api/client";
import { Line } from "../../../shared/Line";
import { SavedInput } from "../../../shared/SavedInput";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";

type Look = NonNullable<NonNullable<Recipe["cells"]>["number"]>;
type Props = { number: Look; percent: boolean; signed?: boolean; onChange: (number: Look) => void };

const MARKS = ["1,234.5", "1.234,5", "1 234,5", "1’234.5", "1234.5", "1234,5"].map((each) => [each, each] as const);

/** How numbers are written. */
export function NumberLook({ number, percent, signed = false, onChange }: Props) {
  const set = (change: Look) => onChange({ ...number, ...change });
  return (
    <>
      <Line label="Written">
        <Select
          label="Numbers written"
          value={number.as ?? ""}
          options={[
            ["", percent ? "as fits (percent)" : "as fits (numbers)"],
            ["number", "as numbers"],
            ["percent", "as percent"],
          ]}
          onChange={(as) => set({ as: (as || undefined) as Look["as"] })}
        />
      </Line>
      <Line label="Digits">
        <Select
          label="How digits are grouped"
          value={number.marks ?? "1,234.5"}
          options={MARKS}
          onChange={(marks) => set({ marks: marks as Look["marks"] })}
        />
      </Line>
      <Line label="Around">
        <Flex align="center" gap="6px">
          <SavedInput
            aria-label="Before each number"
            size="sm"
            placeholder="€"
            maxLength={24}
            value={number.before ?? ""}
            onDone={(before) => set({ before })}
          />
          <Box color="quiet" flex="none">
            1.5
          </Box>
          <SavedInput
            aria-label="After each number"
            size="sm"
            placeholder=" min"
            maxLength={24}
            value={number.after ?? ""}
            onDone={(after) => set({ after })}
          />
        </Flex>
      </Line>
      <Flex direction="column" gap="8px" mt="12px">
        <Toggle label="In short, such as 12.3k" on={number.short ?? false} onChange={(short) => set({ short })} />
        <Toggle label="A plus before what is above 0" on={number.sign ?? signed} onChange={(sign) => set({ sign })} />
      </Flex>
    </>
  );
}
