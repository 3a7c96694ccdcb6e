/** How levels and conditions are said. The core says levels the same way in titles. */
import type { Condition, Level, TableInfo } from "../../api/client";

/** The parts a moment is cut into, the commonest first. */
export const CUTS = ["month", "weekday", "hour", "date", "year"] as const;

export function fieldWords(field: string): string {
  return field.replaceAll("_", " ").split(/\s+/).filter(Boolean).join(" ") || field;
}

export function levelWords(level: Level): string {
  const name = fieldWords(level.field);
  if (!level.cut) return name;
  return name.endsWith("ed") ? `${level.cut} ${name}` : `${level.cut} of ${name}`;
}

const LISTED = 2;

export function conditionWords(condition: Condition, table: TableInfo): string {
  const name = levelWords(condition);
  const { in: among, not_in: without, from, to } = condition;
  if (among && among.length > LISTED) {
    const members = condition.cut
      ? undefined
      : table.columns.find((column) => column.name === condition.field)?.distinct;
    return `${name} (${among.length} ${members === undefined ? "picked" : `of ${members.toLocaleString("en-US")}`})`;
  }
  if (among) return `${name} ${among.join(" or ") || "none"}`;
  if (without) {
    return without.length <= LISTED ? `${name} not ${without.join(" nor ")}` : `${name} (all but ${without.length})`;
  }
  if (from !== undefined && to !== undefined) return `${name} ${from} to ${to}`;
  return from !== undefined ? `${name} from ${from}` : `${name} up to ${to}`;
}

export function keepWords(keep: Condition[], table: TableInfo): string {
  if (!keep.length) return `all ${table.records.toLocaleString("en-US")} records`;
  return keep.map((condition) => conditionWords(condition, table)).join(", ");
}
