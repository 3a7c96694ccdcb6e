import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { useMembers } from "../../../api/queries";
import { counted } from "../../../shared/numbers";
import type { FormProps } from ".";
import { firstOf, PickColumn, Text, Ticks, wordy } from "./parts";

/** Tick the spellings that are one, and say which it is. */
export function MergeForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "merge" }>>) {
  const columns = wordy(table);
  const [field, setField] = useState(mend?.field ?? firstOf(columns, column));
  const [narrow, setNarrow] = useState("");
  const [from, setFrom] = useState<string[]>(mend?.from ?? []);
  const [into, setInto] = useState(mend?.into ?? "");
  const members = useMembers(table.id, field).data ?? [];
  // What a standing mend has merged is no longer among the members, but still on its list.
  const known = new Set(members.map(({ label }) => label));
  const all = [...from.filter((text) => !known.has(text)).map((label) => ({ label, records: 0 })), ...members];
  const target =
    into || [...members].sort((a, b) => b.records - a.records).find(({ label }) => from.includes(label))?.label || "";
  useEffect(() => {
    const others = from.filter((text) => text !== target.trim());
    onDraft(target.trim() && others.length ? { do: "merge", field, from: others, into: target.trim() } : null);
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
      <Text label="Narrow the list" value={narrow} onChange={setNarrow} placeholder="a part of a name" />
      <Ticks
        label="Spellings that are one"
        ticked={from}
        onChange={setFrom}
        items={all
          .filter(({ label }) => from.includes(label) || label.toLowerCase().includes(narrow.toLowerCase()))
          .slice(0, 300)
          .map(({ label, records }) => ({ key: label, label, note: records ? counted(records, "record") : "merged" }))}
      />
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
