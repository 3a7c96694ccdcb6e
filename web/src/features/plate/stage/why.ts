/** Which color a cell has, and why. */

import type { Figure, Recipe } from "../../../api/client";
import { CELL_LOOK } from "../../../api/vocabulary";
import { short } from "../../../shared/numbers";
import type { Which } from "../color/railAxis";
import { nameOf } from "../color/railModel";
import { ownOf, partsOf, styleAt } from "../color/unlike";
import { bandOf, placer, type ScaleShape, stepper } from "../scale/coloring";
import { inksOn } from "./paint";

type Scales = readonly (ScaleShape | null)[];

/** The scales of the figure: one for all cells, or one for each row, column or group that is judged apart. */
export function scalesOf(figure: Figure): readonly Figure["scale"][] {
  return figure.regions.length ? figure.scales : [figure.scale];
}

/** The scale a cell is judged by. */
function scaleAt(figure: Figure, at: number, tried: Scales | null): ScaleShape | null {
  return (tried ?? scalesOf(figure))[figure.regions[at] ?? 0] ?? null;
}

/** The fill of a cell and the ink on it, as the stage shows it; null for a blank. */
export function colorAt(
  figure: Figure,
  at: number,
  scales: Scales | null,
  colors: readonly string[] | null,
): { fill: string; ink: string } | null {
  const value = figure.values[at];
  const scale = scaleAt(figure, at, scales);
  const { grid } = figure.scene;
  if (value === null || value === undefined || !scale || !grid) return null;
  const step = stepper(scale)(value);
  if (grid.unlit.includes(at)) return { fill: grid.grays[step] as string, ink: CELL_LOOK.dark_ink };
  const shown = colors ?? grid.colors;
  return { fill: shown[step] as string, ink: inksOn(shown, grid)[step] as string };
}

/** "64% of the way from 0 to 17 (clip), among all cells": from value to place to color. */
export function whyWords(figure: Figure, recipe: Recipe, at: number, scales: Scales | null): string {
  const value = figure.values[at];
  const scale = scaleAt(figure, at, scales);
  if (value === null || value === undefined || !scale) return "";
  const within = recipe.color?.within ?? "table";
  const among = !figure.regions.length
    ? "among all cells"
    : within === "table"
      ? "on the scale of its own"
      : `within its ${within}`;
  const unlit = figure.scene.grid?.unlit.includes(at) ? "Not lit; " : "";
  const cell = { row: Math.floor(at / figure.columns.length), column: at % figure.columns.length };
  const own = ownOf(figure, recipe, cell);
  const parts = partsOf(recipe, own);
  if (scale.cuts) {
    const number = bandOf(value, scale.cuts);
    const names = parts.bands?.names ?? [];
    const words = own ? names[number] || `${number + 1} of ${scale.cuts.length + 1}` : figure.bands[number]?.words;
    return `${unlit}in the band \u201c${words ?? ""}\u201d, ${among}`;
  }
  const end = (which: Which) => {
    const name = nameOf(which, parts[which], recipe, false);
    return `${short(scale[which], styleAt(figure, cell))}${name ? ` (${name})` : ""}`;
  };
  const place = Math.round(placer(scale)(value) * 100);
  const beyond = value > scale.high ? "beyond the high end; " : value < scale.low ? "beyond the low end; " : "";
  const middle = parts.middle ? ` over ${end("middle")}` : "";
  const sense = scale.turned ? `; high is ${figure.unlike?.sense === "good" ? "bad" : "good"} here` : "";
  return `${unlit}${beyond}${place}% of the way from ${end("low")}${middle} to ${end("high")}, ${among}${sense}`;
}
