/** What a head stands for, and the changes of the recipe that its menu offers. */
import type { Condition, Figure, Level, Lines, Order, Recipe } from "../../../api/client";
import { withAside, withKeep, withOrder } from "../changes/pivots";
import { other, type Side, withLevels } from "../changes/sides";
import type { Change } from "../changes/usePlate";

export type Head = {
  side: Side;
  /** The line of the matrix: a member, or a group behind all members. */
  line: number;
  labels: readonly string[];
  /** Which of the side's levels it is of, from 0; and that level. */
  depth: number;
  level: Level;
  /** Where the level stands in the recipe: on the side, or as what the figure is split by. */
  at: number | "split";
  innermost: boolean;
  /** Labels of the same level, in the order they stand. */
  siblings: readonly string[];
  movable: { before: boolean; after: boolean };
  /** Its label is that of a category of the table, not of a part or a bin, nor a name given in this plate. */
  mendable: boolean;
};

/** The head at a line; null for that of all, and where fields are correlated. */
export function headOf(figure: Figure, recipe: Recipe, { row, column }: Lines): Head | null {
  const side: Side = row >= 0 ? "rows" : "columns";
  const line = row >= 0 ? row : column;
  const members = side === "rows" ? figure.row_labels : figure.column_labels;
  const groups = side === "rows" ? figure.row_groups : figure.column_groups;
  const labels = line < members.length ? members[line] : groups[line - members.length]?.labels;
  if (!labels?.length || recipe.pivot.correlate) return null;
  const levels = levelsOf(recipe, side);
  const depth = labels.length - 1;
  const level = levels[depth];
  if (!level) return null;
  const siblings = [...new Set(members.map((each) => each[depth] as string))];
  const place = siblings.indexOf(labels[depth] as string);
  const split = side === "columns" && recipe.pivot.split ? 1 : 0;
  return {
    side,
    line,
    labels,
    depth,
    level,
    at: split && depth === 0 ? "split" : depth - split,
    innermost: depth === levels.length - 1,
    siblings,
    movable: { before: place > 0, after: place < siblings.length - 1 },
    mendable: !level.cut && !level.bins && !Object.values(level.names ?? {}).includes(labels[depth] as string),
  };
}

/** The levels of a side as the matrix has them: what it is split by stands outermost across. */
function levelsOf(recipe: Recipe, side: Side): Level[] {
  const levels = recipe.pivot[side] ?? [];
  return side === "columns" && recipe.pivot.split ? [recipe.pivot.split, ...levels] : levels;
}

/** The other side ordered by this head, the largest first; or its own side by total, nature or likeness. Twice turns it round. */
export function orderedBy(head: Head, by?: "total" | "natural" | "likeness"): Change {
  return (recipe) => {
    const side = by ? head.side : other(head.side);
    const now = recipe.pivot.order?.[side];
    const next: Order = by
      ? { by, ...(by === "total" ? { descending: true } : {}) }
      : { by: "member", of: [...head.labels], descending: true };
    const again = JSON.stringify(now) === JSON.stringify(next) && by !== "likeness";
    return withOrder(side, again ? { ...next, descending: !next.descending } : next)(recipe);
  };
}

/** Labels of every level as they stand, to be ordered by hand. */
function handOf(figure: Figure, side: Side): string[][] {
  const members = side === "rows" ? figure.row_labels : figure.column_labels;
  const levels = members[0]?.length ?? 0;
  return Array.from({ length: levels }, (_, depth) => [...new Set(members.map((each) => each[depth] as string))]);
}

/** A head moved by so many places among those of its level. */
export function movedBy(figure: Figure, head: Head, step: number): Change {
  return placed(figure, head, head.siblings.indexOf(head.labels[head.depth] as string) + step);
}

/** A head moved to where another one of its level stands. */
export function movedTo(figure: Figure, head: Head, to: Head): Change {
  return placed(figure, head, to.siblings.indexOf(to.labels[to.depth] as string));
}

function placed(figure: Figure, head: Head, at: number): Change {
  const hand = handOf(figure, head.side);
  const label = head.labels[head.depth] as string;
  const rest = (hand[head.depth] as string[]).filter((each) => each !== label);
  rest.splice(at, 0, label);
  hand[head.depth] = rest;
  return withOrder(head.side, { by: "hand", hand });
}

/** A head under another name in this plate; heads of one name are one member. */
export function withHeadNamed(head: Head, to: string): Change {
  return (recipe) => {
    const label = head.labels[head.depth] as string;
    const before = head.level.names ?? {};
    // What bears the name already, and the label itself where no name was given to it.
    const bearers = Object.keys(before).filter((each) => before[each] === label);
    const names = { ...before, ...Object.fromEntries((bearers.length ? bearers : [label]).map((each) => [each, to])) };
    const level = {
      ...head.level,
      names: Object.fromEntries(Object.entries(names).filter(([from, name]) => from !== name)),
    };
    if (head.at === "split") return { ...recipe, pivot: { ...recipe.pivot, split: level } };
    const levels = [...(recipe.pivot[head.side] ?? [])];
    levels[head.at] = level;
    return withLevels(head.side, levels)(recipe);
  };
}

/** The records of a member left out by a condition; null where no condition says just that. */
export function withHeadLeftOut(head: Head): Change | null {
  const { level } = head;
  if (level.bins) return null;
  const label = head.labels[head.depth] as string;
  const gathered = Object.entries(level.names ?? {}).flatMap(([from, name]) => (name === label ? [from] : []));
  if (level.top && level.others && label === (level.others === true ? "Others" : level.others)) {
    return null; // the rest is taken off in the options of its level
  }
  const out = gathered.length ? gathered : [label];
  return (recipe) => {
    const keep = recipe.pivot.keep ?? [];
    const of: Condition = {
      field: level.field,
      ...(level.cut ? { cut: level.cut } : {}),
      ...(level.year_starts ? { year_starts: level.year_starts } : {}),
    };
    const at = keep.findIndex(
      (each) => each.not_in && each.field === of.field && each.cut === of.cut && each.year_starts === of.year_starts,
    );
    const there = keep[at];
    if (!there) return withKeep([...keep, { ...of, not_in: out }])(recipe);
    return withKeep(keep.map((each, i) => (i === at ? { ...there, not_in: [...(there.not_in ?? []), ...out] } : each)))(
      recipe,
    );
  };
}

export function setAside(head: Head): Change {
  return (recipe) => withAside(head.side, [...(recipe.pivot.aside?.[head.side] ?? []), [...head.labels]])(recipe);
}
