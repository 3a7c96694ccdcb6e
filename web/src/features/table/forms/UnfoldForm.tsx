import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import { Ticks } from "../../../shared/Ticks";
import type { FormProps } from "./form";
import { Pick, Text } from "./parts";

type Unfold = Extract<Mend, { do: "unfold" }>;

export function UnfoldForm({ table, column, mend, onDraft }: FormProps<Unfold>) {
  const [keep, setKeep] = useState<string[]>(mend?.keep ?? [column?.name ?? table.columns[0]?.name ?? ""]);
  const [names, setNames] = useState(mend?.names ?? "column");
  const [values, setValues] = useState(mend?.values ?? "value");
  const [order, setOrder] = useState<string>(mend?.order ?? "as_it_stands");
  useEffect(() => {
    const named = names.trim() && values.trim();
    onDraft(
      named
        ? { do: "unfold", keep, names: names.trim(), values: values.trim(), order: order as Unfold["order"] }
        : null,
    );
  }, [keep, names, values, order, onDraft]);
  return (
    <>
      <Ticks
        label="Columns that name the rows"
        items={table.columns.map((each) => ({ key: each.name, label: each.words }))}
        ticked={keep}
        onChange={setKeep}
      />
      <Text label="The other headings go into" value={names} onChange={setNames} />
      <Text label="Their values go into" value={values} onChange={setValues} />
      <Pick
        label="Order of rows and columns"
        value={order}
        options={[
          ["as_it_stands", "as they stand"],
          ["natural", "by the alphabet, and by number"],
        ]}
        onChange={setOrder}
      />
    </>
  );
}
