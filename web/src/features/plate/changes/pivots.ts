/** Changes of what is measured, shown, kept, ordered and set aside; each a function from recipe to recipe. */
import type { Condition, Measure, Order, Pivot, Recipe, Show } from "../../../api/client";
import { pivot, type Side } from "./sides";

export const withMeasure = (measure: Measure) => (recipe: Recipe) => inOtherUnits(pivot(recipe, { measure }));

export const withShow = (show: Show) => (recipe: Recipe) => inOtherUnits(pivot(recipe, { show }));

/** Ends, cuts and what is lit by numbers or targets, and the legend's own title, were of what was measured before, and go with it. */
function inOtherUnits(recipe: Recipe): Recipe {
  const { color, legend, ...rest } = recipe;
  const { low, middle, high, bands, lit, ...others } = color ?? {};
  const ends = Object.entries({ low, middle, high }).filter(
    ([, end]) => end && typeof end.at !== "number" && end.at !== "mirrored" && end.target === undefined,
  );
  const left = {
    ...others,
    ...Object.fromEntries(ends),
    ...(bands?.method ? { bands } : {}),
    ...(lit?.highest || lit?.lowest ? { lit } : {}),
  };
  const { title: _, ...kept } = legend ?? {};
  return { ...rest, ...(color ? { color: left } : {}), ...(legend ? { legend: kept } : {}) };
}

export const withKeep = (keep: readonly Condition[]) => (recipe: Recipe) => pivot(recipe, { keep: [...keep] });

export const withOrder = (side: Side, order: Order) => (recipe: Recipe) =>
  pivot(recipe, { order: { ...recipe.pivot.order, [side]: order } });

export const withAside = (side: Side, members: readonly (readonly string[])[]) => (recipe: Recipe) =>
  pivot(recipe, { aside: { ...recipe.pivot.aside, [side]: members.map((labels) => [...labels]) } });

/** A member that is set aside, brought back. */
export const withoutAside =
  (side: Side, labels: readonly string[]) =>
  (recipe: Recipe): Recipe =>
    withAside(
      side,
      (recipe.pivot.aside?.[side] ?? []).filter((each) => each.join("\n") !== labels.join("\n")),
    )(recipe);

/** Another pivot in place of the one before. */
export const withPivot = (whole: Pivot) => (recipe: Recipe) => {
  const next = { ...recipe, pivot: whole };
  const laid = shownBy(whole) === shownBy(recipe.pivot) ? next : inOtherUnits(next);
  return whole.correlate ? withoutOthers(laid) : laid;
};

const shownBy = ({ measure, show, correlate }: Pivot) =>
  JSON.stringify([measure ?? {}, show ?? {}, Boolean(correlate)]);

/** Coefficients have no other measure beside them: none that is printed, none that sizes the symbols, none that is lit. */
function withoutOthers(recipe: Recipe): Recipe {
  const { cells, color, ...rest } = recipe;
  const { print: _, symbols, ...kept } = cells ?? {};
  const { size: __, title: ___, ...alike } = symbols ?? {};
  const { lit, ...unlit } = color ?? {};
  return {
    ...rest,
    ...(cells ? { cells: { ...kept, ...(symbols ? { symbols: alike } : {}) } } : {}),
    ...(color ? { color: lit?.of === "measure" ? unlit : color } : {}),
  };
}

/** Coefficients of fields in place of sides and measure, or back to a pivot. */
export const withCorrelation = (correlate: Pivot["correlate"]) => (recipe: Recipe) => {
  const { keep } = recipe.pivot;
  return withPivot({ ...(keep ? { keep } : {}), ...(correlate ? { correlate } : {}) })(recipe);
};

type Totals = NonNullable<Pivot["totals"]>;
export const withTotals = (change: Totals) => (recipe: Recipe) =>
  pivot(recipe, { totals: { ...recipe.pivot.totals, ...change } });

/** A cell by its labels. */
export type CellLabels = { row: string[]; column: string[] };
const sameCell = (one: CellLabels, other: CellLabels) => JSON.stringify(one) === JSON.stringify(other);

/** A cell set aside, or brought back. */
export const withCellAside = (cell: CellLabels, aside: boolean) => (recipe: Recipe) => {
  const others = (recipe.pivot.aside?.cells ?? []).filter((each) => !sameCell(cellOf(each), cell));
  return pivot(recipe, { aside: { ...recipe.pivot.aside, cells: aside ? [...others, cell] : others } });
};

const cellOf = ({ row, column }: CellLabels): CellLabels => ({ row, column });
