import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { firstOf, Pick, PickColumn } from "./parts";

type KindMend = Extract<Mend, { do: "kind" }>;
const KINDS = [
  ["number", "numbers"],
  ["category", "text"],
  ["moment", "moments in time"],
  ["yes_no", "yes or no"],
] as const;

export function KindForm({ table, column, mend, onDraft }: FormProps<KindMend>) {
  const [field, setField] = useState(mend?.field ?? firstOf(table.columns, column));
  const now = table.columns.find((each) => each.name === field)?.kind;
  const [kind, setKind] = useState<string>(mend?.kind ?? (now === "category" ? "number" : "category"));
  const [how, setHow] = useState<string>(mend?.dates ?? mend?.decimal ?? mend?.counted ?? "");
  useEffect(() => {
    const draft: KindMend = { do: "kind", field, kind: kind as KindMend["kind"] };
    if (kind === "moment" && how.endsWith("first")) draft.dates = how as KindMend["dates"];
    else if (kind === "moment" && how.length > 1) draft.counted = how as KindMend["counted"];
    if (kind === "number" && (how === "," || how === ".")) draft.decimal = how;
    onDraft(field && (kind !== now || draft.dates || draft.decimal || draft.counted) ? draft : null);
  }, [field, kind, how, now, onDraft]);
  return (
    <>
      <PickColumn columns={table.columns} value={field} onChange={setField} />
      <Pick label="Read as" value={kind} options={KINDS} onChange={setKind} />
      {kind === "moment" && (
        <Pick
          label="How they are written"
          value={how.length > 1 ? how : ""}
          options={[
            ["", "as the column says"],
            ["day_first", "day before month"],
            ["month_first", "month before day"],
            ["days", "days counted, as in a workbook: 45321"],
            ["seconds", "seconds since 1970: 1763942400"],
            ["milliseconds", "milliseconds since 1970"],
            ["digits", "digits of year, month and day: 20251124"],
          ]}
          onChange={setHow}
        />
      )}
      {kind === "number" && (
        <Pick
          label="Decimal mark"
          value={how.length === 1 ? how : ""}
          options={[
            ["", "as the column says"],
            [".", "point: 1,204.50"],
            [",", "comma: 1.204,50"],
          ]}
          onChange={setHow}
        />
      )}
    </>
  );
}
