import { Box, Flex } from "@chakra-ui/react";
import type { Figure, Recipe, TableInfo } from "../../../api/client";
import { LIMITS, SYMBOL_TERMS } from "../../../api/vocabulary";
import { Line } from "../../../shared/Line";
import { SavedInput } from "../../../shared/SavedInput";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import { withCells, withSymbols } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { ColorField } from "../fields/ColorField";
import { NumberField } from "../fields/NumberField";
import { NumberLook } from "../fields/NumberLook";
import { type Card, controls, oneOf, Said } from "../fields/Said";
import { numberIn, numberOut } from "../scale/targets";
import { MeasurePick } from "../statement/MeasurePick";

type Cells = NonNullable<Recipe["cells"]>;
type Past = Exclude<Cells["values"], string | undefined>;
type Props = { table: TableInfo; figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const VALUES = [
  ["all", "in all cells"],
  ["none", "on pointing alone"],
  ["extremes", "highest and lowest"],
  ["above", "above a number"],
  ["below", "below a number"],
] as const;
const DECIMALS = ["0", "1", "2", "3", "4"].map((count) => [count, count] as const);
const SYMBOLS = Object.entries(SYMBOL_TERMS).map(([name, { words }]) => [name, words] as const);
const LINES = [
  ["none", "none"],
  ["dividers", "between them"],
  ["guides", "through them"],
] as const;

const REACHES: readonly (readonly [string, string])[] = [
  ["1", "within the cell"],
  ["1.25", "a quarter beyond it"],
  ["1.5", "half beyond it"],
  ["2", "twice as wide"],
];

/** How far symbols reach, with what only the recipe says. */
function reaches(own: number | undefined) {
  const known = REACHES.some(([reach]) => Number(reach) === (own ?? 1));
  return known ? REACHES : [...REACHES, [String(own), `${own} times as wide`] as const];
}

/** What stands in the cells: values and how they are written, symbols, what is hidden, and the gaps between. */
export function CellsPart(props: Props) {
  return <Said part="cells" title="Cells" figure={props.figure} cards={cardsOf(props)} />;
}

/** What the phrases of the sentence open. */
function cardsOf({ table, figure, recipe, onChange }: Props): Record<string, Card> {
  const cells = recipe.cells ?? {};
  const values = cells.values ?? "all";
  const way = typeof values === "string" ? values : values.below !== undefined ? "below" : "above";
  return {
    symbols: controls("Cells drawn as", <Symbols table={table} recipe={recipe} onChange={onChange} />),
    values: controls(
      "Values",
      <>
        <Line label="Values">
          <Select
            label="Values"
            value={way}
            options={VALUES}
            onChange={(next) => onChange(withCells({ values: valuesFor(next, values, figure) }))}
          />
        </Line>
        {typeof values !== "string" && <Limit figure={figure} values={values} onChange={onChange} />}
      </>,
    ),
    ...(recipe.pivot.correlate
      ? {}
      : {
          print: controls(
            "What is printed",
            <Line label="Printed">
              <MeasurePick
                label="What is printed"
                table={table}
                measure={cells.print?.measure}
                none="what is colored"
                onChange={(measure) => onChange(withCells({ print: measure && { ...cells.print, measure } }))}
              />
            </Line>,
          ),
        }),
    number: controls(
      "How numbers are written",
      <>
        <Line label="Decimals">
          <Select
            label="Decimals"
            value={cells.decimals === undefined ? "" : String(cells.decimals)}
            options={[["", `as fits (${figure.style.decimals})`], ...DECIMALS]}
            onChange={(chosen) => onChange(withCells({ decimals: chosen === "" ? undefined : Number(chosen) }))}
          />
        </Line>
        <NumberLook
          number={cells.number ?? {}}
          onChange={(number) => onChange(withCells({ number }))}
          percent={figure.style.percent ?? false}
          signed={figure.style.sign}
        />
      </>,
    ),
    type: controls(
      "Type of the values",
      <Line label="Size">
        <Flex align="center" gap="10px">
          <NumberField
            label="Size of values, in points"
            none="as fits"
            width="84px"
            least={LIMITS.print_size_least}
            most={LIMITS.print_size_most}
            value={cells.size}
            onDone={(size) => onChange(withCells({ size }))}
          />
          <Toggle label="Bold" on={cells.bold ?? false} onChange={(bold) => onChange(withCells({ bold }))} />
        </Flex>
      </Line>,
    ),
    least_records: controls(
      "Cells on few records",
      <Line label="Fewer than">
        <Flex align="center" gap="8px">
          <NumberField
            label="Hide cells on fewer records than"
            none="none"
            width="64px"
            least={1}
            value={cells.least_records}
            onDone={(least_records) => onChange(withCells({ least_records }))}
          />
          <Box color="quiet">records</Box>
        </Flex>
      </Line>,
      "290px",
    ),
    gap: controls(
      "Gaps between cells",
      <Line label="Between">
        <Flex align="center" gap="8px">
          <NumberField
            label="Gap between cells, in points"
            none="as fits"
            width="64px"
            least={0}
            most={LIMITS.gap_most}
            value={cells.gap}
            onDone={(gap) => onChange(withCells({ gap }))}
          />
          <ColorField
            label="Color of the gaps"
            none="see-through"
            value={cells.gap_color}
            onDone={(gap_color) => onChange(withCells({ gap_color }))}
          />
        </Flex>
      </Line>,
      "300px",
    ),
    square: oneOf(
      "Shape of the cells",
      cells.square ? "square" : "fit",
      [
        ["fit", "fitted to the page"],
        ["square", "square"],
      ],
      (shape) => onChange(withCells({ square: shape === "square" })),
    ),
  };
}

/** Filled cells, or squares, dots or bars: what sizes them, how far they reach, and the lines under them. */
function Symbols({ table, recipe, onChange }: Omit<Props, "figure">) {
  const symbols = recipe.cells?.symbols ?? {};
  const filled = (symbols.as ?? "fill") === "fill";
  return (
    <>
      <Line label="Drawn as">
        <Select
          label="Cells drawn as"
          value={symbols.as ?? "fill"}
          options={SYMBOLS}
          onChange={(as) =>
            onChange(
              as === "fill"
                ? withCells({ symbols: undefined })
                : withSymbols({ as: as as NonNullable<Cells["symbols"]>["as"], size: symbols.size ?? undefined }),
            )
          }
        />
      </Line>
      {!filled && !recipe.pivot.correlate && (
        <Line label="Sized by">
          <MeasurePick
            label="What sizes them"
            table={table}
            measure={symbols.size}
            none="all alike"
            onChange={(size) => onChange(withSymbols({ size }))}
          />
        </Line>
      )}
      {SYMBOL_TERMS[symbols.as ?? "fill"].reaches && (
        <Line label="Reach">
          <Select
            label="How far symbols reach"
            value={String(symbols.reach ?? 1)}
            options={reaches(symbols.reach)}
            onChange={(reach) => onChange(withSymbols({ reach: Number(reach) === 1 ? undefined : Number(reach) }))}
          />
        </Line>
      )}
      {!filled && (
        <Line label="Lines">
          <Select
            label="Lines"
            value={symbols.lines ?? "none"}
            options={LINES}
            onChange={(lines) => onChange(withSymbols({ lines: lines as NonNullable<Cells["symbols"]>["lines"] }))}
          />
        </Line>
      )}
    </>
  );
}

function Limit({ figure, values, onChange }: { figure: Figure; values: Past; onChange: (change: Change) => void }) {
  const name = values.below !== undefined ? "below" : "above";
  const limit = values[name];
  const { percent } = figure.style;
  const read = (text: string) => (text.trim() in figure.targets ? { target: text.trim() } : numberIn(text, percent));
  return (
    <Line label="The number">
      <SavedInput
        aria-label={`Values ${name}`}
        size="sm"
        value={typeof limit === "object" ? limit.target : limit === undefined ? "" : numberOut(limit, percent)}
        wrong={(text) => (read(text) === null ? "Write a number or the name of a target." : null)}
        onDone={(text) => onChange(withCells({ values: { ...values, [name]: read(text) ?? undefined } }))}
      />
    </Line>
  );
}

/** What was chosen, with a number to begin with where one is needed: the middle of the scale. */
function valuesFor(way: string, now: Cells["values"], figure: Figure): Cells["values"] {
  if (way === "all" || way === "none" || way === "extremes") return way;
  const before = typeof now === "object" ? (now.above ?? now.below) : undefined;
  const middle = Number((figure.scale?.middle ?? 0).toPrecision(2));
  return { [way]: before ?? middle };
}
