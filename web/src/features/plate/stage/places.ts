/** Where the cells of a figure are on its page, and what is drawn in them, in points. */
import type { Scene } from "../../../api/client";
import { CELL_LOOK } from "../../../api/vocabulary";

export type Grid = NonNullable<Scene["grid"]>;

export type Placed = { left: number; top: number; width: number; height: number };

/** Where the grid lies on the page, in points. */
export function placeOf(grid: Grid): Placed {
  const left = grid.xs[0] as number;
  const top = grid.ys[0] as number;
  return {
    left,
    top,
    width: Math.max(...grid.xs.map((x, column) => x + widthOf(grid, column))) - left,
    height: (grid.ys.at(-1) as number) + Math.max(0, ...grid.drops) + heightOf(grid, grid.ys.length - 1) - top,
  };
}

export type Rect = readonly [x: number, y: number, width: number, height: number];

/** Where the symbol of a cell is, as the core lays it out. */
export function markOf(grid: Grid, i: number, [x, y, width, height]: Rect): Rect {
  const size = grid.sizes[i] ?? 1;
  const room = height - grid.cell_height + grid.symbol_height;
  if (grid.symbols === "bar") {
    const high = grid.symbol_height * CELL_LOOK.bar_height;
    return [x, y + (room - high) / 2, size * grid.cell_width, high];
  }
  const side = size * Math.min(grid.cell_width, grid.symbol_height) * grid.reach;
  return [x + (width - side) / 2, y + (room - side) / 2, side, side];
}

/** Places that have no color for a reason of their own, and so a look of their own. */
export const heldOf = ({ few, aside, new: fresh, gone }: Grid) => [...few, ...aside, ...fresh, ...gone];

/** Runs of columns that stand on one level: matrices may stand below each other. */
export function levelsOf(grid: Grid): { from: number; to: number; drop: number }[] {
  const found: { from: number; to: number; drop: number }[] = [];
  grid.xs.forEach((_, column) => {
    const drop = grid.drops[column] ?? 0;
    const last = found.at(-1);
    if (last?.drop === drop) last.to = column + 1;
    else found.push({ from: column, to: column + 1, drop });
  });
  return found;
}

/** Where a cell's top left corner is, in points. */
export function cornerOf(grid: Grid, { row, column }: { row: number; column: number }): { x: number; y: number } {
  return { x: grid.xs[column] as number, y: (grid.ys[row] as number) + (grid.drops[column] ?? 0) };
}

/** How wide the cells of a column are; all alike unless the columns have a weight. */
export function widthOf(grid: Grid, column: number): number {
  return grid.widths[column] ?? grid.cell_width;
}

/** How high the cells of a row are. */
export function heightOf(grid: Grid, row: number): number {
  return grid.heights[row] ?? grid.cell_height;
}

/** Where a cell is and how large, in points. */
export function rectOf(grid: Grid, cell: { row: number; column: number }): Placed {
  const { x, y } = cornerOf(grid, cell);
  return { left: x, top: y, width: widthOf(grid, cell.column), height: heightOf(grid, cell.row) };
}

/** The same by a cell's place, row by row. */
export function rectAtPlace(grid: Grid, i: number): Rect {
  const across = grid.xs.length;
  const { left, top, width, height } = rectOf(grid, { row: Math.floor(i / across), column: i % across });
  return [left, top, width, height];
}
