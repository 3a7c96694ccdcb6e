/** What lets a plate be made again that cannot be made. */
import type { Level, Recipe } from "../../../api/client";
import { withCells, withColor, withHeads } from "./looks";
import { withCorrelation, withKeep, withMeasure, withShow } from "./pivots";
import { pivot, type Side, withLevel, withSplit } from "./sides";

/** What a plate could be made with again that cannot be, by the place that is told of it; each with its name. */
export function cures(path: string, recipe: Recipe): { name: string; change: (recipe: Recipe) => Recipe }[] {
  const level = path.match(/^pivot\.(rows|columns)\[(\d+)\](?:\.(bins|cut|top|by))?/);
  if (level) {
    const [side, at, key] = [level[1] as Side, Number(level[2]), level[3]];
    const there = recipe.pivot[side]?.[at];
    if (!there) return [];
    const without =
      key && key in there ? Object.fromEntries(Object.entries(there).filter(([name]) => name !== key)) : null;
    return [
      ...(without ? [{ name: DROPS[key as keyof typeof DROPS], change: withLevel(side, at, without as Level) }] : []),
      { name: `Take it off the ${side}`, change: withLevel(side, at, null) },
    ];
  }
  if (path.startsWith("pivot.split")) return [{ name: "Do not split", change: withSplit(null) }];
  const kept = path.match(/^pivot\.keep\[(\d+)\]/);
  if (kept) {
    const keep = recipe.pivot.keep ?? [];
    return [{ name: "Take the condition off", change: withKeep(keep.filter((_, i) => i !== Number(kept[1]))) }];
  }
  if (path.startsWith("pivot.measure"))
    return [{ name: "Count records instead", change: withMeasure({ take: "count" }) }];
  if (path.startsWith("pivot.show")) return [{ name: "Show it as it is", change: withShow({}) }];
  if (path.startsWith("pivot.order")) return [{ name: "Natural order", change: (each) => pivot(each, { order: {} }) }];
  if (path.startsWith("pivot.correlate")) return [{ name: "Back to a pivot", change: withCorrelation(undefined) }];
  if (path.startsWith("cells.print"))
    return [{ name: "Print the colored value", change: withCells({ print: undefined }) }];
  if (path.startsWith("heads.weight")) return [{ name: "Make them alike", change: withHeads({ weight: undefined }) }];
  if (path.startsWith("cells.symbols")) return [{ name: "Fill the cells", change: withCells({ symbols: undefined }) }];
  const lit = path.startsWith("color.lit");
  if (lit) return [{ name: "Light all cells", change: withColor({ lit: undefined }) }];
  if (path.startsWith("color.scale")) return [{ name: "Spread evenly", change: withColor({ scale: "linear" }) }];
  if (path.startsWith("color.within")) return [{ name: "Judge in the table", change: withColor({ within: "table" }) }];
  if (path.startsWith("color.bands")) return [{ name: "Take the bands off", change: withColor({ bands: undefined }) }];
  if (/^color\.(low|middle|high)/.test(path)) {
    const ends = { low: undefined, middle: undefined, high: undefined };
    return [{ name: "Ends from the data", change: withColor(ends) }];
  }
  return [];
}

const DROPS = {
  bins: "Drop the bins",
  cut: "Drop the part",
  top: "Keep all members",
  by: "By what is measured",
} as const;
