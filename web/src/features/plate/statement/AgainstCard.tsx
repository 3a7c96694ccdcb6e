import { useState } from "react";
import type { Recipe, Show, TableInfo } from "../../../api/client";
import { MEASURE_TERMS } from "../../../api/vocabulary";
import type { Option } from "../../../shared/options";
import { ConditionEditor } from "./ConditionEditor";
import { MeasureCard } from "./MeasureCard";
import { otherWords } from "./phrases";

type Pivot = Recipe["pivot"];
const UNITS = ["years", "quarters", "months", "weeks", "days"] as const;
const ALSO = "versus compared with last plan budget growth";

/** What can be set against with one choice: the kept span moved back, and the edition before. */
export function againstOptions(pivot: Pivot, table: TableInfo): { show: Show; option: Option }[] {
  const field = momentOf(pivot, table);
  const shifts = field === undefined ? [] : UNITS.map((unit) => ({ shift: { field, [unit]: -1 } }));
  const editions = table.edition > 1 ? [{ edition: "before" as const }] : [];
  return [...shifts, ...editions].map((side) => {
    const show: Show = { as: "against", ...byFor(pivot), ...side };
    const words = otherWords(show);
    return { show, option: { key: `against ${words}`, label: `against ${words}`, also: `${ALSO} ${words}` } };
  });
}

export type Asked = "keep" | "measure";
export const ASKED: readonly { asked: Asked; option: Option }[] = [
  { asked: "keep", option: { key: "keep", label: "against another span or member", also: ALSO } },
  {
    asked: "measure",
    option: { key: "measure", label: "against another measure", note: "such as a plan", also: ALSO },
  },
];

type Props = { asked: Asked; pivot: Pivot; table: TableInfo; onDone: (show: Show) => void };

/** The other side, where one choice does not say it: a condition in place of the pivot's own, or a measure. */
export function AgainstCard({ asked, pivot, table, onDone }: Props) {
  const { show } = pivot;
  const [before] = useState(() => (show?.as === "against" ? show : undefined));
  const by = before?.by ? { by: before.by } : byFor(pivot);
  if (asked === "measure") {
    return (
      <MeasureCard
        table={table}
        measure={before?.measure ?? pivot.measure ?? {}}
        part="take"
        start=""
        onDone={(measure) => onDone({ as: "against", ...by, measure })}
      />
    );
  }
  return (
    <ConditionEditor
      table={table}
      before={before?.keep?.[0]}
      done="Set against these"
      onDone={(condition) => onDone({ as: "against", ...by, keep: [condition, ...(before?.keep?.slice(1) ?? [])] })}
    />
  );
}

/** The moments that the pivot is about, else the first there are. */
function momentOf(pivot: Pivot, table: TableInfo): string | undefined {
  const moments = table.columns.filter(({ kind }) => kind === "moment").map(({ name }) => name);
  const sides = [...(pivot.columns ?? []), ...(pivot.rows ?? []), ...(pivot.split ? [pivot.split] : [])];
  const named = [...sides.map(({ field }) => field), ...(pivot.keep ?? []).map(({ field }) => field)];
  return named.find((name) => name !== undefined && moments.includes(name)) ?? moments[0];
}

/** Parts of a whole differ by points; of all else more or less is told in percent. */
function byFor(pivot: Pivot): Pick<Show, "by"> {
  return MEASURE_TERMS[pivot.measure?.take ?? "count"].part ? {} : { by: "percent" };
}
