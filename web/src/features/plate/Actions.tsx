import { Dialog, Portal, VisuallyHidden } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import { exportAddress, type Recipe } from "../../api/client";
import { useAbout, usePalettes } from "../../api/queries";
import { FilterList } from "../../shared/FilterList";
import { turned, withCells, withColor, withLegend, withPage, withTotals } from "./recipes";
import { PAGES } from "./Stage";
import type { Change } from "./usePlate";

type Action = { name: string; note?: string; act: () => void };

type Props = {
  plate: number;
  recipe: Recipe;
  open: boolean;
  onClose: () => void;
  onChange: (change: Change) => void;
  others: Action[];
};

/** Every action of the editor by name: type a word of it, Enter. */
export function Actions({ plate, recipe, open, onClose, onChange, others }: Props) {
  const actions = [...others, ...useActions(plate, recipe, onChange)];
  return (
    <Dialog.Root open={open} onOpenChange={(change) => !change.open && onClose()} placement="top">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="card" w="auto" mt="90px" fontSize="13px" overflow="hidden">
            <VisuallyHidden>
              <Dialog.Title>Find an action</Dialog.Title>
            </VisuallyHidden>
            {open && (
              <FilterList
                label="Find an action"
                options={actions.map(({ name, note }) => ({ key: name, label: name, note }))}
                onChoose={(name) => {
                  onClose();
                  actions.find((action) => action.name === name)?.act();
                }}
              />
            )}
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function useActions(plate: number, recipe: Recipe, onChange: (change: Change) => void): Action[] {
  const navigate = useNavigate();
  const palettes = usePalettes().data ?? [];
  const exports = useAbout().data?.exports ?? [];
  const change = (name: string, make: Change): Action => ({ name, act: () => onChange(make) });
  const valuesShown = (recipe.cells?.values ?? "all") === "all";
  const legendShown = recipe.legend?.show ?? true;
  const { rows, columns } = { rows: false, columns: false, ...recipe.pivot.totals };
  return [
    change("Turn rows and columns", turned),
    change(valuesShown ? "Hide the values" : "Print the values", withCells({ values: valuesShown ? "none" : "all" })),
    change(legendShown ? "Take the legend off" : "Put the legend on", withLegend({ show: !legendShown })),
    change(rows ? "Hide the totals of rows" : "Show the totals of rows", withTotals("rows", !rows)),
    change(columns ? "Hide the totals of columns" : "Show the totals of columns", withTotals("columns", !columns)),
    change("Turn the colors round", withColor({ reverse: !recipe.color?.reverse })),
    ...(["good", "neither", "bad"] as const).map((high_is) => change(`High is ${high_is}`, withColor({ high_is }))),
    ...palettes.map(({ name, title }) =>
      change(`Palette ${title}`, withColor({ palette: name as NonNullable<Recipe["color"]>["palette"] })),
    ),
    ...PAGES.map((page) => change(`Page: ${page.label}`, withPage(page.width, page.height))),
    ...exports.map(({ ending, title }) => ({
      name: `Export: ${title}`,
      note: `.${ending}`,
      act: () => window.location.assign(exportAddress(plate, ending)),
    })),
    { name: "Go to the desk", act: () => navigate("/") },
  ];
}
