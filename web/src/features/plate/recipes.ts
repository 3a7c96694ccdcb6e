/** Small changes of a recipe, each a function from recipe to recipe. */
import type { Condition, End, Level, Recipe } from "../../api/client";

type Side = "rows" | "columns";
type Take = NonNullable<NonNullable<Recipe["pivot"]["measure"]>["take"]>;

const pivot = (recipe: Recipe, change: Partial<Recipe["pivot"]>): Recipe => ({
  ...recipe,
  pivot: { ...recipe.pivot, ...change },
});

export const withSide = (side: Side, level: Level | null) => (recipe: Recipe) =>
  pivot(recipe, { [side]: level ? [level] : [] });

export const turned = (recipe: Recipe): Recipe => {
  const { rows, columns, totals } = recipe.pivot;
  return pivot(recipe, {
    rows: columns ?? [],
    columns: rows ?? [],
    totals: { rows: totals?.columns ?? false, columns: totals?.rows ?? false },
  });
};

export const withMeasure = (take: Take, of?: string) => (recipe: Recipe) =>
  pivot(recipe, { measure: take === "count" ? { take } : { take, of } });

export const withKeep = (keep: Condition[]) => (recipe: Recipe) => pivot(recipe, { keep });

export const withTotals = (side: Side, on: boolean) => (recipe: Recipe) =>
  pivot(recipe, { totals: { ...recipe.pivot.totals, [side]: on } });

export const withColor = (change: Partial<NonNullable<Recipe["color"]>>) => (recipe: Recipe) => ({
  ...recipe,
  color: { ...recipe.color, ...change },
});

export const withCells = (change: Partial<NonNullable<Recipe["cells"]>>) => (recipe: Recipe) => ({
  ...recipe,
  cells: { ...recipe.cells, ...change },
});

export const withLegend = (change: Partial<NonNullable<Recipe["legend"]>>) => (recipe: Recipe) => ({
  ...recipe,
  legend: { ...recipe.legend, ...change },
});

export const withWords = (change: Partial<NonNullable<Recipe["words"]>>) => (recipe: Recipe) => ({
  ...recipe,
  words: { ...recipe.words, ...change },
});

export const withPage = (width: number, height: number) => (recipe: Recipe) => ({ ...recipe, page: { width, height } });

/** An end or the middle at a number, keeping its name. */
export const placed = (which: "low" | "middle" | "high", at: number) => (recipe: Recipe) => {
  const name = recipe.color?.[which]?.name;
  const end: End = name ? { at, name } : { at };
  return withColor({ [which]: end })(recipe);
};
