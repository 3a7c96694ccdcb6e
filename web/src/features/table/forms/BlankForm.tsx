import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { parted } from "../../../shared/words";
import type { FormProps } from "./form";
import { firstOf, PickColumn, Text } from "./parts";

export function BlankForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "blank" }>>) {
  const [field, setField] = useState(mend?.field ?? firstOf(table.columns, column));
  const [typed, setTyped] = useState(mend?.words.join(", ") ?? "");
  useEffect(() => {
    const words = parted(typed);
    onDraft(field && words.length ? { do: "blank", field, words } : null);
  }, [field, typed, onDraft]);
  return (
    <>
      <PickColumn columns={table.columns} value={field} onChange={setField} />
      <Text label="Words" value={typed} onChange={setTyped} hint="Parted by commas, such as k. A., -, -999." />
    </>
  );
}
