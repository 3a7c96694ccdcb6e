import type { ColumnInfo } from "../../api/client";
import { KIND_WORDS } from "../../shared/kinds";
import { grouped } from "../../shared/numbers";

const LEAST = 86;
const MOST = 280;

/** What the head says under the name: the kind, how many categories, and what is odd. */
export function noteOf(column: ColumnInfo): string {
  return `${KIND_WORDS[column.kind]} ${oddOf(column).join(", ")}`;
}

export function oddOf(column: ColumnInfo): string[] {
  const misfits = column.misfits.reduce((sum, { records }) => sum + records, 0);
  const blanks = column.blanks - misfits;
  const wordy = column.kind === "category" || column.kind === "yes_no";
  return [
    wordy ? grouped(column.distinct) : "",
    misfits ? `${grouped(misfits)} text` : "",
    blanks ? `${grouped(blanks)} blank` : "",
  ].filter(Boolean);
}

/** How wide each column is, from its name and its kind, and where it begins. */
export function laidOut(columns: readonly ColumnInfo[]): { starts: number[]; widths: number[]; whole: number } {
  const widths = columns.map((column) => {
    const name = column.words.length * 7.4 + 22;
    const note = noteOf(column).length * 6.6 + 22;
    const content = column.characters * 7.2 + 22;
    return Math.round(Math.min(MOST, Math.max(LEAST, name, note, content)));
  });
  const starts: number[] = [];
  let at = 0;
  for (const width of widths) {
    starts.push(at);
    at += width;
  }
  return { starts, widths, whole: at };
}
