/** Changes of how a plate looks and what it says; each a function from recipe to recipe. */
import type { Each, Recipe } from "../../../api/client";
import type { Side } from "./sides";

/** Some keys of a part of the recipe set, the others of it as they are. */
const inPart =
  <P extends "color" | "cells" | "legend" | "words" | "page" | "heads">(part: P) =>
  (change: Partial<NonNullable<Recipe[P]>>) =>
  (recipe: Recipe): Recipe => ({ ...recipe, [part]: { ...recipe[part], ...change } });

export const withColor = inPart("color");
export const withCells = inPart("cells");
export const withLegend = inPart("legend");
export const withWords = inPart("words");
export const withHeads = inPart("heads");
export const withPageLook = inPart("page");
export const withPage = (width: number, height: number) => withPageLook({ width, height });

/** What the title claims, checked whenever the figure is made. */
export const withClaims = (claims: readonly string[]) => (recipe: Recipe) => ({ ...recipe, claims: [...claims] });

type Symbols = NonNullable<NonNullable<Recipe["cells"]>["symbols"]>;
export const withSymbols = (change: Partial<Symbols>) => (recipe: Recipe) =>
  withCells({ symbols: { ...recipe.cells?.symbols, ...change } })(recipe);

/** What is said of some members of a side; nothing left of it, they are like all others again. */
export const withEach =
  (side: Side, labels: readonly string[], parts: Partial<Each>) =>
  (recipe: Recipe): Recipe => {
    const one = side === "rows" ? "row" : "column";
    const before = recipe.each ?? [];
    const at = before.findIndex((each) => each[one] && JSON.stringify(each[one]) === JSON.stringify(labels));
    const next: Each = { ...before[at], [one]: [...labels], ...parts };
    const said = Object.entries(next).some(([key, value]) => key !== one && value !== undefined && value !== "");
    const each = at < 0 ? [...before, next] : before.with(at, next);
    // Rows and columns cannot both have their own ways.
    const left = (said ? each : each.filter((every) => every !== next)).filter((every) => every[one]);
    return { ...recipe, each: left };
  };

export const withNotes = (notes: NonNullable<Recipe["notes"]>) => (recipe: Recipe) => ({ ...recipe, notes });

/** A caution that does not matter here, with the reason; without one it is told again. */
export const withDismissed = (name: string, reason: string | undefined) => (recipe: Recipe) => {
  const { [name]: _, ...others } = recipe.dismissed ?? {};
  return { ...recipe, dismissed: reason ? { ...others, [name]: reason } : others };
};

/** What cells are judged among. One number for an end would make all rows alike again, so ends go back to each one's own. */
export const withWithin = (within: NonNullable<Recipe["color"]>["within"]) => (recipe: Recipe) => {
  const { low, middle, high, ...color } = recipe.color ?? {};
  const kept = Object.entries({ low, middle, high }).filter(
    ([, end]) => end && (within === "table" || end.percent !== undefined || end.percentile !== undefined),
  );
  return { ...recipe, color: { ...color, ...Object.fromEntries(kept), within } };
};

type Bands = NonNullable<NonNullable<Recipe["color"]>["bands"]>;

/** Bands in place of a ramp, or a ramp again. */
export const withBands = (bands: Bands | undefined) => withColor({ bands });
