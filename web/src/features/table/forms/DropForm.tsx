import { Box } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { ColumnInfo, Condition, Mend } from "../../../api/client";
import { useMembers } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { counted } from "../../../shared/numbers";
import type { FormProps } from ".";
import { firstOf, Pick, PickColumn, Text, Ticks } from "./parts";

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
        <Members
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

type MembersProps = { table: number; field: string; ticked: string[]; onChange: (ticked: string[]) => void };

function Members({ table, field, ticked, onChange }: MembersProps) {
  const [narrow, setNarrow] = useState("");
  const members = useMembers(table, field).data ?? [];
  const known = new Set(members.map(({ label }) => label));
  const all = [...ticked.filter((text) => !known.has(text)).map((label) => ({ label, records: 0 })), ...members];
  return (
    <>
      <Text label="Narrow the list" value={narrow} onChange={setNarrow} placeholder="a part of a name" />
      <Ticks
        label="Members"
        ticked={ticked}
        onChange={onChange}
        items={all
          .filter(({ label }) => ticked.includes(label) || label.toLowerCase().includes(narrow.toLowerCase()))
          .slice(0, 300)
          .map(({ label, records }) => ({ key: label, label, note: records ? counted(records, "record") : "" }))}
      />
    </>
  );
}
