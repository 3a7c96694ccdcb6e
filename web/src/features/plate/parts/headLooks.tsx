import type { Figure, Recipe, TableInfo } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Line } from "../../../shared/Line";
import { Select } from "../../../shared/Select";
import { withHeads } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { NumberField } from "../fields/NumberField";
import { type Card, controls, oneOf } from "../fields/Said";
import { Written } from "../fields/Written";
import { MeasurePick } from "../statement/MeasurePick";

type Heads = NonNullable<Recipe["heads"]>;
type Props = { table: TableInfo; figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const TURNS = [
  ["fit", "as they fit"],
  ["level", "level"],
  ["up", "turned up"],
] as const;
const LONGS = [
  ["wrap", "in a few lines"],
  ["cut", "cut"],
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
export function headLooks({ table, figure, recipe, onChange }: Props): Record<string, Card> {
  const heads = recipe.heads ?? {};
  const weights = (["columns", "rows"] as const).map((side): [string, Card] => {
    const label = side === "columns" ? "What columns are as wide as" : "What rows are as high as";
    return [
      `weight_${side}`,
      controls(
        label,
        <Line label={side === "columns" ? "As wide as" : "As high as"}>
          <MeasurePick
            label={label}
            table={table}
            measure={heads.weight?.[side]}
            none="each other"
            onChange={(measure) => onChange(withHeads({ weight: { ...heads.weight, [side]: measure } }))}
          />
        </Line>,
      ),
    ];
  });
  return {
    ...Object.fromEntries(weights),
    turn: oneOf("Heads over columns", heads.turn ?? "fit", TURNS, (turn) => onChange(withHeads({ turn }))),
    long: oneOf("Long heads", heads.long ?? "wrap", LONGS, (long) => onChange(withHeads({ long }))),
    group_gap: controls(
      "Groups apart",
      <Line label="Groups apart">
        <NumberField
          label="Gap between groups, in points"
          none="as fits"
          least={0}
          most={LIMITS.group_gap_most}
          value={heads.group_gap}
          onDone={(group_gap) => onChange(withHeads({ group_gap }))}
        />
      </Line>,
    ),
    flow: controls(
      "Arrow",
      <>
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
      </>,
    ),
  };
}
