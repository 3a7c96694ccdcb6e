import type { ColumnInfo } from "../../api/client";

const CODE = /\b(id|code|no|number|key)\b/i;

/** A sentence that a table could be asked, from its own columns; it stands in the field until something is typed. */
export function exampleOf(columns: readonly ColumnInfo[]): string {
  const number = columns.find(({ kind, distinct }) => kind === "number" && distinct > 2);
  const sides = columns.filter(
    ({ kind, distinct, words }) => kind === "category" && distinct > 1 && distinct <= 60 && !CODE.test(words),
  );
  const moment = columns.some(({ kind }) => kind === "moment");
  const by = [sides[0]?.words, moment ? "month" : sides[1]?.words].filter(Boolean).join(" and ");
  const measured = number ? number.words : "number of records";
  return by ? `${measured} by ${by}` : measured;
}
