/**
 * Painting the cells. Every pixel of the grid is written once into an image: as fast for 90,000 cells as for 90, whatever the
 * gaps and sizes, so that a dragged handle recolors every frame.
 */
import type { Scene } from "../../api/client";
import { BLANK, inkOn } from "./color/coloring";

type Grid = NonNullable<Scene["grid"]>;

const BLANK_FILL = [241, 241, 238] as const;
const HATCH = [201, 202, 195] as const;
const INKS = { light: "#ffffff", dark: "#1d211a", black: "#000000" };
const CAP_HEIGHT = 0.698;
/** Points of a cell's shorter side; on smaller ones hatching would be noise. The core's canvases do the same. */
const LEAST_HATCHED = 5;

export type Placed = { left: number; top: number; width: number; height: number };

/** Where the grid lies on the page, in points. */
export function placeOf(grid: Grid): Placed {
  const left = grid.xs[0] as number;
  const top = grid.ys[0] as number;
  return {
    left,
    top,
    width: Math.max(...grid.xs) + grid.cell_width - left,
    height: (grid.ys.at(-1) as number) + Math.max(0, ...grid.drops) + grid.cell_height - top,
  };
}

/** Paint all cells on a canvas that covers the page, `zoom` device pixels a point. */
export function paintCells(
  context: CanvasRenderingContext2D,
  grid: Grid,
  steps: ArrayLike<number>,
  colors: readonly string[],
  zoom: number,
) {
  const place = placeOf(grid);
  const left = Math.round(place.left * zoom);
  const top = Math.round(place.top * zoom);
  const width = Math.max(1, Math.round((place.left + place.width) * zoom) - left);
  const height = Math.max(1, Math.round((place.top + place.height) * zoom) - top);
  const image = context.createImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  const table = packedTable(colors);
  const grays = packedTable(grid.grays);
  const unlit = marked(grid.unlit, grid.steps.length);
  const across = grid.xs.length;
  const spans = grid.xs.map((x) => span(x, grid.cell_width, left, zoom, width));
  const [starts, ends] = [0, 1].map((side) => Int32Array.from(spans, (each) => each[side] as number)) as [
    Int32Array,
    Int32Array,
  ];
  const hatched = Math.min(grid.cell_width, grid.cell_height) >= LEAST_HATCHED;
  const absent = marked(grid.absent, grid.steps.length);
  const line = new Uint32Array(width);
  for (const { from: first, to: last, drop } of levelsOf(grid)) {
    for (let row = 0; row < grid.ys.length; row++) {
      const [from, to] = span((grid.ys[row] as number) + drop, grid.cell_height, top, zoom, height);
      line.fill(0);
      const blanks: number[] = [];
      for (let column = first; column < last; column++) {
        const i = row * across + column;
        if (absent?.[i]) continue;
        const step = steps[i] as number;
        const pixel = (unlit?.[i] ? grays : table)[step] as number;
        const end = ends[column] as number;
        for (let x = starts[column] as number; x < end; x++) line[x] = pixel;
        if (step === BLANK) blanks.push(column);
      }
      for (let y = from; y < to; y++) pixels.set(line, y * width);
      if (hatched) hatch(pixels, width, blanks, spans, from, to, zoom);
    }
  }
  context.putImageData(image, left, top);
  printValues(context, grid, steps, colors, zoom);
}

/** Which cells are among the listed; null where none is, so that nothing is looked up. */
function marked(places: readonly number[], cells: number): Uint8Array | null {
  if (!places.length) return null;
  const found = new Uint8Array(cells);
  for (const place of places) found[place] = 1;
  return found;
}

/** Colors as pixels, by step, with that of a blank. */
function packedTable(colors: readonly string[]): Uint32Array {
  const table = new Uint32Array(256);
  colors.forEach((hex, i) => {
    table[i] = packed(channel(hex, 1), channel(hex, 3), channel(hex, 5));
  });
  table[BLANK] = packed(...BLANK_FILL);
  return table;
}

