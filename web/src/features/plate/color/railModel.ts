/**
 * What the rail shows and what its handles do. Where cells are judged apart, in their row, column or group, there is no one number
 * for an end: the rail then runs from the lowest (0%) to the highest (100%) of each.
 */
import type { End, Figure, Recipe } from "../../../api/client";
import { type NumberStyle, short } from "../../../shared/numbers";
import { withBands } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { backFrom, LINEAR, type ScaleShape, spreadFor, spreadOf } from "../scale/coloring";
import { type Axis, axisOf, LEFT_TO_DATA, type Which } from "./railAxis";
import { type Own, partsOf, type ScaleParts, styleAt, withParts } from "./unlike";

type Scale = NonNullable<Figure["scale"]>;

export type RailModel = {
  /** Whose scale it is; null for that of all. */
  own: Own | null;
  /** What it is set by in the recipe. */
  parts: ScaleParts;
  scale: Scale;
  style: NumberStyle;
  axis: Axis;
  /** In the rail's own units, as are `values`, those of the cells. */
  shape: ScaleShape;
  values: readonly (number | null)[];
  /** Whether the units are percent of the way from the lowest to the highest of each. */
  apart: boolean;
  words: (value: number) => string;
  /** The shape with an end or the middle moved. */
  moved: (shape: ScaleShape, which: Which, at: number) => ScaleShape;
  /** The scales of the cells with another shape of the rail. */
  scales: (shape: ScaleShape) => (ScaleShape | null)[];
};

export function railModel(figure: Figure, recipe: Recipe, own: Own | null): RailModel | null {
  const scale = own ? figure.scales[own.region] : figure.scale;
  if (!scale) return null;
  const parts = partsOf(recipe, own);
  const { bands } = parts;
  const style = own
    ? styleAt(figure, own.side === "rows" ? { row: lineOf(figure, own) } : { column: lineOf(figure, own) })
    : figure.style;
  /** Bands of equal width go with the ends; other cuts stay where they are. */
  const cutsFor = (cuts: readonly number[] | null | undefined, low: number, high: number) =>
    bands?.method === "equal_width" ? equalCuts(low, high, bands.count ?? USUAL_BANDS) : cuts;
  const moved = (shape: ScaleShape, which: Which, at: number): ScaleShape => {
    const next = mirrored({ ...shape, [which]: at }, which, scale, parts);
    // A middle that nobody set stays halfway between the ends while they move.
    const middle = which !== "middle" && !parts.middle ? halfway(next) : next.middle;
    return { ...next, middle, cuts: cutsFor(next.cuts, next.low, next.high) };
  };
  const told = { own, parts, scale, style, moved };
  // The scale of all but those that have their own is a number line, too, as long as it is one.
  const region = own?.region ?? (recipe.each?.length && (recipe.color?.within ?? "table") === "table" ? 0 : null);
  if (!figure.regions.length || region !== null)
    return {
      ...told,
      axis: axisOf(scale),
      shape: scale,
      values:
        region === null
          ? figure.values
          : figure.values.map((value, i) => (figure.regions[i] === region ? value : null)),
      apart: false,
      words: (value) => short(value, style),
      scales: (shape) => {
        const next = { ...scale, ...shape, spread: spreadFor(scale.spread, shape.low, shape.high) };
        return figure.regions.length ? figure.scales.map((each, i) => (i === region ? next : each)) : [next];
      },
    };
  const percent = (which: Which) => percentOn(scale, scale[which]);
  const still = { low: percent("low"), middle: percent("middle"), high: percent("high"), spread: LINEAR };
  return {
    ...told,
    axis: { from: 0, to: 100, spread: LINEAR },
    shape: still,
    values: figure.values.map((value, i) => {
      const each = figure.scales[figure.regions[i] as number];
      return value === null || !each ? null : percentOn(each, value);
    }),
    apart: true,
    words: (value) => `${short(value, { decimals: 1, percent: false })}%`,
    scales: (shape) =>
      figure.scales.map((each) => {
        if (!each) return null;
        // An end that has not moved stays where it is in each, which may be at another percent.
        const at = (which: Which) =>
          shape[which] === still[which]
            ? each[which]
            : each.lowest + (shape[which] / 100) * (each.highest - each.lowest);
        const [low, high] = [at("low"), at("high")];
        const spread = spreadFor(each.spread, low, high);
        const middle = each.has_middle ? at("middle") : halfway({ low, high, spread });
        return { ...each, low, middle, high, spread, cuts: cutsFor(each.cuts, low, high) };
      }),
  };
}

/** The first member that a scale is of. */
function lineOf(figure: Figure, own: Own): number {
  const at = figure.regions.indexOf(own.region);
  return own.side === "rows" ? Math.floor(at / figure.columns.length) : at % figure.columns.length;
}

