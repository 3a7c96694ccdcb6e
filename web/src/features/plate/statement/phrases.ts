/** How levels, measures, shows and conditions are said. The core says them the same way in titles. */
import type { Condition, Level, Measure, Recipe, Show, TableInfo } from "../../../api/client";
import { CUT_TERMS, MEASURE_TERMS, SHOW_TERMS } from "../../../api/vocabulary";
import { named } from "../../../shared/terms";

export function fieldWords(field: string): string {
  return field.replaceAll("_", " ").split(/\s+/).filter(Boolean).join(" ") || field;
}

export function levelWords(level: Pick<Level, "field" | "cut" | "bins" | "top">): string {
  const name = fieldWords(level.field);
  const top = level.top ? `, top ${level.top}` : "";
  if (level.bins) return `bins of ${name}${top}`;
  if (!level.cut) return name + top;
  const cut = CUT_TERMS[level.cut].name;
  return (name.endsWith("ed") ? `${cut} ${name}` : `${cut} of ${name}`) + top;
}

export type Take = NonNullable<Measure["take"]>;

/** What stands in the braces of a template, put in. */
function filled(template: string, values: Record<string, string>): string {
  return template.replaceAll(/\{(\w+)\}/g, (_, key: string) => values[key] ?? "");
}

/** A measure up to what it is taken of: "sum", "90th percentile". What follows are its further keys, each behind a word. */
export function takeWords(measure: Measure | undefined): string {
  const said = MEASURE_TERMS[measure?.take ?? "count"].said;
  return filled(said.replace(FOLLOWING, ""), { p: ordinal(measure?.p ?? 0) });
}

const FOLLOWING = / (\w+) \{(of|per|where)\}/g;

/** What follows a measure's name, as in "ratio of {of} to {per}": each key with the word before it. */
export function followingKeys(take: Take): { word: string; key: "of" | "per" | "where" }[] {
  return [...MEASURE_TERMS[take].said.matchAll(FOLLOWING)].map(([, word = "", key]) => ({
    word,
    key: key as "of" | "per" | "where",
  }));
}

/** What is asked of a key of a measure. */
export function askedOf(take: Take, key: "of" | "per" | "where"): string {
  if (key === "where") return "The condition that is met";
  return key === "per" ? "The number it is divided by" : MEASURE_TERMS[take].asks;
}

export const ONCE = "once a key";

export function measureWords(measure: Measure | undefined): string {
  const once = measure?.once_a_key ? ` ${ONCE}` : "";
  return measuredWords(measure) + once;
}

function measuredWords(measure: Measure | undefined): string {
  return filled(MEASURE_TERMS[measure?.take ?? "count"].said, {
    of: fieldWords(measure?.of ?? ""),
    per: fieldWords(measure?.per ?? ""),
    p: ordinal(measure?.p ?? 0),
    where: measure?.where ? conditionWords(measure.where) : "",
  });
}

export function ordinal(number: number): string {
  if (!Number.isInteger(number) || (number % 100 >= 11 && number % 100 <= 13)) return `${number}th`;
  return `${number}${["th", "st", "nd", "rd"][number % 10] ?? "th"}`;
}

/** What a cell shows, as it is said in the statement. */
export function showWords(show: Show | undefined): string {
  const term = SHOW_TERMS[show?.as ?? "value"];
  // How they are compared is a phrase of its own.
  if (show?.as === "against") return filled(term.said, { other: otherWords(show) });
  const of = show?.of ?? ("of" in term.keys ? term.keys.of[0] : "whole");
  const words = filled(term.said, {
    its: of === "whole" ? "the whole" : `its ${of}`,
    within: of === "whole" ? "" : ` in its ${of}`,
    way: show?.along === "rows" ? "down the rows" : "across the columns",
    relative: show?.relative ? "relative " : "",
    to: show?.to === "first" ? "first" : "largest",
    point: String(typeof show?.to === "object" ? show.to?.target : show?.to),
  });
  return words || "as it is";
}

const NAMED_MOST = 3;

/** A condition by its members alone: what they are members of is said on the sides. */
function shortWords(condition: Condition): string {
  const { in: among, from, to } = condition;
  if (among?.length && among.length <= NAMED_MOST) return among.join(" or ");
  if (typeof from !== "string" || typeof to !== "string") return conditionWords(condition);
  const year = from.slice(0, 4);
  const whole =
    [year, `${year}-01`, `${year}-01-01`].includes(from) && [year, `${year}-12`, `${year}-12-31`].includes(to);
  return whole ? year : `${from} to ${to}`;
}

