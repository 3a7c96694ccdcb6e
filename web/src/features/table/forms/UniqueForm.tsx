import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { Ticks } from "../../../shared/Ticks";
import type { FormProps } from "./form";

export function UniqueForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "unique" }>>) {
  const [fields, setFields] = useState<string[]>(mend?.fields ?? (column ? [column.name] : []));
  useEffect(() => {
    onDraft(fields.length ? { do: "unique", fields } : { do: "unique" });
  }, [fields, onDraft]);
  return (
    <Ticks
      label="Records that are alike in (none ticked: in all columns)"
      items={table.columns.map(({ name, words }) => ({ key: name, label: words }))}
      ticked={fields}
      onChange={setFields}
    />
  );
}
