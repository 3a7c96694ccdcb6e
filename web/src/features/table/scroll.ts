/** Scrolling over any number of rows. A browser lays out a few million pixels at most; beyond that the bar is a fraction. */

export const ROW = 24;
const PIXELS_MOST = 6_000_000;

/** How tall what is scrolled pretends to be. */
export function tallness(rows: number): number {
  return Math.min(rows * ROW, PIXELS_MOST);
}

/** The first row in view, with its fraction, from where the bar stands; and the other way round. */
export function rowAt(scrollTop: number, rows: number, view: number): number {
  if (rows * ROW <= PIXELS_MOST) return scrollTop / ROW;
  const share = scrollTop / Math.max(1, PIXELS_MOST - view);
  return Math.min(1, share) * Math.max(0, rows - view / ROW);
}

export function scrollOf(row: number, rows: number, view: number): number {
  if (rows * ROW <= PIXELS_MOST) return row * ROW;
  return (row / Math.max(1, rows - view / ROW)) * (PIXELS_MOST - view);
}
