/**
 * Painting the cells. Every pixel of the grid is written once into an image: as fast for 90,000 cells as for 90, whatever the
 * gaps and sizes, so that a dragged handle recolors every frame.
 */
import type { Scene } from "../../../api/client";
import { CELL_LOOK } from "../../../api/vocabulary";
import { inkOn } from "../../../shared/ink";
import { BLANK } from "../scale/coloring";
import { type Grid, heightOf, heldOf, levelsOf, markOf, placeOf, type Rect, rectAtPlace, widthOf } from "./places";

type Theme = Scene["theme"];

/** What is painted, and on what: a canvas that covers the page, `zoom` device pixels a point, its values in a font `family`. */
export type Painting = {
  context: CanvasRenderingContext2D;
  grid: Grid;
  theme: Theme;
  steps: ArrayLike<number>;
  colors: readonly string[];
  zoom: number;
  family: string;
};

/** Paint all cells. */
export function paintCells(painting: Painting) {
  const { context, grid } = painting;
  context.save();
  context.globalAlpha = grid.opacity;
  if (grid.frame) paintFrames(painting);
  paintRules(painting);
  if (grid.symbols === "fill") paintFilled(painting);
  else paintSymbols(painting);
  paintHeld(painting);
  context.restore();
  printValues(painting);
}

/** Filled cells, written as pixels. */
function paintFilled({ context, grid, theme, steps, colors, zoom }: Painting) {
  const place = placeOf(grid);
  const left = Math.round(place.left * zoom);
  const top = Math.round(place.top * zoom);
  const width = Math.max(1, Math.round((place.left + place.width) * zoom) - left);
  const height = Math.max(1, Math.round((place.top + place.height) * zoom) - top);
  const image = context.createImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  const table = packedTable(colors, theme);
  const grays = packedTable(grid.grays, theme);
  const unlit = marked(grid.unlit, grid.steps.length);
  const across = grid.xs.length;
  const spans = grid.xs.map((x, column) => span(x, widthOf(grid, column), left, zoom, width));
  const [starts, ends] = [0, 1].map((side) => Int32Array.from(spans, (each) => each[side] as number)) as [
    Int32Array,
    Int32Array,
  ];
  const hatched = isHatched(grid);
  const skipped = marked([...grid.absent, ...heldOf(grid)], grid.steps.length);
  const line = new Uint32Array(width);
  for (const { from: first, to: last, drop } of levelsOf(grid)) {
    for (let row = 0; row < grid.ys.length; row++) {
      const [from, to] = span((grid.ys[row] as number) + drop, heightOf(grid, row), top, zoom, height);
      line.fill(0);
      const blanks: number[] = [];
      for (let column = first; column < last; column++) {
        const i = row * across + column;
        if (skipped?.[i]) continue;
        const step = steps[i] as number;
        const pixel = (unlit?.[i] ? grays : table)[step] as number;
        const end = ends[column] as number;
        for (let x = starts[column] as number; x < end; x++) line[x] = pixel;
        if (step === BLANK) blanks.push(column);
      }
      for (let y = from; y < to; y++) pixels.set(line, y * width);
      if (hatched) hatch(pixels, width, packedHex(theme.hatch), blanks, spans, from, to, zoom);
    }
  }
  if (!grid.frame && grid.opacity === 1) return context.putImageData(image, left, top);
  // Pixels that are put replace what lies below them; drawn from a canvas of their own they are laid over it.
  const own = new OffscreenCanvas(width, height);
  own.getContext("2d")?.putImageData(image, 0, 0);
  context.drawImage(own, left, top);
}

/** A filled rectangle, its edges on whole pixels. */
function fillRect(context: CanvasRenderingContext2D, fill: string, [x, y, width, height]: Rect, zoom: number) {
  const [left, top] = [Math.round(x * zoom), Math.round(y * zoom)];
  context.fillStyle = fill;
  context.fillRect(left, top, Math.round((x + width) * zoom) - left, Math.round((y + height) * zoom) - top);
}

/** The cells as they are painted: where symbols reach beyond them, the largest first, so that smaller ones lie over them. */
function paintOrder(grid: Grid): Iterable<number> {
  const cells = Array.from(grid.steps.keys());
  return grid.reach > 1 ? cells.sort((one, other) => (grid.sizes[other] ?? 0) - (grid.sizes[one] ?? 0)) : cells;
}