/** What a measure is set against: "the year before", "sum of plan", "edition 1", "Brackwater". */
export function otherWords({ keep = [], shift, measure, edition }: Show): string {
  if (measure) return measuredWords(measure);
  if (edition !== undefined) return edition === "before" ? "the edition before" : `edition ${edition}`;
  if (!shift) return keep.map(shortWords).join(" and ");
  const { field: _, ...by } = shift;
  const [unit = "", number = 0] = Object.entries(by).find(([, each]) => each !== undefined) ?? [];
  const side = number < 0 ? "before" : "after";
  return Math.abs(number) === 1 ? `the ${unit.replace(/s$/, "")} ${side}` : `${Math.abs(number)} ${unit} ${side}`;
}

export type By = NonNullable<Show["by"]>;
export const BY_WORDS: Record<By, string> = {
  difference: "by the difference",
  percent: "in percent",
  ratio: "as a ratio",
};

/** What can be shown, with the words it is found by; a distance from a number is asked for apart. */
export function showOptions(pivot: Recipe["pivot"]): readonly { show: Show; words: string; also: string }[] {
  const nested = (pivot.rows?.length ?? 0) > 1 || (pivot.columns?.length ?? 0) > 1 || Boolean(pivot.split);
  return named(SHOW_TERMS)
    .filter(([as]) => as !== "gap" && as !== "against")
    .flatMap(([as, { keys, also }]) => ways(keys).map((way) => ({ ...(as === "value" ? {} : { as }), ...way, also })))
    .filter(({ of }) => of !== "group" || nested)
    .map(({ also, ...show }) => ({ show, words: showWords(show), also }));
}

/** All that the keys of a show can be, together. What lists nothing is said or not. */
function ways(keys: Partial<Record<string, readonly string[]>>): Omit<Show, "as">[] {
  return Object.entries(keys)
    .reverse()
    .reduce<Omit<Show, "as">[]>(
      (found, [key, values]) =>
        found.flatMap((way) =>
          values?.length ? values.map((value) => ({ ...way, [key]: value })) : [way, { ...way, [key]: true }],
        ),
      [{}],
    );
}

const LISTED = 2;

export function conditionWords(condition: Condition, table?: TableInfo): string {
  if (condition.any) return condition.any.map((each) => conditionWords(each, table)).join(" or ");
  if (condition.all) {
    return condition.all
      .map((each) => (each.any ? `(${conditionWords(each, table)})` : conditionWords(each, table)))
      .join(" and ");
  }
  const name = levelWords({ field: condition.field ?? "", cut: condition.cut });
  const { in: among, not_in: without, from, to, above, below, blank, top, bottom } = condition;
  if (top !== undefined || bottom !== undefined) {
    const by = condition.by ? ` by ${measureWords(condition.by)}` : "";
    return `${top ?? bottom} ${top !== undefined ? "largest" : "smallest"} of ${name}${by}`;
  }
  if (blank !== undefined) return `${name} ${blank ? "blank" : "not blank"}`;
  if (among && among.length > LISTED) {
    const members = condition.cut
      ? undefined
      : table?.columns.find((column) => column.name === condition.field)?.distinct;
    return `${name} (${among.length} ${members === undefined ? "picked" : `of ${members.toLocaleString("en-US")}`})`;
  }
  if (among) return `${name} ${among.join(" or ") || "none"}`;
  if (without) {
    return without.length <= LISTED ? `${name} not ${without.join(" nor ")}` : `${name} (all but ${without.length})`;
  }
  if (above !== undefined || below !== undefined) {
    return `${name} ${[above !== undefined && `above ${above}`, below !== undefined && `below ${below}`].filter(Boolean).join(" and ")}`;
  }
  if (from !== undefined && to !== undefined) return `${name} ${from} to ${to}`;
  return from !== undefined ? `${name} from ${from}` : `${name} up to ${to}`;
}

export function keepWords(keep: readonly Condition[], table: TableInfo): string {
  if (!keep.length) return `all ${table.records.toLocaleString("en-US")} records`;
  return keep.map((condition) => conditionWords(condition, table)).join(", ");
}
