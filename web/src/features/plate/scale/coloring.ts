/**
 * From value to color on the screen, by the same arithmetic as the core's scale: while a handle is dragged the screen recolors
 * by itself, and what it shows must be what the core will draw.
 */

import type { Figure } from "../../../api/client";

type Scale = NonNullable<Figure["scale"]>;
export type Spread = Scale["spread"];
/** A scale from a low end over a middle to a high one, or cut into bands. */
export type ScaleShape = Pick<Scale, "low" | "middle" | "high" | "spread"> & {
  cuts?: readonly number[] | null;
  /** Its high end has the colors of the low end of all others: high is bad here, and good there. */
  turned?: boolean;
  /** The places of bands among the colors, where they are not the bands' own numbers. */
  stops?: readonly number[] | null;
};

export const STEPS = 255;
export const BLANK = 255;
export const LINEAR: Spread = { name: "linear", around: 1, values: [], ranks: [] };

/** The number by which a value is spread between the ends. */
export function spreadOf(value: number, spread: Spread): number {
  switch (spread.name) {
    case "log":
      return value <= 0 ? Number.NEGATIVE_INFINITY : Math.log10(value);
    case "log_both":
      return Math.sign(value) * Math.log1p(Math.abs(value) / spread.around);
    case "rank":
      return between(value, spread.values, spread.ranks);
    default:
      return value;
  }
}

/** The value that is spread by a number. */
export function backFrom(number: number, spread: Spread): number {
  switch (spread.name) {
    case "log":
      return 10 ** number;
    case "log_both":
      return Math.sign(number) * Math.expm1(Math.abs(number)) * spread.around;
    case "rank":
      return between(number, spread.ranks, spread.values);
    default:
      return number;
  }
}

/** Straight lines between points whose xs rise, flat beyond them. */
function between(x: number, xs: readonly number[], ys: readonly number[]): number {
  let [low, high] = [0, xs.length];
  while (low < high) {
    const half = (low + high) >> 1;
    if ((xs[half] as number) <= x) low = half + 1;
    else high = half;
  }
  if (low === 0) return ys[0] as number;
  if (low === xs.length) return ys[xs.length - 1] as number;
  const [x0, x1, y0, y1] = [xs[low - 1], xs[low], ys[low - 1], ys[low]] as [number, number, number, number];
  return y0 + ((y1 - y0) / (x1 - x0)) * (x - x0);
}

/** The spread of a scale whose ends move: what is nearly straight around zero goes with them. */
export function spreadFor(spread: Spread, low: number, high: number): Spread {
  return spread.name === "log_both"
    ? { ...spread, around: Math.max(Math.abs(low), Math.abs(high)) / 100 || 1 }
    : spread;
}

/** What finds the place of a value on the scale, from 0 to 1; the ends are looked at once. */
export function placer(scale: ScaleShape): (value: number) => number {
  const { spread } = scale;
  const [low, middle, high] = [scale.low, scale.middle, scale.high].map((each) => spreadOf(each, spread)) as [
    number,
    number,
    number,
  ];
  return (value) => {
    const at = spread.name === "linear" ? value : spreadOf(value, spread);
    if (at === middle) return 0.5;
    return at < middle ? share(at, low, middle, 0) / 2 : 0.5 + share(at, middle, high, 1) / 2;
  };
}

function share(value: number, start: number, end: number, withoutWidth: number): number {
  if (end <= start) return withoutWidth;
  return Math.min(Math.max((value - start) / (end - start), 0), 1);
}

/** What finds the step of a value: a place among the colors, or 255 for none. */
export function stepper(scale: ScaleShape): (value: number) => number {
  const { cuts, stops, turned } = scale;
  if (cuts) return (value) => (Number.isNaN(value) ? BLANK : (stops?.[bandOf(value, cuts)] ?? bandOf(value, cuts)));
  const place = placer(scale);
  const step = (value: number) => Math.floor(place(value) * (STEPS - 1) + 0.5);
  if (turned) return (value) => (Number.isNaN(value) ? BLANK : STEPS - 1 - step(value));
  return (value) => (Number.isNaN(value) ? BLANK : step(value));
}

/** A value on a cut is in the band above it. */
export function bandOf(value: number, cuts: readonly number[]): number {
  let band = 0;
  while (band < cuts.length && value >= (cuts[band] as number)) band++;
  return band;
}

/** The steps of all cells; where they are judged apart, `regions` says by which of the scales each is. */
export function stepsOf(
  values: Float64Array,
  scales: readonly (ScaleShape | null)[],
  regions: readonly number[],
): Uint8Array {
  const steps = new Uint8Array(values.length);
  const steppers = scales.map((scale) => (scale ? stepper(scale) : () => BLANK));
  const only = steppers[0] as (value: number) => number;
  for (let i = 0; i < values.length; i++) {
    const step = regions.length ? (steppers[regions[i] as number] as typeof only) : only;
    steps[i] = step(values[i] as number);
  }
  return steps;
}

/** As many of a palette's colors as there are bands, taken as the core takes them. */
export function bandColors(colors: readonly string[], bands: number, toTheEnds: boolean): readonly string[] {
  const place = (band: number) => (toTheEnds && bands > 1 ? band / (bands - 1) : (band + 0.5) / bands);
  return Array.from({ length: bands }, (_, i) => colors[Math.floor(place(i) * (STEPS - 1) + 0.5)] as string);
}
