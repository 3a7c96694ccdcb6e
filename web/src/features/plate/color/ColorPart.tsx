import { Box } from "@chakra-ui/react";
import type { Figure, Recipe, TableInfo } from "../../../api/client";
import { SPREAD_TERMS } from "../../../api/vocabulary";
import { Choice } from "../../../shared/Choice";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import { withColor, withWithin } from "../changes/recipes";
import type { Change } from "../changes/usePlate";
import { Line } from "../parts/Line";
import { BandsPart } from "./BandsPart";
import { Gallery } from "./Gallery";
import { LitPart } from "./LitPart";
import { Locks } from "./Locks";
import { Rail } from "./Rail";
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
  { value: "good", label: "good" },
  { value: "neither", label: "neither" },
  { value: "bad", label: "bad" },
] as const;

const SPREADS = Object.entries(SPREAD_TERMS).map(([name, { words }]) => [name, words] as const);

/** How values become colors. */
export function ColorPart({ plate, table, figure, recipe, onChange, onRefused }: Props) {
  const color = recipe.color ?? {};
  const groups = figure.row_groups.length > 0 || figure.column_groups.length > 0;
  const within = [
    ["table", "all cells"],
    ["row", "its row"],
    ["column", "its column"],
    ...(groups || color.within === "group" ? [["group", "its group"] as const] : []),
  ] as const;
  return (
    <>
      <Gallery figure={figure} recipe={recipe} onChange={onChange} />
      <Line label="High is">
        <Choice
          label="High is"
          value={color.high_is ?? "neither"}
          choices={HIGH_IS}
          onChange={(high_is) => onChange(withColor({ high_is }))}
        />
      </Line>
      <Rail figure={figure} recipe={recipe} table={table.id} onChange={onChange} onRefused={onRefused} />
      <Box borderTopWidth="1px" borderColor="line" mt="18px" pt="2px">
        <Line label="Judged in">
          <Select
            label="Judged in"
            value={color.within ?? "table"}
            options={within}
            onChange={(chosen) => onChange(withWithin(chosen as Color["within"]))}
          />
        </Line>
        {!color.bands && (
          <Line label="Spread">
            <Select
              label="Spread"
              value={color.scale ?? "linear"}
              options={SPREADS}
              onChange={(chosen) => onChange(withColor({ scale: chosen as Color["scale"] }))}
            />
          </Line>
        )}
        <BandsPart figure={figure} recipe={recipe} onChange={onChange} />
        <LitPart table={table} figure={figure} recipe={recipe} onChange={onChange} />
      </Box>
      <Box borderTopWidth="1px" borderColor="line" pt="12px" mt="14px">
        <Toggle
          label="Reverse the colors"
          on={color.reverse ?? false}
          onChange={(reverse) => onChange(withColor({ reverse }))}
        />
        <Locks plate={plate} figure={figure} recipe={recipe} onChange={onChange} onRefused={onRefused} />
        <TargetsPart table={table.id} figure={figure} />
      </Box>
    </>
  );
}
