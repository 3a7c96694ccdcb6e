import { useNavigate } from "react-router";
import { exportAddress, type Recipe } from "../../api/client";
import { useAbout, usePalettes } from "../../api/queries";
import { PAGE_TERMS } from "../../api/vocabulary";
import { type Action, FindAction } from "../../shared/FindAction";
import {
  turned,
  withBands,
  withCells,
  withColor,
  withLegend,
  withPage,
  withPageLook,
  withSymbols,
  withTotals,
  withWithin,
} from "./recipes";
import type { Change } from "./usePlate";
import { useView } from "./view";

type Props = {
  plate: number;
  recipe: Recipe;
  open: boolean;
  onClose: () => void;
  onChange: (change: Change) => void;
  others: Action[];
};

const SPREAD_WORDS = {
  linear: "evenly",
  log: "by logarithm",
  log_both: "by logarithm around zero",
  rank: "by rank",
} as const;

/** Every action of the editor by name. */
export function Actions({ plate, recipe, open, onClose, onChange, others }: Props) {
  return <FindAction actions={[...others, ...useActions(plate, recipe, onChange)]} open={open} onClose={onClose} />;
}

function useActions(plate: number, recipe: Recipe, onChange: (change: Change) => void): Action[] {
  const navigate = useNavigate();
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
    change("Turn the colors round", withColor({ reverse: !recipe.color?.reverse })),
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
    ...(["linear", "log", "log_both", "rank"] as const).map((scale) =>
      change(`Spread the values ${SPREAD_WORDS[scale]}`, withColor({ scale })),
    ),
    ...(recipe.color?.bands ? [change("Take the bands off", withBands(undefined))] : []),
    ...(recipe.color?.lit ? [change("Light all cells", withColor({ lit: undefined }))] : []),
    ...[{ name: "", title: "as it is" }, ...visions].map(({ name, title }) => ({
      name: `See the figure: ${title}`,
      act: () => useView.getState().set({ vision: name }),
    })),
    ...(["color", "cells", "heads", "legend", "words", "notes", "page"] as const).map((tab) => ({
      name: `Open the part: ${tab}`,
      act: () => useView.getState().set({ tab }),
    })),
    ...(["fill", "square", "dot", "bar"] as const).map((as) =>
      change(`Draw cells as ${as === "fill" ? "filled" : `${as}s`}`, withSymbols({ as })),
    ),
    ...(["right", "top", "below"] as const).map((place) =>
      change(`Legend ${place === "below" ? "below" : `at the ${place}`}`, withLegend({ place })),
    ),
    ...(["paper", "reed", "dusk"] as const).map((theme) => change(`Theme: ${theme}`, withPageLook({ theme }))),
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
    { name: "Go to the desk", act: () => navigate("/") },
  ];
}