/** The shape with ends that are mirrored where the moved end or middle puts them. */
function mirrored<S extends Pick<ScaleShape, Which>>(shape: S, which: Which, scale: Scale, parts: ScaleParts): S {
  const { low, middle, high } = parts;
  const [isLow, isHigh] = [low, high].map((end) => end?.at === "mirrored");
  if (!middle || !(isLow || isHigh)) return shape;
  if (which === "high") return isLow ? { ...shape, low: 2 * shape.middle - shape.high } : shape;
  if (which === "low") return isHigh ? { ...shape, high: 2 * shape.middle - shape.low } : shape;
  const far = Math.max(Math.abs(scale.lowest - shape.middle), Math.abs(scale.highest - shape.middle));
  if (isLow && isHigh) return { ...shape, low: shape.middle - far, high: shape.middle + far };
  return isLow ? { ...shape, low: 2 * shape.middle - shape.high } : { ...shape, high: 2 * shape.middle - shape.low };
}

/** How far along the way from the lowest to the highest a value is, in percent; no nearer than these. */
export function percentOn({ lowest, highest }: Scale, value: number): number {
  const percent = highest > lowest ? (100 * (value - lowest)) / (highest - lowest) : 50;
  return Math.min(100, Math.max(0, Number(percent.toPrecision(12))));
}

function equalCuts(low: number, high: number, bands: number): number[] {
  return high > low ? Array.from({ length: bands - 1 }, (_, i) => low + ((i + 1) * (high - low)) / bands) : [];
}

function halfway({ low, high, spread }: Pick<ScaleShape, "low" | "high" | "spread">): number {
  const now = spreadFor(spread, low, high);
  const [from, to] = [low, high].map((each) => spreadOf(each, now)) as [number, number];
  return now.name === "linear" ? (low + high) / 2 : Math.min(Math.max(backFrom((from + to) / 2, now), low), high);
}

/** An end or the middle at a place of the rail, keeping its name. */
export function placed(which: Which, at: number, model: RailModel): Change {
  return (recipe) => {
    const name = partsOf(recipe, model.own)[which]?.name;
    const end: End = model.apart ? { percent: at } : { at };
    return withParts({ [which]: name ? { ...end, name } : end }, model.own)(recipe);
  };
}

type Bands = NonNullable<NonNullable<Recipe["color"]>["bands"]>;
/** A number, or a target by its name. */
export type Point = number | { target: string };

/** As many as the core allows, and as many as it finds when none are asked for. */
export const USUAL_BANDS = 5;

/** The bands as if they were cut by hand where they are, each with the name and color it has. */
export function byHand(bands: Bands | undefined, cuts: readonly number[]): Bands & { cuts: Point[] } {
  const each = <T>(list: readonly T[] | undefined, other: T | undefined) =>
    list?.length ? Array.from({ length: cuts.length + 1 }, (_, i) => (list[i] ?? other) as T) : undefined;
  return {
    cuts: [...(bands?.cuts ?? cuts)],
    names: each(bands?.names, ""),
    colors: each(bands?.colors, bands?.colors?.at(-1)),
  };
}

/** One cut at another place, or taken out: that joins two bands, which keep the name and color of the lower one. */
export function withCut(cuts: readonly number[], i: number, at: Point | null, own: Own | null): Change {
  return (recipe) => {
    const { cuts: points, names, colors } = byHand(partsOf(recipe, own).bands, cuts);
    if (at !== null) return bandsOf(own, { cuts: points.with(i, at), names, colors })(recipe);
    const joined = <T>(list: T[] | undefined) => list?.toSpliced(i + 1, 1);
    return bandsOf(own, { cuts: points.toSpliced(i, 1), names: joined(names), colors: joined(colors) })(recipe);
  };
}

/** Bands of all, or of some members, which take their colors from the palette. */
const bandsOf = (own: Own | null, bands: Bands): Change =>
  own ? withParts({ bands: { ...bands, colors: undefined } }, own) : withBands(bands);

/** One more cut, where there is none. The band it divides keeps its name below, and its color on both sides. */
export function withNewCut(cuts: readonly number[], at: number, own: Own | null): Change {
  return (recipe) => {
    if (cuts.includes(at)) return recipe;
    const { cuts: points, names, colors } = byHand(partsOf(recipe, own).bands, cuts);
    const i = cuts.filter((cut) => cut < at).length;
    return bandsOf(own, {
      cuts: points.toSpliced(i, 0, at),
      names: names?.toSpliced(i + 1, 0, ""),
      colors: colors?.toSpliced(i + 1, 0, colors[i] as string),
    })(recipe);
  };
}

/** What stands at an end, in words: "highest", "98th percentile", a target's or its own name. */
export function nameOf(which: Which, end: End | undefined, recipe: Recipe, clips: boolean): string {
  if (end?.name) return end.name;
  if (end?.target) return end.target;
  if (end?.percentile !== undefined) return `percentile ${end.percentile}`;
  if (end?.percent !== undefined) return `${end.percent}% of the way`;
  if (end?.at === "mirrored") return "mirrored";
  if (end === undefined || typeof end.at === "string") return recipe.pivot.correlate ? "always" : LEFT_TO_DATA[which];
  return clips ? "clip" : "";
}
