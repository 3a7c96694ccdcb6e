/** Fields of a table as options of a list. */
import type { ColumnInfo, Level, Measure, TableInfo } from "../../../api/client";
import { CUT_TERMS, LIMITS, MEASURE_TERMS } from "../../../api/vocabulary";
import { grouped } from "../../../shared/numbers";
import type { Option } from "../../../shared/options";
import { named } from "../../../shared/terms";
import { levelWords } from "./phrases";

/** Members of a side from which a figure is hard to read, and a warning is due. */
export const MANY_MEMBERS = 60;
/** Numbers of which there are so few stand for themselves, as seasons and grades do. */
const FEW_NUMBERS = 24;
export const NOTHING = "nothing";
const KINDS: Record<string, string> = { number: "number", category: "text", moment: "moment", yes_no: "yes or no" };

export function numberOptions(table: TableInfo): Option[] {
  return table.columns.map((column) => ({
    key: column.name,
    label: column.words,
    note: column.kind === "number" ? blanks(column) : KINDS[column.kind],
    why: column.kind === "number" ? undefined : `${column.words} holds ${KINDS[column.kind]}, not numbers.`,
  }));
}

/** Whether a measure takes a number that came from another table, and may take it once a key. */
export function brought(table: TableInfo, measure: Measure): boolean {
  const { once } = MEASURE_TERMS[measure.take ?? "count"];
  return once && table.columns.some(({ name, brought }) => brought && (name === measure.of || name === measure.per));
}

export function fieldOptions(table: TableInfo): Option[] {
  return table.columns.map((column) => ({ key: column.name, label: column.words, note: grouped(column.distinct) }));
}

function blanks(column: ColumnInfo): string | undefined {
  return column.blanks ? `${grouped(column.blanks)} blank` : undefined;
}

type Place = Pick<Level, "field" | "cut" | "bins">;

/** A level as a key: what decides its members, without what shortens or names them. */
export function levelKey({ field, cut, bins }: Place): string {
  return JSON.stringify({ field, ...(cut ? { cut } : {}), ...(bins ? { bins: true } : {}) });
}

export function levelFrom(key: string): Level {
  const { field, cut, bins } = JSON.parse(key) as { field: string; cut?: Level["cut"]; bins?: boolean };
  return { field, ...(cut ? { cut } : {}), ...(bins ? { bins: { round: 8 } } : {}) };
}

/** What can go down or across: fields, parts of moments, bins of numbers. */
export function levelOptions(columns: readonly ColumnInfo[]): Option[] {
  return columns.flatMap((column): Option[] => {
    const { name: field, words, distinct, kind } = column;
    const whole = {
      key: levelKey({ field }),
      label: words,
      note: grouped(distinct),
      why:
        distinct > LIMITS.members_most && kind === "number"
          ? `${words} has ${grouped(distinct)} different values; a side holds ${grouped(LIMITS.members_most)}. Choose its bins.`
          : undefined,
    };
    if (kind === "number") {
      const binned = { key: levelKey({ field, bins: {} }), label: `bins of ${words}`, also: "groups ranges classes" };
      return distinct <= FEW_NUMBERS ? [whole, binned] : [binned, whole];
    }
    if (kind !== "moment") return [whole];
    const cuts = named(CUT_TERMS).map(([cut, { also }]) => ({
      key: levelKey({ field, cut }),
      label: levelWords({ field, cut }),
      also,
    }));
    return [...cuts, whole];
  });
}
