import { Box } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { ColumnInfo, Condition, Mend } from "../../../api/client";
import { Button } from "../../../shared/Button";
import type { FormProps } from "./form";
import { MemberTicks } from "./MemberTicks";
import { firstOf, Pick, PickColumn, Text } from "./parts";

const LISTED = [
  ["in", "is one of"],
  ["not_in", "is none of"],
] as const;
const SPANS = [
  ["from", "is at least"],
  ["to", "is at most"],
  ["above", "is above"],
  ["below", "is below"],
] as const;
const BLANK = [
  ["blank", "is blank"],
  ["filled", "is not blank"],
] as const;

/** Records that meet all the conditions are left out. */
export function DropForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "drop" }>>) {
  const [where, setWhere] = useState<Partial<Condition>[]>(mend?.where ?? [{ field: firstOf(table.columns, column) }]);
  useEffect(() => {
    const whole = where.every((condition) => Object.keys(condition).length > 1);
    onDraft(whole ? { do: "drop", where: where as Condition[] } : null);
  }, [where, onDraft]);
  return (
    <>
      {where.map((condition, i) => (
        <Box key={i} borderTopWidth={i ? "1px" : 0} borderColor="line" pt={i ? "10px" : 0}>
          <OneCondition
            table={table.id}
            columns={table.columns}
            condition={condition}
            onChange={(next) => setWhere(where.map((each, j) => (j === i ? next : each)))}
          />
        </Box>
      ))}
      <Button
        variant="bare"
        size="sm"
        onClick={() => setWhere([...where, { field: firstOf(table.columns, undefined) }])}
      >
        And also
      </Button>
    </>
  );
}

type OneProps = {
  table: number;
  columns: readonly ColumnInfo[];
  condition: Partial<Condition>;
  onChange: (condition: Partial<Condition>) => void;
};

function OneCondition({ table, columns, condition, onChange }: OneProps) {
  const field = condition.field ?? "";
  const kind = columns.find((each) => each.name === field)?.kind;
  const listed = kind === "category" || kind === "yes_no";
  const ways = listed ? [...LISTED, ...BLANK] : [...SPANS, ...BLANK];
  const [way, setWay] = useState<string>(() => wayOf(condition) ?? (ways[0]?.[0] as string));
  const change = (to: string, value?: Condition["in"] | Condition["from"]) => {
    setWay(to);
    if (to === "blank" || to === "filled") onChange({ field, blank: to === "blank" });
    else onChange(value === undefined || value === "" ? { field } : { field, [to]: value });
  };
  const typed = String(condition[way as "from"] ?? "");
  return (
    <>
      <PickColumn
        columns={columns}
        value={field}
        onChange={(name) => {
          const next = columns.find((each) => each.name === name)?.kind;
          setWay(next === "category" || next === "yes_no" ? "in" : "from");
          onChange({ field: name });
        }}
      />
      <Pick label="Leave out where it" value={way} options={ways} onChange={(to) => change(to)} />
      {listed && (way === "in" || way === "not_in") && (
        <MemberTicks
          label="Members"
          table={table}
          field={field}
          ticked={(condition[way] ?? []).map(String)}
          onChange={(ticked) => change(way, ticked.length ? ticked : undefined)}
        />
      )}
      {!listed && way !== "blank" && way !== "filled" && (
        <Text
          label={kind === "moment" ? "Date, such as 2025-12-29" : "Number"}
          value={typed}
          onChange={(text) =>
            change(way, kind === "number" && text !== "" && Number.isFinite(Number(text)) ? Number(text) : text)
          }
        />
      )}
    </>
  );
}

function wayOf(condition: Partial<Condition>): string | undefined {
  if (condition.blank !== undefined) return condition.blank ? "blank" : "filled";
  return Object.keys(condition).find((key) => key !== "field" && key !== "cut");
}
