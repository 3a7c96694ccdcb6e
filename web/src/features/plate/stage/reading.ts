/** What there is to say of a cell, from the figure alone. */
import type { Figure, Recipe } from "../../../api/client";
import { MEASURE_TERMS } from "../../../api/vocabulary";
import { counted, grouped, percent, styled } from "../../../shared/numbers";
import type { Cell, Comparing } from "../changes/view";
import { styleAt } from "../color/unlike";
import { placer } from "../scale/coloring";

export const indexOf = (figure: Figure, cell: Cell) => cell.row * figure.columns.length + cell.column;

export function cellName(figure: Figure, cell: Cell): string {
  return [figure.rows[cell.row], figure.columns[cell.column]].filter(Boolean).join(", ") || "All records";
}

/** The same by its innermost members, where room is short and no other member of its side is called the same. */
export function shortCellName(figure: Figure, { row, column }: Cell): string {
  const down = shortName(figure.row_labels, row);
  const across = figure.panels ? figure.columns[column] : shortName(figure.column_labels, column);
  return [down, across].filter(Boolean).join(", ") || "All records";
}

function shortName(side: readonly (readonly string[])[], at: number): string | undefined {
  const name = side[at]?.at(-1);
  const alone = side.filter((labels) => labels.at(-1) === name).length === 1;
  return alone ? name : side[at]?.join(", ");
}

export function valueWords(figure: Figure, value: number | null | undefined, line: Partial<Cell>): string {
  return value === null || value === undefined ? "no value" : styled(value, styleAt(figure, line));
}

export function cellWords(figure: Figure, cell: Cell): string {
  const { value, why } = readOf(figure, cell);
  const sides = sidesWords(figure, cell);
  const said = [value, why, sides, recordsWords(figure, cell)].filter(Boolean).join(", ");
  return `${cellName(figure, cell)}: ${said}`;
}

/** What a cell holds, in words, and why it has no color although it holds something. */
export function readOf(figure: Figure, cell: Cell): { value: string; why: string } {
  const i = indexOf(figure, cell);
  const held = figure.held_values[i];
  const { grid } = figure.scene;
  const aside = grid?.aside.includes(i);
  if (held !== undefined)
    return { value: valueWords(figure, held, cell), why: aside ? "set aside" : "hidden, on few records" };
  if (figure.against && grid?.new.includes(i)) return { value: figure.against.new, why: "nothing to compare with" };
  if (figure.against && grid?.gone.includes(i)) return { value: figure.against.gone, why: "nothing here any more" };
  return { value: valueWords(figure, figure.values[i], cell), why: "" };
}

/** The two sides of a cell that is compared: "12.3 against 9.1, the year before". */
export function sidesWords(figure: Figure, cell: Cell): string {
  if (!figure.against) return "";
  const i = indexOf(figure, cell);
  const { here, there, words } = figure.against;
  return `${here[i] || "none"} against ${there[i] || "none"}, ${words}`;
}

/** The records behind a cell, on both sides where these are other records. */
export function recordsWords(figure: Figure, cell: Cell): string {
  const i = indexOf(figure, cell);
  const here = figure.records[i] ?? 0;
  const there = figure.against?.records[i];
  if (there === undefined || there === here) return counted(here, "record");
  return `${counted(here, "record")} against ${grouped(there)}`;
}

/** One member less another along the other side; `others` are the values of all others together, where these are meant. */
export function differences(
  figure: Figure,
  { side, one, other }: Comparing,
  others: readonly (number | null)[] | null,
): (number | null)[] {
  const places = side === "rows" ? figure.columns.length : figure.rows.length;
  const value = (line: number, at: number) =>
    figure.values[indexOf(figure, side === "rows" ? { row: line, column: at } : { row: at, column: line })] ?? null;
  return Array.from({ length: places }, (_, at) => {
    const [first, second] = [value(one, at), other < 0 ? (others?.[at] ?? null) : value(other, at)];
    return first === null || second === null ? null : first - second;
  });
}

export type Ranked = { cell: Cell; value: number };

/**
 * Cells with a value from the highest to the lowest on their scale, which is one of their own where they are judged apart; equal ones
 * in reading order. Of coefficients, each pair of fields once.
 */
