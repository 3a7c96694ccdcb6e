/** What lies at a point of the page: a cell, a row, a column. */
import { BLANK } from "../scale/coloring";
import { type Grid, heightOf, levelsOf, markOf, rectAtPlace, widthOf } from "./places";

/** The cell at a point of the page, or of the symbol that lies there on top; null between cells and outside. */
export function cellAt(grid: Grid, x: number, y: number): { row: number; column: number } | null {
  return (grid.reach > 1 ? symbolAt(grid, x, y) : null) ?? rectAt(grid, x, y);
}

/** Of the symbols that hold a point, the smallest: it lies over the others. They reach into the cells beside their own at most. */
function symbolAt(grid: Grid, x: number, y: number): { row: number; column: number } | null {
  const across = grid.xs.length;
  let found: { row: number; column: number } | null = null;
  let least = Number.POSITIVE_INFINITY;
  const column = nearest(grid.xs, (i) => widthOf(grid, i), x);
  for (const drop of new Set(grid.drops.length ? grid.drops : [0])) {
    const row = nearest(grid.ys, (i) => heightOf(grid, i), y - drop);
    for (let i = Math.max(0, row - 1); i <= Math.min(grid.ys.length - 1, row + 1); i++) {
      for (let j = Math.max(0, column - 1); j <= Math.min(across - 1, column + 1); j++) {
        const at = i * across + j;
        const [left, top, width, height] = markOf(grid, at, rectAtPlace(grid, at));
        const [dx, dy] = [Math.abs(x - left - width / 2), Math.abs(y - top - height / 2)];
        const inside = grid.symbols === "dot" ? Math.hypot(dx, dy) <= width / 2 : Math.max(dx, dy) <= width / 2;
        if (inside && width > 0 && width < least && grid.steps[at] !== BLANK)
          [found, least] = [{ row: i, column: j }, width];
      }
    }
  }
  return found;
}

/** How long the cell of a place along a side is. */
type Length = (i: number) => number;

/** The cell whose middle is nearest, of starts that rise. */
function nearest(starts: readonly number[], length: Length, at: number): number {
  let best = 0;
  starts.forEach((start, i) => {
    if (Math.abs(start + length(i) / 2 - at) < Math.abs((starts[best] as number) + length(best) / 2 - at)) best = i;
  });
  return best;
}

/** The row at a height of the page, on whichever level its cells stand there; -1 for none. */
export function rowAt(grid: Grid, y: number): number {
  const rows = levelsOf(grid).map(({ drop }) => rowOn(grid, drop, y));
  return rows.find((row) => row >= 0) ?? -1;
}

/** The column at a place across, of the level whose cells begin at a height or hold it; -1 for none. */
export function columnAt(grid: Grid, x: number, y: number): number {
  const top = y - (grid.ys[0] as number);
  const level = levelsOf(grid).findLast(({ drop }) => drop <= top + THIN_GAP);
  return level ? columnOn(grid, level, x) : -1;
}

const rowOn = (grid: Grid, drop: number, y: number) =>
  indexAt(grid.ys, [0, grid.ys.length], (i) => heightOf(grid, i), y - drop);

const columnOn = (grid: Grid, { from, to }: { from: number; to: number }, x: number) =>
  indexAt(grid.xs, [from, to], (i) => widthOf(grid, i), x);

function rectAt(grid: Grid, x: number, y: number): { row: number; column: number } | null {
  for (const level of levelsOf(grid)) {
    const row = rowOn(grid, level.drop, y);
    const column = row < 0 ? -1 : columnOn(grid, level, x);
    if (column >= 0) return grid.absent.includes(row * grid.xs.length + column) ? null : { row, column };
  }
  return null;
}

/** The last of the starts, which rise from `first` to `last`, that is not beyond a point, if its cell or the thin gap behind holds it. */
function indexAt(starts: readonly number[], [first, last]: [number, number], length: Length, at: number): number {
  let [low, high] = [first, last];
  while (low < high) {
    const half = (low + high) >> 1;
    if ((starts[half] as number) <= at) low = half + 1;
    else high = half;
  }
  const index = low - 1;
  return index >= first && at < (starts[index] as number) + length(index) + THIN_GAP ? index : -1;
}

/** Points between two cells that belong to the one before, so that the pointer never falls between them. */
const THIN_GAP = 2;
