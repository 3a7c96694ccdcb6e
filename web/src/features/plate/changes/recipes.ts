/** Small changes of a recipe, each a function from recipe to recipe. */
import type { Condition, Each, Level, Measure, Order, Pivot, Recipe, Show } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";

export type Side = "rows" | "columns";

const pivot = (recipe: Recipe, change: Partial<Recipe["pivot"]>): Recipe => ({
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

type Orders = NonNullable<Pivot["order"]>;

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

/** What a plate could be made with again that cannot be, by the place that is told of it; each with its name. */
export function cures(path: string, recipe: Recipe): { name: string; change: (recipe: Recipe) => Recipe }[] {
  const level = path.match(/^pivot\.(rows|columns)\[(\d+)\](?:\.(bins|cut|top|by))?/);
  if (level) {
    const [side, at, key] = [level[1] as Side, Number(level[2]), level[3]];
    const there = recipe.pivot[side]?.[at];
    if (!there) return [];
    const without =
      key && key in there ? Object.fromEntries(Object.entries(there).filter(([name]) => name !== key)) : null;
    return [
      ...(without ? [{ name: DROPS[key as keyof typeof DROPS], change: withLevel(side, at, without as Level) }] : []),
      { name: `Take it off the ${side}`, change: withLevel(side, at, null) },
    ];
  }
  if (path.startsWith("pivot.split")) return [{ name: "Do not split", change: withSplit(null) }];
  const kept = path.match(/^pivot\.keep\[(\d+)\]/);
  if (kept) {
    const keep = recipe.pivot.keep ?? [];
    return [{ name: "Take the condition off", change: withKeep(keep.filter((_, i) => i !== Number(kept[1]))) }];
  }
  if (path.startsWith("pivot.measure"))
    return [{ name: "Count records instead", change: withMeasure({ take: "count" }) }];
  if (path.startsWith("pivot.show")) return [{ name: "Show it as it is", change: withShow({}) }];
  if (path.startsWith("pivot.order")) return [{ name: "Natural order", change: (each) => pivot(each, { order: {} }) }];
  if (path.startsWith("pivot.correlate")) return [{ name: "Back to a pivot", change: withCorrelation(undefined) }];
  if (path.startsWith("cells.print"))
    return [{ name: "Print the colored value", change: withCells({ print: undefined }) }];
  if (path.startsWith("heads.weight")) return [{ name: "Make them alike", change: withHeads({ weight: undefined }) }];
  if (path.startsWith("cells.symbols")) return [{ name: "Fill the cells", change: withCells({ symbols: undefined }) }];
  const lit = path.startsWith("color.lit");
  if (lit) return [{ name: "Light all cells", change: withColor({ lit: undefined }) }];
  if (path.startsWith("color.scale")) return [{ name: "Spread evenly", change: withColor({ scale: "linear" }) }];
  if (path.startsWith("color.within")) return [{ name: "Judge in the table", change: withColor({ within: "table" }) }];
  if (path.startsWith("color.bands")) return [{ name: "Take the bands off", change: withColor({ bands: undefined }) }];
  if (/^color\.(low|middle|high)/.test(path)) {
    const ends = { low: undefined, middle: undefined, high: undefined };
    return [{ name: "Ends from the data", change: withColor(ends) }];
  }
  return [];
}

const DROPS = {
  bins: "Drop the bins",
  cut: "Drop the part",
  top: "Keep all members",
  by: "By what is measured",
} as const;

export const withSplit = (level: Level | null) => (recipe: Recipe) => pivot(recipe, { split: level ?? undefined });

/** Rows and columns turned, and with them whatever speaks of rows and columns. Turned twice, a recipe is as it was. */
export const turned = (recipe: Recipe): Recipe => {
  const { rows, columns, totals, order, show, aside, split } = recipe.pivot;
  // Matrices side by side stand across: the member of the split leads the labels of columns, and of columns alone.
  const down = (labels: readonly string[]) => (split ? labels.slice(1) : [...labels]);
  const across = (labels: readonly string[], of: readonly string[] = []) =>
    split ? [of[0] ?? "", ...labels] : [...labels];
  const cell = (each: CellLabels): CellLabels => ({
    row: down(each.column),
    column: across(each.row, each.column),
  });
  const { color, words, heads, notes, each, ...rest } = recipe;
  const { rows: rowWords, columns: columnWords, ...otherWords } = words ?? {};
  return pivot(
    {
      ...rest,
      ...(each ? { each: each.map(({ row, column, ...said }) => ({ ...said, row: column, column: row })) } : {}),
      ...(color ? { color: { ...color, ...(color.within ? { within: WITHIN[color.within] } : {}) } } : {}),
      ...(words
        ? {
            words: {
              ...otherWords,
              ...(columnWords === undefined ? {} : { rows: columnWords }),
              ...(rowWords === undefined ? {} : { columns: rowWords }),
            },
          }
        : {}),
      ...(heads
        ? {
            heads: {
              ...heads,
              ...(heads.weight ? { weight: { rows: heads.weight.columns, columns: heads.weight.rows } } : {}),
              ...(heads.flow ? { flow: { ...heads.flow, along: other(heads.flow.along ?? "columns") } } : {}),
            },
          }
        : {}),
      ...(notes ? { notes: notes.map((note) => turnedNote(note, down, across)) } : {}),
    },
    {
      rows: columns ?? [],
      columns: rows ?? [],
      ...(order ? { order: turnedOrders(order, Boolean(split), down, across) } : {}),
      ...(aside
        ? {
            aside: {
              ...(aside.columns ? { rows: aside.columns.map(down) } : {}),
              ...(aside.rows ? { columns: aside.rows.map((labels) => across(labels)) } : {}),
              ...(aside.cells ? { cells: aside.cells.map(cell) } : {}),
            },
          }
        : {}),
      ...(show ? { show: turnedShow(show) } : {}),
      totals: {
        ...totals,
        rows: totals?.columns ?? false,
        columns: totals?.rows ?? false,
        row_groups: totals?.column_groups ?? false,
        column_groups: totals?.row_groups ?? false,
      },
    },
  );
};

const WITHIN = { row: "column", column: "row", group: "group", table: "table" } as const;
type Labels = (labels: readonly string[], of?: readonly string[]) => string[];
type Note = NonNullable<Recipe["notes"]>[number];

function turnedNote({ row, column, ...note }: Note, down: Labels, across: Labels): Note {
  return {
    ...note,
    ...(column?.length ? { row: down(column) } : {}),
    ...(row?.length ? { column: across(row, column) } : {}),
  };
}

function turnedOrders(order: Orders, split: boolean, down: Labels, across: Labels): Orders {
  const rows = order.rows ?? {};
  const columns = order.columns ?? {};
  const turnedOf = (each: Order, labels: Labels) => ({ ...each, ...(each.of?.length ? { of: labels(each.of) } : {}) });
  if (!split) return { rows: turnedOf(columns, across), columns: turnedOf(rows, down) };
  // The order of the matrices themselves stays with the columns, which have no order by what they show.
  const [matrices = [], ...inner] = columns.by === "hand" ? (columns.hand ?? []) : [];
  const own = columns.by === "hand" ? (inner.length ? { ...columns, hand: inner } : {}) : turnedOf(columns, across);
  if (rows.by === "hand") return { rows: own, columns: { ...rows, hand: [matrices, ...(rows.hand ?? [])] } };
  if (matrices.length && (rows.by ?? "natural") === "natural")
    return { rows: own, columns: { by: "hand", hand: [matrices] } };
  return { rows: own, columns: ["total", "member", "likeness"].includes(rows.by ?? "") ? {} : rows };
}

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

/** What the title claims, checked whenever the figure is made. */
export const withClaims = (claims: readonly string[]) => (recipe: Recipe) => ({ ...recipe, claims: [...claims] });

type Symbols = NonNullable<NonNullable<Recipe["cells"]>["symbols"]>;
export const withSymbols = (change: Partial<Symbols>) => (recipe: Recipe) =>
  withCells({ symbols: { ...recipe.cells?.symbols, ...change } })(recipe);

export const withHeads = (change: Partial<NonNullable<Recipe["heads"]>>) => (recipe: Recipe) => ({
  ...recipe,
  heads: { ...recipe.heads, ...change },
});

/** What is said of some members of a side; nothing left of it, they are like all others again. */
export const withEach =
  (side: Side, labels: readonly string[], parts: Partial<Each>) =>
  (recipe: Recipe): Recipe => {
    const one = side === "rows" ? "row" : "column";
    const before = recipe.each ?? [];
    const at = before.findIndex((each) => each[one] && JSON.stringify(each[one]) === JSON.stringify(labels));
    const next: Each = { ...before[at], [one]: [...labels], ...parts };
    const said = Object.entries(next).some(([key, value]) => key !== one && value !== undefined && value !== "");
    const each = at < 0 ? [...before, next] : before.with(at, next);
    // Rows and columns cannot both have their own ways.
    const left = (said ? each : each.filter((every) => every !== next)).filter((every) => every[one]);
    return { ...recipe, each: left };
  };

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
