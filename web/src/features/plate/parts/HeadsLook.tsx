import { Box } from "@chakra-ui/react";
import type { Figure, Recipe, TableInfo } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import { withHeads } from "../changes/recipes";
import type { Change } from "../changes/usePlate";
import { Heading } from "./Heading";
import { Line } from "./Line";
import { MeasurePick } from "./MeasurePick";
import { NumberField } from "./NumberField";
import { Written } from "./Written";

type Heads = NonNullable<Recipe["heads"]>;
type Props = { table: TableInfo; figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const TURNS = [
  ["fit", "as they fit"],
  ["level", "level"],
  ["up", "turned up"],
] as const;
const FLOWS = [
  ["", "none"],
  ["columns", "along the columns"],
  ["rows", "down the rows"],
] as const;

/**
 * How heads look: turned or level, wrapped or cut; how far groups are apart; what widths and heights go by; and the arrow that
 * says which way to read.
 */
export function HeadsLook({ table, figure, recipe, onChange }: Props) {
  const heads = recipe.heads ?? {};
  const nested = figure.row_groups.length > 0 || figure.column_groups.length > 0;
  return (
    <>
      <Heading>Look</Heading>
      <Line label="Columns">
        <Select
          label="Heads over columns"
          value={heads.turn ?? "fit"}
          options={TURNS}
          onChange={(turn) => onChange(withHeads({ turn: turn as Heads["turn"] }))}
        />
      </Line>
      <Box mt="12px">
        <Toggle
          label="Long heads in several lines"
          on={heads.long !== "cut"}
          onChange={(on) => onChange(withHeads({ long: on ? "wrap" : "cut" }))}
        />
      </Box>
      {nested && (
        <Line label="Groups apart">
          <NumberField
            label="Gap between groups, in points"
            none="as fits"
            least={0}
            most={LIMITS.group_gap_most}
            value={heads.group_gap}
            onDone={(group_gap) => onChange(withHeads({ group_gap }))}
          />
        </Line>
      )}
      {!recipe.pivot.correlate &&
        !recipe.page?.underlay &&
        (["columns", "rows"] as const).map((side) => (
          <Line key={side} label={side === "columns" ? "Widths" : "Heights"}>
            <MeasurePick
              label={side === "columns" ? "What columns are as wide as" : "What rows are as high as"}
              table={table}
              measure={heads.weight?.[side]}
              none="alike"
              onChange={(measure) => onChange(withHeads({ weight: { ...heads.weight, [side]: measure } }))}
            />
          </Line>
        ))}
      <Line label="Arrow">
        <Select
          label="Arrow of flow"
          value={heads.flow ? (heads.flow.along ?? "columns") : ""}
          options={FLOWS}
          onChange={(along) =>
            onChange(
              withHeads({
                flow: along ? { ...heads.flow, along: along as NonNullable<Heads["flow"]>["along"] } : undefined,
              }),
            )
          }
        />
      </Line>
      {heads.flow && (
        <Written
          label="Words of the arrow"
          hint="none"
          value={heads.flow.words}
          facts={figure.facts}
          onDone={(words) => onChange(withHeads({ flow: { ...heads.flow, words } }))}
        />
      )}
    </>
  );
}
