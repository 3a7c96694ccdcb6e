/** Members that are unlike the others: how their numbers are written, which scale they are judged by, and what sets that. */
import type { Each, Figure, Recipe } from "../../../api/client";
import type { NumberStyle } from "../../../shared/numbers";
import { withColor, withEach } from "../changes/looks";
import type { Side } from "../changes/sides";
import type { Change } from "../changes/usePlate";
import type { Cell } from "../changes/view";

type Color = NonNullable<Recipe["color"]>;
/** What a scale is set by, of all cells or of some members. */
export type ScaleParts = Pick<Color, "low" | "middle" | "high" | "bands">;

/** How the value of a cell, or of a total in the line of a member, is written. */
export function styleAt(figure: Figure, cell: Partial<Cell>): NumberStyle {
  const { unlike, style } = figure;
  const line = unlike?.side === "rows" ? cell.row : cell.column;
  return (line === undefined ? undefined : unlike?.styles[line]) ?? style;
}

/** Members that have a scale of their own, and its place among all scales. */
export type Own = { side: Side; labels: readonly string[]; region: number };

/** Whose scale a cell is judged by: its row or column, where each has its own, or the members that are spoken of together. */
export function ownOf(figure: Figure, recipe: Recipe, cell: Cell | null): Own | null {
  if (!cell || !figure.regions.length) return null;
  const region = figure.regions[cell.row * figure.columns.length + cell.column];
  if (region === undefined || !figure.scales[region]) return null;
  const within = recipe.color?.within ?? "table";
  const each = recipe.each ?? [];
  const side: Side | null = each.length
    ? each[0]?.row
      ? "rows"
      : "columns"
    : within === "row"
      ? "rows"
      : within === "column"
        ? "columns"
        : null;
  if (!side) return null;
  const labels = labelsOf(figure, recipe, side, side === "rows" ? cell.row : cell.column);
  if (within === (side === "rows" ? "row" : "column")) return { side, labels, region };
  const spoken = fitting(each, labels).findLast(isJudged);
  return spoken ? { side, labels: labelsIn(spoken), region } : null;
}

/** The labels of a member without that of the matrix it stands in, side by side. */
export function labelsOf(figure: Figure, recipe: Recipe, side: Side, line: number): readonly string[] {
  const labels = (side === "rows" ? figure.row_labels : figure.column_labels)[line] ?? [];
  return side === "columns" && recipe.pivot.split ? labels.slice(1) : labels;
}

/** What is said of all that a member belongs to, and of itself last. */
const fitting = (each: readonly Each[], labels: readonly string[]) =>
  each
    .filter((one) => labelsIn(one).every((label, i) => label === labels[i]))
    .sort((one, other) => labelsIn(one).length - labelsIn(other).length);

export const labelsIn = (one: Each): readonly string[] => one.row ?? one.column ?? [];

const isJudged = ({ high_is, low, middle, high, bands, target }: Each) =>
  [high_is, low, middle, high, bands, target].some((part) => part !== undefined);

/** The parts that a scale is set by, as the recipe has them: of all, and over them those of some members. */
export function partsOf(recipe: Recipe, own: Own | null): ScaleParts {
  const { low, middle, high, bands } = recipe.color ?? {};
  const found: ScaleParts = { low, middle, high, bands };
  if (!own) return found;
  for (const one of fitting(recipe.each ?? [], own.labels)) {
    const target: End = typeof one.target === "number" ? { at: one.target, name: "target" } : one.target;
    Object.assign(found, defined({ low: one.low, middle: one.middle ?? target, high: one.high, bands: one.bands }));
  }
  return found;
}

type End = ScaleParts["middle"];
const defined = (parts: ScaleParts) => Object.fromEntries(Object.entries(parts).filter(([, part]) => part));

/** The parts of a scale set, for all or for some members. */
export const withParts =
  (parts: ScaleParts, own: Own | null): Change =>
  (recipe) =>
    own
      ? withEach(own.side, own.labels, "middle" in parts ? { ...parts, target: undefined } : parts)(recipe)
      : withColor(parts)(recipe);
