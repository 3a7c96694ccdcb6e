import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { Ticks } from "../../../shared/Ticks";
import type { FormProps } from "./form";
import { Text } from "./parts";

export function JoinForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "join" }>>) {
  const [fields, setFields] = useState<string[]>(mend?.fields ?? (column ? [column.name] : []));
  const [by, setBy] = useState(mend?.by ?? " ");
  const [into, setInto] = useState(mend?.into ?? "");
  useEffect(() => {
    onDraft(fields.length > 1 && into.trim() ? { do: "join", fields, by, into: into.trim() } : null);
  }, [fields, by, into, onDraft]);
  return (
    <>
      <Ticks
        label="Columns, joined in the order they are ticked"
        items={table.columns.map(({ name, words }) => ({
          key: name,
          label: words,
          note: fields.includes(name) ? String(fields.indexOf(name) + 1) : "",
        }))}
        ticked={fields}
        onChange={setFields}
      />
      <Text label="With this between" value={by} onChange={setBy} />
      <Text label="Name of the new column" value={into} onChange={setInto} />
    </>
  );
}
