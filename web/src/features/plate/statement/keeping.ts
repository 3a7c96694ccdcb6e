import type { Condition } from "../../../api/client";

/** A condition taken apart: alternatives, of which one must hold, each of parts, which must all hold. */
export type Alternatives = readonly (readonly Condition[])[];

/** Where a part stands, or will stand, among all conditions. */
export type Spot = { at: number; alternative: number; part: number };

/** What nests deeper stays one part, as it is written. */
export function takenApart(condition: Condition): Alternatives {
  return (condition.any ?? [condition]).map((each) => each.all ?? [each]);
}

/** The conditions with one part put in its place, or with what was there taken off. What would be said twice is said once. */
export function withPart(keep: readonly Condition[], { at, alternative, part }: Spot, put?: Condition): Condition[] {
  const before = keep[at];
  const alternatives = before ? [...takenApart(before)] : [];
  const parts = [...(alternatives[alternative] ?? [])];
  parts.splice(part, 1, ...(put ? [put] : []));
  alternatives[alternative] = parts;
  return once([...keep.slice(0, at), ...together(alternatives), ...keep.slice(at + 1)]);
}

function together(alternatives: Alternatives): Condition[] {
  const left = once(alternatives.filter((parts) => parts.length).map((parts) => one(once(parts), "all")));
  return left.length ? [one(left, "any")] : [];
}

function once(conditions: readonly Condition[]): Condition[] {
  return [...new Map(conditions.map((each) => [JSON.stringify(each), each])).values()];
}

const one = (conditions: readonly Condition[], how: "all" | "any") =>
  conditions.length === 1 ? (conditions[0] as Condition) : { [how]: [...conditions] };
