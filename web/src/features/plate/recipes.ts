/** Small changes of a recipe, each a function from recipe to recipe. */
import type { Condition, Level, Measure, Order, Pivot, Recipe, Show } from "../../api/client";

export type Side = "rows" | "columns";

const pivot = (recipe: Recipe, change: Partial<Recipe["pivot"]>): Recipe => ({
  ...recipe,
  pivot: { ...recipe.pivot, ...change },
});

export const other = (side: Side): Side => (side === "rows" ? "columns" : "rows");

/** The levels of a side. An order by hand or by a member was of the levels before, and goes with them. */
export const withLevels =
  (side: Side, levels: readonly Level[]) =>
  (recipe: Recipe): Recipe => {
    const order = recipe.pivot.order ?? {};
    const ofMembers = order[side]?.by === "hand" || order[side]?.by === "member";
    const aside = recipe.pivot.aside?.[side]?.length ? { ...recipe.pivot.aside, [side]: [] } : recipe.pivot.aside;
    return pivot(recipe, {
      [side]: [...levels],
      ...(ofMembers ? { order: { ...order, [side]: {} } } : {}),
      ...(aside ? { aside } : {}),
    });
  };

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
    if (levels[to.side].length > LEVELS_MOST) return recipe;
    return withLevels("rows", levels.rows)(withLevels("columns", levels.columns)(recipe));
  };

export const LEVELS_MOST = 3;

export const withSplit = (level: Level | null) => (recipe: Recipe) => pivot(recipe, { split: level ?? undefined });

export const turned = (recipe: Recipe): Recipe => {
  const { rows, columns, totals, order, show, aside } = recipe.pivot;
  return pivot(recipe, {
    rows: columns ?? [],
    columns: rows ?? [],
    ...(order ? { order: { rows: order.columns, columns: order.rows } } : {}),
    ...(aside ? { aside: { rows: aside.columns, columns: aside.rows } } : {}),
    ...(show ? { show: turnedShow(show) } : {}),
    totals: {
      ...totals,
      rows: totals?.columns ?? false,
      columns: totals?.rows ?? false,
      row_groups: totals?.column_groups ?? false,
      column_groups: totals?.row_groups ?? false,
    },
  });
};

function turnedShow(show: Show): Show {
  const of = { row: "column", column: "row", group: "group", whole: "whole" } as const;
  return {
    ...show,
    ...(show.of ? { of: of[show.of] } : {}),
    ...(show.along ? { along: other(show.along) } : {}),
  };
}

export const withMeasure = (measure: Measure) => (recipe: Recipe) => inOtherUnits(pivot(recipe, { measure }));

export const withShow = (show: Show) => (recipe: Recipe) => inOtherUnits(pivot(recipe, { show }));

