import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { firstOf, PickColumn } from "./parts";

export function FillForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "fill" }>>) {
  const [field, setField] = useState(mend?.field ?? firstOf(table.columns, column));
  useEffect(() => {
    onDraft(field ? { do: "fill", field } : null);
  }, [field, onDraft]);
  return <PickColumn columns={table.columns} value={field} onChange={setField} />;
}
