/** What can be done to a plan, each a change of what stands, and how its parts are said. */
import type { PlanSpec } from "../../api/client";

export type Change = (plan: PlanSpec) => PlanSpec;
export type When = NonNullable<PlanSpec["when"]>;
export type Take = NonNullable<PlanSpec["take"]>[string];
export type Guards = NonNullable<PlanSpec["guards"]>;
export type Make = NonNullable<PlanSpec["make"]>[number];
export type Day = NonNullable<When["days"]>[number];

export const DAYS: readonly (readonly [Day, string])[] = [
  ["mon", "Monday"],
  ["tue", "Tuesday"],
  ["wed", "Wednesday"],
  ["thu", "Thursday"],
  ["fri", "Friday"],
  ["sat", "Saturday"],
  ["sun", "Sunday"],
];

export const withPlan =
  (part: Partial<PlanSpec>): Change =>
  (plan) => ({ ...plan, ...part });

export const withWhen =
  (part: Partial<When>): Change =>
  (plan) => ({ ...plan, when: { ...plan.when, ...part } });

export const withGuards =
  (part: Partial<Guards>): Change =>
  (plan) => ({ ...plan, guards: { ...plan.guards, ...part } });

export const withPut =
  (part: Partial<NonNullable<PlanSpec["put"]>>): Change =>
  (plan) => ({ ...plan, put: { ...plan.put, ...part } });

export const withMake =
  (at: number, part: Partial<Make>): Change =>
  (plan) => ({ ...plan, make: makesOf(plan).map((make, i) => (i === at ? { ...make, ...part } : make)) });

export const withAnother =
  (make: Make): Change =>
  (plan) => ({ ...plan, make: [...makesOf(plan), make] });

export const withoutMake =
  (at: number): Change =>
  (plan) => ({ ...plan, make: makesOf(plan).filter((_, i) => i !== at) });

/** A table is taken from files called as the one that it was read from. */
export const withTaken =
  (table: { id: number; name: string }, file: string): Change =>
  (plan) => ({
    ...plan,
    take: { ...plan.take, [freeName(plan, table.name)]: { table: table.id, pattern: patternOf(file) } },
  });

export const withTake =
  (name: string, part: Partial<Take>): Change =>
  (plan) => ({ ...plan, take: { ...plan.take, [name]: { ...plan.take?.[name], ...part } } });

/** What is taken no longer guards nothing, and starts nothing. */
export const withoutTake =
  (name: string): Change =>
  (plan) => {
    const { [name]: _gone, ...take } = plan.take ?? {};
    return { ...plan, take, arrives: Object.keys(take).length > 0 && plan.arrives };
  };

function freeName(plan: PlanSpec, name: string): string {
  const taken = plan.take ?? {};
  let free = name;
  for (let i = 2; free in taken; i++) free = `${name} ${i}`;
  return free;
}

/** The names of files like one: its digits may be others. */
export function patternOf(file: string): string {
  const name = file.replace(/^.*[/\\]/, "");
  const dot = name.lastIndexOf(".");
  const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ""];
  const pattern = stem.replace(/[\d*?[\]]+/g, "*");
  return `${pattern.includes("*") ? pattern : `${pattern}*`}${ending.replace(/[*?[\]]+/g, "*")}`;
}

export const makesOf = (plan: PlanSpec): readonly Make[] => plan.make ?? [];

const BRIEF = { most: 48, begin: 30, end: 16 };

/** A name as a sentence has room for it: of a long one its beginning and its end, where an edition or a day may stand. */
export function brief(name: string): string {
  const marks = [...name];
  if (marks.length <= BRIEF.most) return name;
  return `${marks.slice(0, BRIEF.begin).join("").trimEnd()}…${marks.slice(-BRIEF.end).join("").trimStart()}`;
}

/** "Every day at 07:00", "On Mondays and Fridays at 07:00". */
export function momentSaid(when: When | null | undefined): string {
  if (!when) return "";
  const days = DAYS.filter(([day]) => when.days?.includes(day));
  const time = when.time ?? "07:00";
  if (days.length === 0 || days.length === DAYS.length) return `every day at ${time}`;
  if (days.length === 5 && !days.some(([day]) => day === "sat" || day === "sun")) return `on workdays at ${time}`;
  return `on ${listed(days.map(([, name]) => `${name}s`))} at ${time}`;
}

export function listed(words: readonly string[]): string {
  if (words.length < 2) return words[0] ?? "";
  return `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;
}

/** A share typed as a percentage, from 0 to 1000; null for what is none. */
export function shareOf(text: string): number | null {
  const typed = text.trim().replace(/%$/, "").trim().replace(",", ".");
  const number = Number(typed);
  return typed && Number.isFinite(number) && number >= 0 && number <= 1000 ? number / 100 : null;
}

export const percentOf = (share: number): string => `${Number((share * 100).toPrecision(12))}`;

/** What is typed as a time of the day, as a plan has it; null for what is none. */
export function timeOf(text: string): string | null {
  const [, hours, minutes = "00"] = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(text) ?? [];
  if (hours === undefined || Number(hours) > 23 || Number(minutes) > 59) return null;
  return `${hours.padStart(2, "0")}:${minutes}`;
}
