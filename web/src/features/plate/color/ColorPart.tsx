import { Box } from "@chakra-ui/react";
import type { Figure, Recipe, TableInfo } from "../../../api/client";
import { SPREAD_TERMS } from "../../../api/vocabulary";
import { counted, grouped } from "../../../shared/numbers";
import { withColor, withWithin } from "../changes/looks";
import { withTotals } from "../changes/pivots";
import type { Change } from "../changes/usePlate";
import { type Card, controls, oneOf, Said } from "../fields/Said";
import { colorsOfTotals } from "../fields/totals";
import { BandsPart } from "./BandsPart";
import { Gallery, Strip } from "./Gallery";
import { LitCard } from "./LitCard";
import { Locks } from "./Locks";
import { EndCard, Rail } from "./Rail";
import { TITLES, WHICH } from "./railAxis";
import { railModel } from "./railModel";
import { TargetsPart } from "./TargetsPart";

type Color = NonNullable<Recipe["color"]>;
type Props = {
  plate: number;
  table: TableInfo;
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

const HIGH_IS = [
  ["good", "good"],
  ["neither", "neither good nor bad"],
  ["bad", "bad"],
] as const;

const SPREADS = Object.entries(SPREAD_TERMS).map(([name, { words }]) => [name, words] as const);

/** How values become colors: the sentence, the rail, and what is done with the scale as a whole. */
export function ColorPart(props: Props) {
  const { plate, table, figure, recipe, onChange, onRefused } = props;
  return (
    <>
      <Said part="color" title="Color" figure={figure} cards={cardsOf(props)} />
      <Rail figure={figure} recipe={recipe} table={table.id} onChange={onChange} onRefused={onRefused} />
      <Box borderTopWidth="1px" borderColor="line" mt="18px" pt="12px">
        <Locks plate={plate} figure={figure} recipe={recipe} onChange={onChange} onRefused={onRefused} />
        <TargetsPart table={table.id} figure={figure} />
        {figure.lit !== null && (
          <Box textStyle="small" color="quiet" mt="12px">
            {counted(figure.lit, "cell")} of {grouped(figure.values.filter((value) => value !== null).length)} in color
          </Box>
        )}
      </Box>
    </>
  );
}

/** What the phrases of the sentence open. */
function cardsOf({ table, figure, recipe, onChange, onRefused }: Props): Record<string, Card> {
  const color = recipe.color ?? {};
  const groups = figure.row_groups.length > 0 || figure.column_groups.length > 0;
  const within = [
    ["table", "all cells"],
    ["row", "its row"],
    ["column", "its column"],
    ...(groups || color.within === "group" ? [["group", "its group"] as const] : []),
  ] as const;
  const model = railModel(figure, recipe, null);
  const ends = WHICH.map((which): [string, Card] => [
    which,
    {
      label: `${TITLES[which]} of the scale`,
      card: (close) =>
        model && (
          <EndCard
            {...{ which, figure, model, shape: model.shape, table: table.id, onChange, onRefused }}
            onDone={close}
          />
        ),
    },
  ]);
  return {
    ...(model ? Object.fromEntries(ends) : {}),
    palette: {
      label: "Palette",
      width: "420px",
      card: (close) => <Gallery figure={figure} recipe={recipe} onChange={onChange} onDone={close} />,
      behind: <Strip colors={figure.scene.grid?.colors ?? []} />,
    },
    high_is: oneOf("High is", color.high_is ?? "neither", HIGH_IS, (high_is) => onChange(withColor({ high_is }))),
    within: oneOf("Judged in", color.within ?? "table", within, (chosen) =>
      onChange(withWithin(chosen as Color["within"])),
    ),
    scale: oneOf("Spread", color.scale ?? "linear", SPREADS, (chosen) =>
      onChange(withColor({ scale: chosen as Color["scale"] })),
    ),
    bands: controls("Drawn as", <BandsPart figure={figure} recipe={recipe} onChange={onChange} />, "330px"),
    lit: {
      label: "Lit",
      width: "300px",
      card: (close) => (
        <LitCard
          table={table}
          lit={color.lit}
          percent={figure.style.percent}
          targets={figure.targets}
          onDone={(lit) => {
            close();
            onChange(withColor({ lit }));
          }}
        />
      ),
    },
    totals_color: oneOf("Colors of totals", recipe.pivot.totals?.color ?? "none", colorsOfTotals(recipe), (chosen) =>
      onChange(withTotals({ color: chosen })),
    ),
  };
}
