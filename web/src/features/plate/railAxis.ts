/** The axis of the color rail: which values it spans, and where a value stands on it. */
import type { Figure } from "../../api/client";

/** Of the rail on the screen, in pixels. */
export const RAIL = { height: 236, bars: 74, rampLeft: 90, rampWidth: 30 } as const;

/** The handles, from the top of the rail down. */
export const WHICH = ["high", "middle", "low"] as const;
export type Which = (typeof WHICH)[number];
export const TITLES: Record<Which, string> = { high: "High end", middle: "Middle", low: "Low end" };
/** Where a handle is that nobody has set. */
export const LEFT_TO_DATA: Record<Which, string> = { high: "highest", middle: "halfway", low: "lowest" };

type Scale = NonNullable<Figure["scale"]>;
export type Axis = { from: number; to: number };

/** Far extremes would squeeze the rest: beyond a third of the scale past a clipped end they become dots outside the axis. */
const REACH = 0.35;
const MARGIN = 0.12;

export function axisOf(scale: Scale): Axis {
  const span = scale.high - scale.low || Math.abs(scale.high) || 1;
  const from = scale.lowest < scale.low - REACH * span ? scale.low - MARGIN * span : Math.min(scale.lowest, scale.low);
  const to =
    scale.highest > scale.high + REACH * span ? scale.high + MARGIN * span : Math.max(scale.highest, scale.high);
  return from < to ? { from, to } : { from: from - span / 2, to: to + span / 2 };
}

/** 0 at the foot of the axis, 1 at its top. */
export const placeOn = (axis: Axis, value: number) => (value - axis.from) / (axis.to - axis.from);

export const valueAt = (axis: Axis, place: number) => axis.from + place * (axis.to - axis.from);

/** The step a dragged or nudged value moves by: 1, 2 or 5 times a power of ten, about 200 of them on the axis. */
export function stepOn(axis: Axis): number {
  const rough = (axis.to - axis.from) / 200;
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
