/** Bands of some members alone, as they are typed: a method and how many, or cuts at numbers and targets. */
import type { Each, Figure } from "../../../api/client";
import { BAND_TERMS, LIMITS } from "../../../api/vocabulary";
import { USUAL_BANDS } from "../color/railModel";
import { numberIn, numberOut } from "../scale/targets";

type Bands = NonNullable<Each["bands"]>;
type Targets = Figure["targets"];
type Cut = NonNullable<Bands["cuts"]>[number];
/** `as` is a method, "cuts", or nothing where they are drawn as all others. */
export type Drawn = { as: string; count: string; cuts: string };

export const DRAWN_AS: (readonly [string, string])[] = [
  ["", "drawn as all"],
  ["cuts", "bands cut at"],
  ...Object.entries(BAND_TERMS).map(([name, { words }]) => [name, `bands, ${words}`] as const),
];

export const drawnAs = (bands: Bands | undefined, percent?: boolean): Drawn => ({
  as: bands ? (bands.method ?? "cuts") : "",
  count: String(bands?.count ?? USUAL_BANDS),
  cuts: (bands?.cuts ?? []).map((cut) => cutOut(cut, percent)).join(", "),
});

/** What the recipe says for it, or what is wrong. Names stay with the bands as long as there are as many. */
export function bandsFrom(
  drawn: Drawn,
  before: Bands | undefined,
  targets: Targets,
  percent?: boolean,
): { found?: Bands; wrong: string } {
  if (!drawn.as) return { wrong: "" };
  if (drawn.as !== "cuts") {
    const count = Number(drawn.count || USUAL_BANDS);
    if (!Number.isInteger(count) || count < 2 || count > LIMITS.bands_most)
      return { wrong: `Write how many bands, from 2 to ${LIMITS.bands_most}.` };
    return { found: { method: drawn.as as Bands["method"], count, ...kept(before, count) }, wrong: "" };
  }
  const cuts = drawn.cuts.split(/[,;]/).map((text) => cutIn(text.trim(), targets, percent));
  if (!cuts.every((cut) => cut !== null)) return { wrong: "Write where the bands are cut, such as 2, 5, 9." };
  const places = cuts.map((cut) => (typeof cut === "number" ? cut : (targets[cut.target] as number)));
  if (places.some((place, i) => i > 0 && place <= (places[i - 1] as number)))
    return { wrong: "Cuts must rise, such as 2, 5, 9." };
  if (cuts.length >= LIMITS.bands_most) return { wrong: `There may be ${LIMITS.bands_most - 1} cuts at most.` };
  return { found: { cuts, ...kept(before, cuts.length + 1) }, wrong: "" };
}

const kept = (before: Bands | undefined, count: number) =>
  before?.names && before.names.length <= count ? { names: before.names } : {};

/** A cut as it was typed: the name of a target, or a number. */
const cutIn = (text: string, targets: Targets, percent?: boolean): Cut | null =>
  Object.hasOwn(targets, text) ? { target: text } : numberIn(text, percent);

const cutOut = (cut: Cut, percent?: boolean): string =>
  typeof cut === "number" ? numberOut(cut, percent) : cut.target;
