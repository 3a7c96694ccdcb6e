import type { Recipe } from "../../../api/client";

type Color = NonNullable<NonNullable<Recipe["pivot"]["totals"]>["color"]>;

const OWN_COLORS: (readonly [Color, string])[] = [
  ["none", "none"],
  ["own", "on their own scale"],
];

/** Totals can have the colors of the cells where these are judged together, and all of them are lit. */
export const colorsOfTotals = ({ color, pivot }: Recipe): (readonly [Color, string])[] =>
  ((color?.within ?? "table") === "table" && !color?.lit) || pivot.totals?.color === "shared"
    ? [...OWN_COLORS, ["shared", "those of the cells"]]
    : OWN_COLORS;
