/** Changes of the levels of a side, and of what names its members; each a function from recipe to recipe. */
import type { Level, Pivot, Recipe } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";

export type Side = "rows" | "columns";

export const pivot = (recipe: Recipe, change: Partial<Recipe["pivot"]>): Recipe => ({
  ...recipe,
  pivot: { ...recipe.pivot, ...change },
});

export const other = (side: Side): Side => (side === "rows" ? "columns" : "rows");

/**
 * The levels of a side. What names its members goes along where the same levels only stand in another order; where others stand
 * there, an order by hand or by a member, and what is set aside, were of those before and go with them.
 */
export const withLevels =
  (side: Side, levels: readonly Level[]) =>
  (recipe: Recipe): Recipe => {
    const places = movedFrom(recipe.pivot[side] ?? [], levels);
    if (places) return pivot(relabelled(recipe, side, places), { [side]: [...levels] });
    const order = recipe.pivot.order ?? {};
    const ofMembers = order[side]?.by === "hand" || order[side]?.by === "member";
    const aside = recipe.pivot.aside?.[side]?.length ? { ...recipe.pivot.aside, [side]: [] } : recipe.pivot.aside;
    return pivot(recipe, {
      [side]: [...levels],
      ...(ofMembers ? { order: { ...order, [side]: {} } } : {}),
      ...(aside ? { aside } : {}),
    });
  };

/** For each of the levels where it stood before, if they are the same in another order. */
function movedFrom(before: readonly Level[], after: readonly Level[]): number[] | null {
  const [old, now] = [before, after].map((levels) => levels.map((level) => JSON.stringify(level))) as [
    string[],
    string[],
  ];
  const places = now.map((level) => old.indexOf(level));
  const same = old.length === now.length && new Set(places).size === old.length && !places.includes(-1);
  return same && places.some((place, i) => place !== i) ? places : null;
}

/** The labels of one side's members put in the order of its levels; a group of the levels before is one no more, and goes. */
function relabelled(recipe: Recipe, side: Side, places: readonly number[]): Recipe {
  const ahead = side === "columns" && recipe.pivot.split ? 1 : 0;
  const whole = (labels: readonly string[]) => labels.length === places.length + ahead;
  const moved = (labels: readonly string[]) => [
    ...labels.slice(0, ahead),
    ...places.map((place) => labels[ahead + place] as string),
  ];
  const { order, aside } = recipe.pivot;
  const one = side === "rows" ? "row" : "column";
  const across = order?.[other(side)];
  const own = order?.[side];
  const turnedOrder: Orders = {
    ...order,
    ...(own?.by === "hand" && own.hand ? { [side]: { ...own, hand: byPlace(own.hand, places, ahead) } } : {}),
    ...(across?.by === "member" && across.of && whole(across.of)
      ? { [other(side)]: { ...across, of: moved(across.of) } }
      : {}),
  };
  return {
    ...pivot(recipe, {
      ...(order ? { order: turnedOrder } : {}),
      ...(aside
        ? {
            aside: {
              ...aside,
              ...(aside[side] ? { [side]: aside[side].filter(whole).map(moved) } : {}),
              ...(aside.cells
                ? {
                    cells: aside.cells
                      .filter((cell) => whole(cell[one]))
                      .map((cell) => ({ ...cell, [one]: moved(cell[one]) })),
                  }
                : {}),
            },
          }
        : {}),
    }),
    ...(recipe.each
      ? {
          each: recipe.each.flatMap((said) => {
            const labels = said[one];
            if (!labels?.length) return [said];
            return labels.length === places.length
              ? [{ ...said, [one]: places.map((place) => labels[place] as string) }]
              : [];
          }),
        }
      : {}),
    ...(recipe.notes
      ? {
          notes: recipe.notes.flatMap((note) => {
            const labels = note[one];
            if (!labels?.length) return [note];
            return whole(labels) ? [{ ...note, [one]: moved(labels) }] : [];
          }),
        }
      : {}),
  };
}

export type Orders = NonNullable<Pivot["order"]>;

/** Labels of each level, in the order of the levels. */
function byPlace(hand: readonly string[][], places: readonly number[], ahead: number): string[][] {
  return [...hand.slice(0, ahead), ...places.map((place) => [...(hand[ahead + place] ?? [])])];
}

/** A level changed in place, put behind the last where there is none at that place, or taken off. */
export const withLevel = (side: Side, at: number, level: Level | null) => (recipe: Recipe) => {
  const levels = [...(recipe.pivot[side] ?? [])];
  if (level) levels.splice(at, 1, level);
  else levels.splice(at, 1);
  return withLevels(side, levels)(recipe);
};

/** A level put before the place it is moved to, on its own side or the other. */
export const withLevelMoved =
  (from: { side: Side; at: number }, to: { side: Side; at: number }) => (recipe: Recipe) => {
    const levels = { rows: [...(recipe.pivot.rows ?? [])], columns: [...(recipe.pivot.columns ?? [])] };
    const [level] = levels[from.side].splice(from.at, 1);
    if (!level) return recipe;
    levels[to.side].splice(to.at, 0, level);
    if (levels[to.side].length > LIMITS.levels_most) return recipe;
    return withLevels("rows", levels.rows)(withLevels("columns", levels.columns)(recipe));
  };

export const withSplit = (level: Level | null) => (recipe: Recipe) => pivot(recipe, { split: level ?? undefined });