/** Ends, cuts and a spotlight at numbers or targets, and the legend's own title, were of what was measured before, and go with it. */
function inOtherUnits(recipe: Recipe): Recipe {
  const { color, legend, ...rest } = recipe;
  const { low, middle, high, bands, spotlight, ...others } = color ?? {};
  const ends = Object.entries({ low, middle, high }).filter(
    ([, end]) => end && typeof end.at !== "number" && end.target === undefined,
  );
  const left = {
    ...others,
    ...Object.fromEntries(ends),
    ...(bands?.method ? { bands } : {}),
    ...(spotlight?.highest || spotlight?.lowest ? { spotlight } : {}),
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

/** Coefficients have no other measure beside them: none that is printed, none that sizes the marks, none that is lit. */
function withoutOthers(recipe: Recipe): Recipe {
  const { cells, color, ...rest } = recipe;
  const { print: _, marks, ...kept } = cells ?? {};
  const { size: __, title: ___, ...alike } = marks ?? {};
  const { spotlight, ...lit } = color ?? {};
  return {
    ...rest,
    ...(cells ? { cells: { ...kept, ...(marks ? { marks: alike } : {}) } } : {}),
    ...(color ? { color: spotlight?.of === "measure" ? lit : color } : {}),
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

export const withPage = (width: number, height: number) => withPageLook({ width, height });

/** A page with another look. */
export const withPageLook = (change: Partial<NonNullable<Recipe["page"]>>) => (recipe: Recipe) => ({
  ...recipe,
  page: { ...recipe.page, ...change },
});

type Marks = NonNullable<NonNullable<Recipe["cells"]>["marks"]>;
export const withMarks = (change: Partial<Marks>) => (recipe: Recipe) =>
  withCells({ marks: { ...recipe.cells?.marks, ...change } })(recipe);

export const withHeads = (change: Partial<NonNullable<Recipe["heads"]>>) => (recipe: Recipe) => ({
  ...recipe,
  heads: { ...recipe.heads, ...change },
});

export const withNotes = (notes: NonNullable<Recipe["notes"]>) => (recipe: Recipe) => ({ ...recipe, notes });

/** A caution that does not matter here, with the reason; without one it is told again. */
export const withDismissed = (name: string, reason: string | undefined) => (recipe: Recipe) => {
  const { [name]: _, ...others } = recipe.dismissed ?? {};
  return { ...recipe, dismissed: reason ? { ...others, [name]: reason } : others };
};

/** A cell by its labels. */
export type CellLabels = { row: string[]; column: string[] };
const sameCell = (one: CellLabels, other: CellLabels) => JSON.stringify(one) === JSON.stringify(other);

/** A cell set aside, or brought back. */
export const withCellAside = (cell: CellLabels, aside: boolean) => (recipe: Recipe) => {
  const others = (recipe.pivot.aside?.cells ?? []).filter((each) => !sameCell(cellOf(each), cell));
  return pivot(recipe, { aside: { ...recipe.pivot.aside, cells: aside ? [...others, cell] : others } });
};

const cellOf = ({ row, column }: CellLabels): CellLabels => ({ row, column });

/** Another column wherever a recipe names one. */
export const withFieldRenamed = (from: string, to: string) => (recipe: Recipe) => renamedIn(recipe, from, to) as Recipe;

function renamedIn(part: unknown, from: string, to: string): unknown {
  if (Array.isArray(part)) return part.map((each) => renamedIn(each, from, to));
  if (typeof part !== "object" || part === null) return part;
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => {
      if (["field", "of", "per"].includes(key) && value === from) return [key, to];
      if (key === "fields" && Array.isArray(value)) return [key, value.map((each) => (each === from ? to : each))];
      return [key, renamedIn(value, from, to)];
    }),
  );
}

/** A JSON merge patch (RFC 7396) laid on a recipe. */
export const withPatch =
  (patch: Record<string, unknown>) =>
  (recipe: Recipe): Recipe =>
    merged(recipe, patch) as Recipe;

function merged(target: unknown, patch: unknown): unknown {
  if (typeof patch !== "object" || patch === null || Array.isArray(patch)) return patch;
  const now: Record<string, unknown> =
    typeof target === "object" && target !== null && !Array.isArray(target) ? { ...target } : {};
  for (const [key, value] of Object.entries(patch)) {
    if (value === null) delete now[key];
    else now[key] = merged(now[key], value);
  }
  return now;
}

/** What cells are judged among. One number for an end would make all rows alike again, so ends go back to each one's own. */
export const withWithin = (within: NonNullable<Recipe["color"]>["within"]) => (recipe: Recipe) => {
  const { low, middle, high, ...color } = recipe.color ?? {};
  const kept = Object.entries({ low, middle, high }).filter(
    ([, end]) => end && (within === "table" || end.percent !== undefined || end.percentile !== undefined),
  );
  return { ...recipe, color: { ...color, ...Object.fromEntries(kept), within } };
};

type Bands = NonNullable<NonNullable<Recipe["color"]>["bands"]>;

/** Bands in place of a ramp, or a ramp again. */
export const withBands = (bands: Bands | undefined) => withColor({ bands });
