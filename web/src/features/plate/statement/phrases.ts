/** How levels, measures, shows and conditions are said. The core says them the same way in titles. */
import type { Condition, Level, Measure, Recipe, Show, TableInfo } from "../../../api/client";

type Cut = NonNullable<Level["cut"]>;

/** The parts a moment is cut into, the commonest first. */
export const CUTS: readonly Cut[] = [
  "month",
  "weekday",
  "hour",
  "date",
  "year",
  "quarter",
  "week",
  "day",
  "year_month",
  "year_quarter",
  "year_week",
];

/** Other words that people look for a part by. */
export const CUTS_ALSO: Partial<Record<Cut, string>> = {
  weekday: "day of the week",
  hour: "time of day o'clock",
  date: "calendar day each day daily",
  week: "calendar week number",
  day: "dom",
  year_month: "month by month monthly running months",
  year_quarter: "quarterly running quarters",
  year_week: "weekly running weeks",
};

const CUT_WORDS: Partial<Record<Cut, string>> = {
  day: "day of the month",
  year_quarter: "year and quarter",
  year_month: "year and month",
  year_week: "year and week",
};

/** Parts whose years may begin in another month. */
export const FISCAL: ReadonlySet<string> = new Set(["year", "quarter", "month", "year_quarter"]);

export function fieldWords(field: string): string {
  return field.replaceAll("_", " ").split(/\s+/).filter(Boolean).join(" ") || field;
}

export function levelWords(level: Pick<Level, "field" | "cut" | "bins" | "top">): string {
  const name = fieldWords(level.field);
  const top = level.top ? `, top ${level.top}` : "";
  if (level.bins) return `bins of ${name}${top}`;
  if (!level.cut) return name + top;
  const cut = CUT_WORDS[level.cut] ?? level.cut;
  return (name.endsWith("ed") ? `${cut} ${name}` : `${cut} of ${name}`) + top;
}

export type Take = NonNullable<Measure["take"]>;

/** The measures in the order they are offered, as they are said before "of". */
export const TAKES: readonly { take: Take; words: string; note?: string; also?: string }[] = [
  { take: "count", words: "number of records", also: "count rows how many frequency" },
  { take: "sum", words: "sum", note: "of a number", also: "total added up" },
  { take: "average", words: "average", note: "of a number", also: "mean avg" },
  { take: "median", words: "median", note: "of a number", also: "middle" },
  { take: "min", words: "smallest", note: "of a number", also: "minimum lowest least" },
  { take: "max", words: "largest", note: "of a number", also: "maximum highest most" },
  { take: "distinct", words: "distinct count", note: "different values", also: "unique number of different" },
  { take: "stdev", words: "standard deviation", note: "of a number", also: "sd spread variation" },
  { take: "percentile", words: "percentile", note: "of a number", also: "quantile quartile p90" },
  {
    take: "share",
    words: "share of records",
    note: "that meet a condition",
    also: "percentage percent proportion rate",
  },
  { take: "ratio", words: "ratio", note: "of two sums", also: "per rate divided quotient" },
];

/** Other words that people look for a show by. */
export const SHOWS_ALSO: Partial<Record<NonNullable<Show["as"]>, string>> = {
  value: "plain raw nothing",
  share: "percentage percent proportion of total",
  index: "relative compared normalized",
  running: "cumulative so far to date adding up",
  change: "difference growth delta from the one before",
  rank: "position place order",
  score: "z-score standardized deviations",
  gap: "difference from a target",
};

export function takeWords(measure: Measure | undefined): string {
  const take = measure?.take ?? "count";
  if (take === "percentile") return `${ordinal(measure?.p ?? 0)} percentile`;
  return TAKES.find((each) => each.take === take)?.words ?? take;
}

export function measureWords(measure: Measure | undefined): string {
  const take = measure?.take ?? "count";
  if (take === "count") return "number of records";
  if (take === "share") return `share of records where ${measure?.where ? conditionWords(measure.where) : ""}`;
  if (take === "ratio") return `ratio of ${fieldWords(measure?.of ?? "")} to ${fieldWords(measure?.per ?? "")}`;
  return `${takeWords(measure)} of ${fieldWords(measure?.of ?? "")}`;
}

export function ordinal(number: number): string {
  if (!Number.isInteger(number) || (number % 100 >= 11 && number % 100 <= 13)) return `${number}th`;
  return `${number}${["th", "st", "nd", "rd"][number % 10] ?? "th"}`;
}

/** What a cell shows, as it is said in the statement. */
export function showWords(show: Show | undefined): string {
  const of = show?.of ?? "whole";
  const its = of === "whole" ? "the whole" : `its ${of}`;
  const way = show?.along === "rows" ? "down the rows" : "across the columns";
  const within = of === "whole" ? "" : ` in its ${of}`;
  switch (show?.as ?? "value") {
    case "share":
      return `as share of ${its}`;
    case "index":
      return `against the ${show?.to === "first" ? "first" : "largest"} of its ${show?.of ?? "row"}`;
    case "running":
      return `as running total ${way}`;
    case "change":
      return `as ${show?.relative ? "relative " : ""}change ${way}`;
    case "rank":
      return `as rank${within}`;
    case "score":
      return `as standard score${within}`;
    case "gap":
      return `as distance from ${typeof show?.to === "object" ? show.to?.target : show?.to}`;
    default:
      return "as it is";
  }
}

/** What can be shown, with the words it is found by. */
export function showOptions(pivot: Recipe["pivot"]): readonly { show: Show; words: string }[] {
  const nested = (pivot.rows?.length ?? 0) > 1 || (pivot.columns?.length ?? 0) > 1 || Boolean(pivot.split);
  const shows: Show[] = [
    {},
    { as: "share", of: "row" },
    { as: "share", of: "column" },
    ...(nested ? [{ as: "share", of: "group" } as const] : []),
    { as: "share", of: "whole" },
    { as: "index", of: "row", to: "max" },
    { as: "index", of: "column", to: "max" },
    { as: "index", of: "row", to: "first" },
    { as: "index", of: "column", to: "first" },
    { as: "running", along: "columns" },
    { as: "running", along: "rows" },
    { as: "change", along: "columns" },
    { as: "change", along: "rows" },
    { as: "change", along: "columns", relative: true },
    { as: "change", along: "rows", relative: true },
    { as: "rank", of: "whole" },
    { as: "rank", of: "row" },
    { as: "rank", of: "column" },
    { as: "score", of: "row" },
    { as: "score", of: "column" },
    { as: "score", of: "whole" },
  ];
  return shows.map((show) => ({ show, words: showWords(show) }));
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
