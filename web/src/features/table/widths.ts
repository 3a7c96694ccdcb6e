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

/** So many times its need a column grows at most: beyond that, values lie too far apart to be read along a line. */
const GROWN = 2;

/**
 * How wide each column is, from its name and its kind, and where it begins; all of them grow alike where the room is more than they
 * need.
 */
export function laidOut(
  columns: readonly ColumnInfo[],
  room = 0,
): { starts: number[]; widths: number[]; whole: number } {
  const needs = columns.map((column) => {
    const name = column.words.length * 7.4 + 22;
    const note = noteOf(column).length * 6.6 + 22;
    const content = column.characters * 7.2 + 22;
    return Math.round(Math.min(MOST, Math.max(LEAST, name, note, content)));
  });
  const grow = Math.min(GROWN, Math.max(1, room / needs.reduce((sum, need) => sum + need, 0)));
  const widths = needs.map((need) => Math.floor(need * grow));
  const starts: number[] = [];
  let at = 0;
  for (const width of widths) {
    starts.push(at);
    at += width;
  }
  return { starts, widths, whole: at };
}
