import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { firstOf, PickColumn, Text } from "./parts";

export function RenameForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "rename" }>>) {
  const [field, setField] = useState(mend?.field ?? firstOf(table.columns, column));
  const [to, setTo] = useState(mend?.to ?? "");
  useEffect(() => {
    onDraft(field && to.trim() && to.trim() !== field ? { do: "rename", field, to: to.trim() } : null);
  }, [field, to, onDraft]);
  return (
    <>
      <PickColumn columns={table.columns} value={field} onChange={setField} />
      <Text label="Is called" value={to} onChange={setTo} placeholder={field} />
    </>
  );
}
