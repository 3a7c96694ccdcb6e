import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { exportAddress, type Recipe } from "../../../api/client";
import { useAbout, usePalettes } from "../../../api/queries";
import { PAGE_TERMS, SPREAD_TERMS, SYMBOL_TERMS, THEME_TERMS } from "../../../api/vocabulary";
import { type Action, FindAction } from "../../../shared/FindAction";
import { startPlan } from "../../../shared/startPlan";
import {
  withBands,
  withCells,
  withColor,
  withHeads,
  withLegend,
  withPage,
  withPageLook,
  withSymbols,
  withWithin,
} from "../changes/looks";
import { withTotals } from "../changes/pivots";
import { turned } from "../changes/turned";
import type { Change } from "../changes/usePlate";
import { type Cell, look, useView } from "../changes/view";

type Props = {
  plate: number;
  recipe: Recipe;
  open: boolean;
  onClose: () => void;
  onChange: (change: Change) => void;
  /** What else there is, given the cell that the keys stand on. */
  others: (chosen: Cell | null) => Action[];
};

/** Every action of the editor by name. */
export function Actions({ plate, recipe, open, onClose, onChange, others }: Props) {
  const chosen = useView((view) => (open ? view.chosen : null)); // walking the cells draws nothing anew
  const actions = [...others(chosen), ...useActions(plate, recipe, onChange)];
  return <FindAction actions={actions} open={open} onClose={onClose} />;
}

function useActions(plate: number, recipe: Recipe, onChange: (change: Change) => void): Action[] {
  const navigate = useNavigate();
  const client = useQueryClient();
  const palettes = usePalettes().data ?? [];
  const { exports, visions } = useAbout().data ?? { exports: [], visions: [] };
  const change = (name: string, make: Change): Action => ({ name, act: () => onChange(make) });
  const valuesShown = (recipe.cells?.values ?? "all") === "all";
  const legendShown = recipe.legend?.show ?? true;
  const { rows, columns } = { rows: false, columns: false, ...recipe.pivot.totals };
  return [
    change("Turn rows and columns", turned),
    change(valuesShown ? "Hide the values" : "Print the values", withCells({ values: valuesShown ? "none" : "all" })),
    change(legendShown ? "Take the legend off" : "Put the legend on", withLegend({ show: !legendShown })),
    change(rows ? "Hide the totals of rows" : "Show the totals of rows", withTotals({ rows: !rows })),
    change(columns ? "Hide the totals of columns" : "Show the totals of columns", withTotals({ columns: !columns })),
    change("Reverse the colors", withColor({ reverse: !recipe.color?.reverse })),
    ...(["good", "neither", "bad"] as const).map((high_is) => change(`High is ${high_is}`, withColor({ high_is }))),
    ...palettes.map(({ name, title }) =>
      change(
        `Palette ${title}`,
        withColor({ palette: name as NonNullable<Recipe["color"]>["palette"], colors: undefined }),
      ),
    ),
    ...(["table", "row", "column"] as const).map((within) =>
      change(`Judge cells within ${within === "table" ? "the table" : `their ${within}`}`, withWithin(within)),
    ),
    ...Object.entries(SPREAD_TERMS).map(([scale, { words }]) =>
      change(`Spread the values ${words}`, withColor({ scale: scale as keyof typeof SPREAD_TERMS })),
    ),
    ...(recipe.color?.bands ? [change("Take the bands off", withBands(undefined))] : []),
    ...(recipe.color?.lit ? [change("Light all cells", withColor({ lit: undefined }))] : []),
    ...[{ name: "", title: "as it is" }, ...visions].map(({ name, title }) => ({
      name: `See the figure: ${title}`,
      act: () => look({ vision: name }),
    })),
    ...(["color", "cells", "heads", "legend", "words", "notes", "page"] as const).map((tab) => ({
      name: `Open the part: ${tab}`,
      act: () => look({ tab }),
    })),
    ...Object.entries(SYMBOL_TERMS).map(([as, { words }]) =>
      change(`Draw ${words}`, withSymbols({ as: as as keyof typeof SYMBOL_TERMS })),
    ),
    ...(["columns", "rows"] as const).map((side) => {
      const weighed = Boolean(recipe.heads?.weight?.[side]);
      const size = side === "columns" ? "wide" : "high";
      return change(
        weighed ? `Make ${side} all as ${size} as each other` : `Make ${side} as ${size} as they have records`,
        withHeads({ weight: { ...recipe.heads?.weight, [side]: weighed ? undefined : { take: "count" } } }),
      );
    }),
    ...(["right", "top", "below"] as const).map((place) =>
      change(`Legend ${place === "below" ? "below" : `at the ${place}`}`, withLegend({ place })),
    ),
    ...Object.keys(THEME_TERMS).map((theme) =>
      change(`Theme: ${theme}`, withPageLook({ theme: theme as keyof typeof THEME_TERMS })),
    ),
    change(
      recipe.cells?.square ? "Fit the cells to the page" : "Make the cells square",
      withCells({ square: !recipe.cells?.square }),
    ),
    ...Object.values(PAGE_TERMS).map((page) => change(`Page: ${page.title}`, withPage(page.width, page.height))),
    ...exports.map(({ ending, title }) => ({
      name: `Export: ${title}`,
      note: `.${ending}`,
      act: () => window.location.assign(exportAddress(plate, ending)),
    })),
    {
      name: "Make it by itself: start a plan",
      act: async () => navigate(await startPlan(client, { plate })),
    },
    { name: "Go to the desk", act: () => navigate("/") },
  ];
}
