/**
 * From value to color on the screen, by the same arithmetic as the core's scale: while a handle is dragged the screen recolors
 * by itself, and what it shows must be what the core will draw.
 */

export type ScaleShape = { low: number; middle: number; high: number };

export const STEPS = 255;
const MIDDLE = (STEPS - 1) / 2;
export const BLANK = 255;

export function stepOf(value: number, scale: ScaleShape): number {
  if (Number.isNaN(value)) return BLANK;
  if (value === scale.middle) return MIDDLE;
  const place =
    value < scale.middle
      ? share(value, scale.low, scale.middle, 0) * MIDDLE
      : MIDDLE + share(value, scale.middle, scale.high, 1) * (STEPS - 1 - MIDDLE);
  return Math.floor(place + 0.5);
}

function share(value: number, start: number, end: number, withoutWidth: number): number {
  if (end <= start) return withoutWidth;
  return Math.min(Math.max((value - start) / (end - start), 0), 1);
}

export function stepsOf(values: Float64Array, scale: ScaleShape): Uint8Array {
  const steps = new Uint8Array(values.length);
  for (let i = 0; i < values.length; i++) steps[i] = stepOf(values[i] as number, scale);
  return steps;
}

/** Whether ink on a color should be light: the core's rule, white wherever it reaches a contrast of 4.5. */
export function inkOn(hex: string, inks: { light: string; dark: string; black: string }): string {
  const l = luminance(hex);
  if (1.05 / (l + 0.05) >= 4.5) return inks.light;
  return (l + 0.05) / (luminance(inks.dark) + 0.05) >= 4.5 ? inks.dark : inks.black;
}

function luminance(hex: string): number {
  const linear = (at: number) => {
    const share = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * linear(1) + 0.7152 * linear(3) + 0.0722 * linear(5);
}
