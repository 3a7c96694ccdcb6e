/** The strips beside and above the cells that heads stand in, of sides on which some have no room. */
import type { Scene } from "../../../api/client";
import { columnAt, rowAt } from "./at";
import { levelsOf, type Placed, placeOf } from "./places";

type Grid = NonNullable<Scene["grid"]>;

export type { Placed };
export type Strip = { side: "rows" | "columns"; place: Placed };

export function stripsOf(scene: Scene, grid: Grid): Strip[] {
  const cells = placeOf(grid);
  const heads = scene.texts.filter(({ part }) => part === "heads");
  const rows = new Set(heads.map(({ row }) => row).filter((row) => typeof row === "number" && row < grid.ys.length));
  const columns = new Set(
    heads.map(({ column }) => column).filter((column) => typeof column === "number" && column < grid.xs.length),
  );
  const strips: Strip[] = [];
  const lefts = heads
    .filter(({ x }) => x <= cells.left)
    .map(({ x, anchor, length }) => (anchor === "end" ? x - (length ?? 0) : x));
  if (rows.size && rows.size < grid.ys.length) {
    const left = Math.min(...lefts, cells.left);
    strips.push({ side: "rows", place: { ...cells, left, width: cells.left - left } });
  }
  const tops = heads
    .filter(({ y }) => y <= cells.top)
    .map(({ y, size, turned, length }) => y - (turned ? (length ?? 0) : size));
  if (columns.size && columns.size < grid.xs.length) {
    const height = cells.top - Math.min(...tops, cells.top);
    for (const { from, to, drop } of levelsOf(grid)) {
      const left = grid.xs[from] as number;
      const width = (grid.xs[to - 1] as number) + (grid.widths[to - 1] ?? grid.cell_width) - left;
      strips.push({ side: "columns", place: { left, top: cells.top + drop - height, width, height } });
    }
  }
  return strips;
}

/** The row at a height, or the column at a place across whose cells begin at a height; -1 for none. */
export function memberAt(grid: Grid, side: Strip["side"], x: number, y: number): number {
  return side === "rows" ? rowAt(grid, y) : columnAt(grid, x, y);
}
