/** The axis of the color rail: which values it spans, and where a value stands on it. */
import type { Figure } from "../../../api/client";
import { backFrom, type Spread, spreadOf } from "../scale/coloring";

/** Of the rail on the screen, in pixels. */
export const RAIL = { height: 236, bars: 74, rampLeft: 90, rampWidth: 30 } as const;

/** The handles, from the top of the rail down. */
export const WHICH = ["high", "middle", "low"] as const;
export type Which = (typeof WHICH)[number];
export const TITLES: Record<Which, string> = { high: "High end", middle: "Middle", low: "Low end" };
/** Where a handle is that nobody has set. */
export const LEFT_TO_DATA: Record<Which, string> = { high: "highest", middle: "halfway", low: "lowest" };

type Scale = NonNullable<Figure["scale"]>;
export type Axis = { from: number; to: number; spread: Spread };

/** Far extremes would squeeze the rest: beyond a third of the scale past a clipped end they become dots outside the axis. */
const REACH = 0.35;
const MARGIN = 0.12;

export function axisOf(scale: Scale): Axis {
  const { spread } = scale;
  const at = (value: number) => spreadOf(value, spread);
  const back = (number: number) => backFrom(number, spread);
  const [low, high] = [at(scale.low), at(scale.high)];
  const span = high - low || Math.abs(high) || 1;
  const [lowest, highest] = [at(scale.lowest), at(scale.highest)];
  const from = lowest < low - REACH * span ? back(low - MARGIN * span) : Math.min(scale.lowest, scale.low);
  const to = highest > high + REACH * span ? back(high + MARGIN * span) : Math.max(scale.highest, scale.high);
  if (from < to) return { from, to, spread };
  const half = Math.abs(from) / 2 || 0.5;
  return { from: from - half, to: to + half, spread };
}

/** 0 at the foot of the axis, 1 at its top. */
export function placeOn({ from, to, spread }: Axis, value: number): number {
  const [foot, top] = [spreadOf(from, spread), spreadOf(to, spread)];
  return (spreadOf(value, spread) - foot) / (top - foot || 1);
}

export function valueAt({ from, to, spread }: Axis, place: number): number {
  const [foot, top] = [spreadOf(from, spread), spreadOf(to, spread)];
  return backFrom(foot + place * (top - foot), spread);
}

/** The step a value is dragged by around a place: 1, 2 or 5 times a power of ten, about 200 of them on the axis. */
export function stepOn(axis: Axis, place = 0.5): number {
  const width = 1 / 400;
  const inside = Math.min(1 - width, Math.max(width, place));
  const rough = Math.abs(valueAt(axis, inside + width) - valueAt(axis, inside - width)) || (axis.to - axis.from) / 200;
  const power = 10 ** Math.floor(Math.log10(rough));
  return power * ([1, 2, 5].find((factor) => factor * power >= rough * 0.999) ?? 10);
}

export function rounded(value: number, step: number): number {
  return Number((Math.round(value / step) * step).toPrecision(12));
}

/** How many values fall into each of the bins between the ends of the axis, foot first. */
export function histogram(values: readonly (number | null)[], axis: Axis, bins: number): number[] {
  const counts = new Array<number>(bins).fill(0);
  for (const value of values) {
    if (value === null || value < axis.from || value > axis.to) continue;
    const bin = Math.min(bins - 1, Math.floor(placeOn(axis, value) * bins));
    counts[bin] = (counts[bin] as number) + 1;
  }
  return counts;
}