export function ranked(figure: Figure, recipe: Recipe): Ranked[] {
  const across = figure.columns.length;
  const cells = figure.values.flatMap((value, i) =>
    value === null ? [] : [{ value, cell: { row: Math.floor(i / across), column: i % across } }],
  );
  const told = recipe.pivot.correlate ? cells.filter(({ cell }) => isFirstOfPair(figure, cell)) : cells;
  if (!figure.scales.length) return told.sort((a, b) => b.value - a.value);
  const placers = figure.scales.map((scale) => {
    if (!scale) return () => 0.5;
    const place = placer(scale);
    // Where high is bad here and good in the rest, the lowest is the best of all.
    return scale.turned ? (value: number) => 1 - place(value) : place;
  });
  const placed = told.map((each) => {
    const i = indexOf(figure, each.cell);
    return { ...each, place: placers[figure.regions[i] ?? 0]?.(each.value) ?? 0.5 };
  });
  return placed.sort((a, b) => b.place - a.place).map(({ cell, value }) => ({ cell, value }));
}

/** Whether two fields meet here for the first time: not one with itself, nor those that met in the other triangle. */
function isFirstOfPair(figure: Figure, { row, column }: Cell): boolean {
  const [one, other] = [figure.rows[row], figure.columns[column]];
  if (one === other) return false;
  const mirrored = { row: figure.rows.indexOf(other ?? ""), column: figure.columns.indexOf(one ?? "") };
  if (mirrored.row < 0 || mirrored.column < 0) return true;
  return mirrored.row > row || figure.values[indexOf(figure, mirrored)] === null;
}

/** "highest of 165 cells", "5th highest of 36 pairs". Cells of equal value share the best place. */
export function rankWords(figure: Figure, recipe: Recipe, cell: Cell, value: number): string {
  const { correlate } = recipe.pivot;
  if (correlate && figure.rows[cell.row] === figure.columns[cell.column]) return "a field with itself";
  const region = figure.regions[indexOf(figure, cell)];
  const apart = region !== undefined && !correlate;
  const others = correlate
    ? ranked(figure, recipe).map((each) => each.value)
    : apart
      ? figure.values.filter((_, i) => figure.regions[i] === region)
      : figure.values;
  let above = 0;
  let below = 0;
  let filled = 0;
  for (const other of others) {
    if (other === null) continue;
    filled++;
    if (other > value) above++;
    if (other < value) below++;
  }
  const within = recipe.color?.within ?? "table";
  const among = !apart ? "" : within === "table" ? " on its scale" : ` in its ${within}`;
  const of = `of ${counted(filled, correlate ? "pair" : "cell")}${among}`;
  if (filled === 1) return `the only ${correlate ? "pair" : "cell"} with a value`;
  if (above === 0) return `highest ${of}`;
  if (below === 0) return `lowest ${of}`;
  return `${ordinal(above + 1)} highest ${of}`;
}

function ordinal(n: number): string {
  const ending = n % 100 >= 11 && n % 100 <= 13 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${grouped(n)}${ending}`;
}

export type Fact = { name: string; value: string };

/** The cell among its row, its column and the whole. Shares are said only of what adds up. */
export function context(figure: Figure, recipe: Recipe, cell: Cell): Fact[] {
  if (recipe.pivot.correlate) return []; // coefficients have no totals
  const i = indexOf(figure, cell);
  const value = figure.values[i] ?? null;
  const facts: Fact[] = [];
  const take = recipe.pivot.measure?.take ?? "count";
  const row = figure.row_totals[cell.row] ?? null;
  const column = figure.column_totals[cell.column] ?? null;
  // Unlike members add up to nothing.
  const [adds, stacks] = [figure.unlike?.side !== "columns", figure.unlike?.side !== "rows"];
  if (figure.columns.length > 1 && adds)
    facts.push({ name: figure.rows[cell.row] || "All across", value: valueWords(figure, row, { row: cell.row }) });
  if (figure.rows.length > 1 && stacks)
    facts.push({
      name: figure.columns[cell.column] || "All down",
      value: valueWords(figure, column, { column: cell.column }),
    });
  if (adds && stacks) facts.push({ name: "All cells", value: valueWords(figure, figure.grand_total, {}) });
  const whole = figure.grand_total;
  const addsUp =
    (recipe.pivot.show?.as ?? "value") === "value" &&
    MEASURE_TERMS[take].adds_up &&
    figure.values.every((each) => each === null || each >= 0);
  if (addsUp && value !== null && whole) {
    if (row && adds && figure.columns.length > 1) facts.push({ name: "Of its row", value: percent(value / row) });
    if (column && stacks && figure.rows.length > 1)
      facts.push({ name: "Of its column", value: percent(value / column) });
  }
  return facts;
}