function eachCell(grid: Grid, act: (i: number, rect: Rect) => void) {
  const absent = marked(grid.absent, grid.steps.length);
  for (const i of paintOrder(grid)) if (!absent?.[i]) act(i, rectAtPlace(grid, i));
}

/** The lines around cells; what is within them is painted over, or shows the ground. */
function paintFrames({ context, grid, theme, zoom }: Painting) {
  const { frame } = grid;
  eachCell(grid, (_, [x, y, width, height]) =>
    fillRect(context, grid.frame_color, [x - frame, y - frame, width + 2 * frame, height + 2 * frame], zoom),
  );
  if (grid.symbols !== "fill") eachCell(grid, (_, rect) => fillRect(context, theme.ground, rect, zoom));
}

function paintRules({ context, grid, theme, zoom }: Painting) {
  context.strokeStyle = theme.bracket;
  context.lineWidth = zoom;
  for (const [x1, y1, x2, y2] of grid.rules as number[][]) {
    context.beginPath();
    context.moveTo((x1 as number) * zoom, (y1 as number) * zoom);
    context.lineTo((x2 as number) * zoom, (y2 as number) * zoom);
    context.stroke();
  }
}

/** Squares, dots and bars, and hatching for blanks. */
function paintSymbols({ context, grid, theme, steps, colors, zoom }: Painting) {
  const unlit = marked(grid.unlit, grid.steps.length);
  const held = marked(heldOf(grid), grid.steps.length);
  const blank = (isHatched(grid) && hatchPattern(context, theme, zoom)) || theme.blank;
  eachCell(grid, (i, cell) => {
    if (held?.[i]) return;
    const step = steps[i] as number;
    if (step === BLANK) {
      context.fillStyle = blank;
      context.fillRect(...(cell.map((each) => each * zoom) as [number, number, number, number]));
      return;
    }
    const fill = ((unlit?.[i] ? grid.grays : colors)[step] ?? theme.quiet) as string;
    const [left, top, width, height] = markOf(grid, i, cell);
    if (width <= 0 || height <= 0) return;
    for (const [rim, color] of [
      [CELL_LOOK.rim, theme.tree],
      [0, fill],
    ] as const) {
      context.fillStyle = color;
      if (grid.symbols === "dot") {
        context.beginPath();
        context.arc((left + width / 2) * zoom, (top + height / 2) * zoom, (width / 2 + rim) * zoom, 0, 2 * Math.PI);
        context.fill();
      } else {
        context.fillRect((left - rim) * zoom, (top - rim) * zoom, (width + 2 * rim) * zoom, (height + 2 * rim) * zoom);
      }
    }
  });
}

/** Whether cells are large enough for hatching, and for a dash; on smaller ones either would be noise. */
const isHatched = (grid: Grid) => Math.min(grid.cell_width, grid.cell_height) >= CELL_LOOK.hatched_least;

/** Hatching as a pattern to fill with. */
function hatchPattern(context: CanvasRenderingContext2D, theme: Theme, zoom: number): CanvasPattern | null {
  const period = Math.max(4, Math.round(5 * zoom));
  const tile = new OffscreenCanvas(period, period);
  const own = tile.getContext("2d");
  if (!own) return null;
  own.fillStyle = theme.blank;
  own.fillRect(0, 0, period, period);
  own.fillStyle = theme.hatch;
  const thick = Math.max(1, Math.round(1.1 * zoom));
  for (let y = 0; y < period; y++)
    for (let x = 0; x < period; x++) if ((x + y) % period < thick) own.fillRect(x, y, 1, 1);
  return context.createPattern(tile, "repeat");
}

