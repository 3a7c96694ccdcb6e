import { Flex } from "@chakra-ui/react";
import type { Measure, TableInfo } from "../../../api/client";
import { MEASURE_TERMS } from "../../../api/vocabulary";
import { Select } from "../../../shared/Select";
import { named } from "../../../shared/terms";
import type { Take } from "./phrases";

type Props = {
  label: string;
  table: TableInfo;
  measure: Measure | undefined;
  /** What stands for no other measure; without it there always is one. */
  none?: string;
  onChange: (measure: Measure | undefined) => void;
};

/** A measure beside the one of the statement: what is taken, and of which numbers. */
export function MeasurePick({ label, table, measure, none, onChange }: Props) {
  const numbers = table.columns.filter((column) => column.kind === "number");
  const fields = measure && !MEASURE_TERMS[measure.take ?? "count"].numbers ? table.columns : numbers;
  const take = measure?.take ?? (measure ? "count" : "");
  return (
    <Flex w="100%" gap="6px" direction={take === "count" || take === "" ? "row" : "column"}>
      <Select
        label={label}
        value={take}
        options={[...(none ? [["", none] as [string, string]] : []), ...takesFor(measure, numbers.length > 0)]}
        onChange={(next) => {
          if (!next) return onChange(undefined);
          const chosen = next as Take;
          const { keys, numbers: needed } = MEASURE_TERMS[chosen];
          if (!keys.length) return onChange({ take: chosen });
          const among = needed ? numbers : table.columns;
          onChange({ take: chosen, of: (among.find(({ name }) => name === measure?.of) ?? among[0])?.name });
        }}
      />
      {measure?.of !== undefined && take !== "count" && (
        <Select
          label={`${label}: of`}
          value={measure.of}
          options={fields.map((column) => [column.name, `of ${column.words}`] as const)}
          onChange={(of) => onChange({ ...measure, of })}
        />
      )}
    </Flex>
  );
}

/** The measures that need no more than a field. One that is only in the recipe stays as it is written there. */
function takesFor(measure: Measure | undefined, numbers: boolean): [string, string][] {
  const own = measure?.take ?? "count";
  return named(MEASURE_TERMS)
    .filter(([take, term]) => take === own || (term.keys.every((key) => key === "of") && (numbers || !term.numbers)))
    .map(([take, { name }]) => [take, name]);
}
