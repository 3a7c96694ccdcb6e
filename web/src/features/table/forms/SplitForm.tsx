import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { parted } from "../../../shared/words";
import type { FormProps } from "./form";
import { firstOf, PickColumn, Text, wordy } from "./parts";

export function SplitForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "split" }>>) {
  const columns = wordy(table);
  const [field, setField] = useState(mend?.field ?? firstOf(columns, column));
  const [by, setBy] = useState(mend?.by ?? "");
  const [into, setInto] = useState(mend?.into.join(", ") ?? "");
  useEffect(() => {
    const names = parted(into);
    onDraft(by && names.length > 1 ? { do: "split", field, by, into: names } : null);
  }, [field, by, into, onDraft]);
  return (
    <>
      <PickColumn columns={columns} value={field} onChange={setField} />
      <Text label="Cut at" value={by} onChange={setBy} placeholder="such as -, / or a blank" />
      <Text
        label="Names of the new columns"
        value={into}
        onChange={setInto}
        placeholder="town, street"
        hint="Parted by commas. The last takes what is left; the old column stays."
      />
    </>
  );
}