/** Cells on too few records have a dash, those set aside an empty frame, new ones a disc and those that are gone a ring. */
function paintHeld({ context, grid, theme, zoom }: Painting) {
  for (const i of grid.few) {
    const [x, y, width, height] = rectAtPlace(grid, i);
    fillRect(context, theme.blank, [x, y, width, height], zoom);
    const dash = Math.min(width * 0.36, 12);
    if (isHatched(grid))
      fillRect(context, theme.quiet, [x + (width - dash) / 2, y + height / 2 - 0.75, dash, 1.5], zoom);
  }
  for (const [places, small, hole] of [
    [grid.new, theme.tree, 0],
    [grid.gone, theme.bracket, CELL_LOOK.hole],
  ] as const) {
    for (const i of places) {
      const [x, y, width, height] = rectAtPlace(grid, i);
      const side = Math.min(Math.max(Math.min(width, height) * CELL_LOOK.alone, 3), CELL_LOOK.alone_most);
      fillRect(context, isHatched(grid) ? theme.blank : small, [x, y, width, height], zoom);
      if (!isHatched(grid)) continue;
      for (const [across, fill] of [
        [side, theme.ink],
        [side * hole, theme.blank],
      ] as const) {
        context.fillStyle = fill;
        context.beginPath();
        context.arc((x + width / 2) * zoom, (y + height / 2) * zoom, (across / 2) * zoom, 0, 2 * Math.PI);
        context.fill();
      }
    }
  }
  context.strokeStyle = theme.bracket;
  context.lineWidth = 0.75 * zoom;
  for (const i of grid.aside) {
    const [x, y, width, height] = rectAtPlace(grid, i);
    context.strokeRect(x * zoom, y * zoom, width * zoom, height * zoom);
  }
}

/** Which cells are among the listed; null where none is, so that nothing is looked up. */
function marked(places: readonly number[], cells: number): Uint8Array | null {
  if (!places.length) return null;
  const found = new Uint8Array(cells);
  for (const place of places) found[place] = 1;
  return found;
}

/** Colors as pixels, by step, with that of a blank. */
function packedTable(colors: readonly string[], theme: Theme): Uint32Array {
  const table = new Uint32Array(256);
  colors.forEach((hex, i) => {
    table[i] = packedHex(hex);
  });
  table[BLANK] = packedHex(theme.blank);
  return table;
}

function span(start: number, length: number, origin: number, zoom: number, most: number): [number, number] {
  const from = Math.round(start * zoom) - origin;
  return [from, Math.min(most, Math.max(from + 1, Math.round((start + length) * zoom) - origin))];
}

/** Diagonals over blank cells. */
function hatch(
  pixels: Uint32Array,
  width: number,
  ink: number,
  blanks: number[],
  spans: (readonly [number, number])[],
  from: number,
  to: number,
  zoom: number,
) {
  const period = Math.max(4, Math.round(5 * zoom));
  const thick = Math.max(1, Math.round(1.1 * zoom));
  for (const column of blanks) {
    const [start, end] = spans[column] as [number, number];
    for (let y = from; y < to; y++)
      for (let x = start; x < end; x++) if ((x + y) % period < thick) pixels[y * width + x] = ink;
  }
}

function printValues({ context, grid, theme, steps, colors, zoom, family }: Painting) {
  if (!grid.prints.length) return;
  context.font = `${grid.bold ? 600 : 400} ${grid.print_size * zoom}px ${family}`;
  context.textAlign = "center";
  context.textBaseline = "alphabetic";
  const inks = inksOn(colors, grid);
  const unlit = marked(grid.unlit, grid.steps.length);
  grid.prints.forEach((words, i) => {
    if (!words) return;
    const onCell = unlit?.[i] ? CELL_LOOK.dark_ink : (inks[steps[i] as number] ?? CELL_LOOK.dark_ink);
    context.fillStyle = grid.symbols === "fill" ? onCell : theme.ink;
    const [x, y, width, height] = rectAtPlace(grid, i);
    const more = height - grid.cell_height;
    const base = grid.print_base + (grid.symbols === "fill" ? more / 2 : more);
    context.fillText(words, (x + width / 2) * zoom, (y + base) * zoom);
  });
}

/** The ink for each color: the core's own where the colors are, worked out by the same rule where a palette is tried. */
export function inksOn(colors: readonly string[], grid: Grid): readonly string[] {
  return colors === grid.colors ? grid.inks : colors.map(inkOn);
}

function channel(hex: string, at: number): number {
  return Number.parseInt(hex.slice(at, at + 2), 16);
}

function packedHex(hex: string): number {
  return packed(channel(hex, 1), channel(hex, 3), channel(hex, 5));
}

/** A pixel as the image holds it on the little-endian machines browsers run on. */
function packed(red: number, green: number, blue: number): number {
  return ((255 << 24) | (blue << 16) | (green << 8) | red) >>> 0;
}
