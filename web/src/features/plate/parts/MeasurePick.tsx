import { Flex } from "@chakra-ui/react";
import type { Measure, TableInfo } from "../../../api/client";
import { Select } from "../../../shared/Select";

const TAKES = ["count", "sum", "average", "median", "min", "max"] as const;
const TAKE_WORDS: Record<(typeof TAKES)[number], string> = {
  count: "number of records",
  sum: "sum",
  average: "average",
  median: "median",
  min: "smallest",
  max: "largest",
};

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
  const take = measure?.take ?? (measure ? "count" : "");
  return (
    <Flex w="100%" gap="6px" direction={take === "count" || take === "" ? "row" : "column"}>
      <Select
        label={label}
        value={take}
        options={[...(none ? [["", none] as [string, string]] : []), ...takesFor(measure, numbers.length > 0)]}
        onChange={(next) => {
          if (!next) return onChange(undefined);
          if (next === "count") return onChange({ take: "count" });
          onChange({ take: next as Measure["take"], of: measure?.of ?? numbers[0]?.name });
        }}
      />
      {measure?.of !== undefined && take !== "count" && (
        <Select
          label={`${label}: of`}
          value={measure.of}
          options={numbers.map((column) => [column.name, `of ${column.words}`] as const)}
          onChange={(of) => onChange({ ...measure, of })}
        />
      )}
    </Flex>
  );
}

/** The takes to choose from; one that is only in the recipe stays as it is written there. */
function takesFor(measure: Measure | undefined, numbers: boolean): [string, string][] {
  const usual = TAKES.filter((take) => take === "count" || numbers).map((take): [string, string] => [
    take,
    TAKE_WORDS[take],
  ]);
  const own = measure?.take ?? "count";
  return usual.some(([take]) => take === own) ? usual : [...usual, [own, own.replaceAll("_", " ")]];
}