/** Runs of columns that stand on one level: matrices may stand below each other. */
function levelsOf(grid: Grid): { from: number; to: number; drop: number }[] {
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

function span(start: number, length: number, origin: number, zoom: number, most: number): [number, number] {
  const from = Math.round(start * zoom) - origin;
  return [from, Math.min(most, Math.max(from + 1, Math.round((start + length) * zoom) - origin))];
}

/** Diagonals over blank cells. */
function hatch(
  pixels: Uint32Array,
  width: number,
  blanks: number[],
  spans: (readonly [number, number])[],
  from: number,
  to: number,
  zoom: number,
) {
  const period = Math.max(4, Math.round(5 * zoom));
  const thick = Math.max(1, Math.round(1.1 * zoom));
  const ink = packed(...HATCH);
  for (const column of blanks) {
    const [start, end] = spans[column] as [number, number];
    for (let y = from; y < to; y++)
      for (let x = start; x < end; x++) if ((x + y) % period < thick) pixels[y * width + x] = ink;
  }
}

function printValues(
  context: CanvasRenderingContext2D,
  grid: Grid,
  steps: ArrayLike<number>,
  colors: readonly string[],
  zoom: number,
) {
  if (!grid.prints.length) return;
  context.font = `400 ${grid.print_size * zoom}px "Mottled Sans", sans-serif`;
  context.textAlign = "center";
  context.textBaseline = "alphabetic";
  const inks = inksOn(colors, grid);
  const unlit = marked(grid.unlit, grid.steps.length);
  const across = grid.xs.length;
  const down = grid.cell_height / 2 + (grid.print_size * CAP_HEIGHT) / 2;
  grid.prints.forEach((words, i) => {
    if (!words) return;
    context.fillStyle = unlit?.[i] ? INKS.dark : (inks[steps[i] as number] ?? INKS.dark);
    const { x, y } = cornerOf(grid, { row: Math.floor(i / across), column: i % across });
    context.fillText(words, (x + grid.cell_width / 2) * zoom, (y + down) * zoom);
  });
}

/** The ink for each color: the core's own where the colors are, worked out by the same rule where a palette is tried. */
export function inksOn(colors: readonly string[], grid: Grid): readonly string[] {
  return colors === grid.colors ? grid.inks : colors.map((hex) => inkOn(hex, INKS));
}

function channel(hex: string, at: number): number {
  return Number.parseInt(hex.slice(at, at + 2), 16);
}

/** A pixel as the image holds it on the little-endian machines browsers run on. */
function packed(red: number, green: number, blue: number): number {
  return ((255 << 24) | (blue << 16) | (green << 8) | red) >>> 0;
}

/** The cell at a point of the page; null between cells and outside. */
export function cellAt(grid: Grid, x: number, y: number): { row: number; column: number } | null {
  for (const { from, to, drop } of levelsOf(grid)) {
    const row = indexAt(grid.ys, 0, grid.ys.length, grid.cell_height, y - drop);
    const column = row < 0 ? -1 : indexAt(grid.xs, from, to, grid.cell_width, x);
    if (column >= 0) return grid.absent.includes(row * grid.xs.length + column) ? null : { row, column };
  }
  return null;
}

/** The last of the starts, which rise from `first` to `last`, that is not beyond a point, if its cell or the thin gap behind holds it. */
function indexAt(starts: readonly number[], first: number, last: number, length: number, at: number): number {
  let [low, high] = [first, last];
  while (low < high) {
    const half = (low + high) >> 1;
    if ((starts[half] as number) <= at) low = half + 1;
    else high = half;
  }
  const index = low - 1;
  return index >= first && at < (starts[index] as number) + length + THIN_GAP ? index : -1;
}

/** Points between two cells that belong to the one before, so that the pointer never falls between them. */
const THIN_GAP = 2;
