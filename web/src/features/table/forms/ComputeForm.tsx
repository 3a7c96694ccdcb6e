import { Box } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { Text } from "./parts";

/** An expression over the columns. Docs/expressions.md tells all of the language. */
export function ComputeForm({ mend, column, onDraft }: FormProps<Extract<Mend, { do: "compute" }>>) {
  const [into, setInto] = useState(mend?.into ?? "");
  const [as, setAs] = useState(mend?.as ?? (column ? nameInExpression(column.name) : ""));
  useEffect(() => {
    onDraft(into.trim() && as.trim() ? { do: "compute", into: into.trim(), as } : null);
  }, [into, as, onDraft]);
  return (
    <>
      <Text label="Name of the new column" value={into} onChange={setInto} placeholder="load" />
      <Text label="Is" rows={4} value={as} onChange={setAs} placeholder="passengers / capacity" />
      <Box color="quiet" textStyle="small" mt="-6px">
        Columns by their names, in "double" quotation marks where a name has blanks; texts in 'single' ones. + - * / % ^
        and = &lt;&gt; &lt; &gt;; and, or, not; if(test, then, otherwise); round, number, text, upper, trim, left, part,
        replace, contains; year, month, weekday, hour, days_between; or_else(column, 0) for blanks.
      </Box>
    </>
  );
}

function nameInExpression(name: string): string {
  return /^[^\W\d]\w*$/.test(name) ? name : `"${name.replaceAll('"', '""')}"`;
}
