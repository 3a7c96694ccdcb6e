import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { useMembers } from "../../../api/queries";
import type { FormProps } from "./form";
import { MemberTicks } from "./MemberTicks";
import { firstOf, PickColumn, Text, wordy } from "./parts";

/** Tick the spellings that are one, and say which it is. */
export function MergeForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "merge" }>>) {
  const columns = wordy(table);
  const [field, setField] = useState(mend?.field ?? firstOf(columns, column));
  const [from, setFrom] = useState<string[]>(mend?.from ?? []);
  const [into, setInto] = useState(mend?.into ?? "");
  const members = useMembers(table.id, field).data ?? [];
  const [commonest] = members.filter(({ label }) => from.includes(label)).sort((a, b) => b.records - a.records);
  const target = (into || commonest?.label || "").trim();
  useEffect(() => {
    const others = from.filter((text) => text !== target);
    onDraft(target && others.length ? { do: "merge", field, from: others, into: target } : null);
  }, [field, from, target, onDraft]);
  return (
    <>
      <PickColumn
        columns={columns}
        value={field}
        onChange={(name) => {
          setField(name);
          setFrom([]);
          setInto("");
        }}
      />
      <MemberTicks label="Spellings that are one" table={table.id} field={field} ticked={from} onChange={setFrom} />
      <Text
        label="They become"
        value={into}
        onChange={setInto}
        placeholder={target || "the right spelling"}
        hint={into ? undefined : "Left empty: the spelling with the most records."}
      />
    </>
  );
}
