import { useState } from "react";
import type { ColumnInfo, Condition, Level, TableInfo } from "../../../api/client";
import { CUT_TERMS } from "../../../api/vocabulary";
import { FilterList } from "../../../shared/FilterList";
import { grouped } from "../../../shared/numbers";
import type { Option } from "../../../shared/options";
import { named } from "../../../shared/terms";
import { KeepMembers } from "./KeepMembers";
import { KeepSpan } from "./KeepSpan";
import { levelWords } from "./phrases";

type Asked = Pick<Level, "field" | "cut">;
type Props = {
  table: TableInfo;
  before?: Condition;
  /** What the button that ends it says. */
  done: string;
  onDone: (condition: Condition) => void;
};

/** One condition: its field, and then what is asked of it. */
export function ConditionEditor({ table, before, done, onDone }: Props) {
  const [level, setLevel] = useState<Asked | null>(
    before?.field === undefined ? null : { field: before.field, cut: before.cut },
  );
  const column = table.columns.find((each) => each.name === level?.field);
  if (!column || !level) {
    return (
      <FilterList
        label="The field that decides"
        width="340px"
        options={table.columns.flatMap(options)}
        onChoose={(key) => setLevel(JSON.parse(key) as Asked)}
      />
    );
  }
  const shared = {
    column,
    before: before?.field === level.field ? before : undefined,
    onDone,
    onBack: () => setLevel(null),
    done,
  };
  const listed = shared.before?.in ?? shared.before?.not_in ?? shared.before?.top ?? level.cut;
  return (column.kind === "moment" || column.kind === "number") && !listed ? (
    <KeepSpan {...shared} />
  ) : (
    <KeepMembers {...shared} table={table} cut={level.cut} />
  );
}

/** A field by itself, and a moment by its parts as well. */
function options({ name, words, distinct, kind }: ColumnInfo): Option[] {
  const whole = { key: JSON.stringify({ field: name }), label: words, note: grouped(distinct) };
  if (kind !== "moment") return [whole];
  const cuts = named(CUT_TERMS).map(([cut]) => ({
    key: JSON.stringify({ field: name, cut }),
    label: levelWords({ field: name, cut }),
  }));
  return [whole, ...cuts];
}
