import { Box, CloseButton, Flex } from "@chakra-ui/react";
import type { Figure, Recipe } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Choice } from "../../../shared/Choice";
import { SavedInput } from "../../../shared/SavedInput";
import { Toggle } from "../../../shared/Toggle";
import { withLegend, withSymbols } from "../changes/recipes";
import type { Change } from "../changes/usePlate";
import { numberIn, numberOut } from "../color/targets";
import { Heading } from "./Heading";
import { Line } from "./Line";
import { Written } from "./Written";

type Legend = NonNullable<Recipe["legend"]>;
type Tick = NonNullable<Legend["ticks"]>[number];
type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const PLACES = [
  { value: "right", label: "right" },
  { value: "top", label: "top" },
  { value: "below", label: "below" },
] as const;

/** The key to the colors: where it stands, and what is written on it. */
export function LegendPart({ figure, recipe, onChange }: Props) {
  const legend = recipe.legend ?? {};
  const ramp = figure.scale !== null && !figure.scale.cuts && !figure.regions.length;
  return (
    <>
      <Toggle label="Legend on the page" on={legend.show ?? true} onChange={(show) => onChange(withLegend({ show }))} />
      <Line label="Place">
        <Choice
          label="Place of the legend"
          value={legend.place ?? "right"}
          choices={PLACES}
          onChange={(place) => onChange(withLegend({ place }))}
        />
      </Line>
      <Written
        label="Title"
        hint="what is measured"
        value={legend.title}
        onDone={(title) => onChange(withLegend({ title }))}
      />
      <Written
        label="Cells without a value"
        hint="No value"
        value={legend.blank}
        onDone={(blank) => onChange(withLegend({ blank }))}
      />
      {recipe.cells?.least_records !== undefined && (
        <Written
          label="Cells on too few records"
          hint={`Under ${recipe.cells.least_records} records`}
          value={legend.few}
          onDone={(few) => onChange(withLegend({ few }))}
        />
      )}
      {figure.against &&
        (["new", "gone"] as const).map((name) => (
          <Written
            key={name}
            label={name === "new" ? "Cells of this side alone" : "Cells of the other side alone"}
            hint={figure.against?.[name] ?? ""}
            value={legend[name]}
            onDone={(words) => onChange(withLegend({ [name]: words }))}
          />
        ))}
      {recipe.cells?.symbols?.size && (
        <Written
          label="Title of the sizes"
          hint="what sizes the symbols"
          value={recipe.cells.symbols.title}
          onDone={(title) => onChange(withSymbols({ title }))}
        />
      )}
      {ramp && <Ticks figure={figure} ticks={legend.ticks ?? []} onChange={onChange} />}
      <Box color="quiet" textStyle="small" mt="14px">
        Names of the ends, the middle and the bands are given under Color.
      </Box>
    </>
  );
}

/** Places of one's own on the ramp, each a number or target and what is written there. */
function Ticks({ figure, ticks, onChange }: { figure: Figure; ticks: readonly Tick[]; onChange: Props["onChange"] }) {
  const { percent } = figure.style;
  const set = (next: Tick[]) => onChange(withLegend({ ticks: next }));
  const read = (text: string): Tick["at"] | null =>
    text.trim() in figure.targets ? { target: text.trim() } : numberIn(text, percent);
  const first = figure.scale ? Number(((figure.scale.low + figure.scale.high) / 2).toPrecision(2)) : 0;
  return (
    <>
      <Heading>Ticks of your own</Heading>
      {ticks.map((tick, i) => (
        <Flex key={i} align="center" gap="6px" mt="10px">
          <SavedInput
            aria-label={`Place of tick ${i + 1}`}
            size="sm"
            w="84px"
            value={typeof tick.at === "object" ? tick.at.target : numberOut(tick.at, percent)}
            wrong={(text) => (read(text) === null ? "Write a number or the name of a target." : null)}
            onDone={(text) => set(ticks.with(i, { ...tick, at: read(text) as Tick["at"] }) as Tick[])}
          />
          <SavedInput
            aria-label={`Words of tick ${i + 1}`}
            size="sm"
            placeholder="the number"
            maxLength={120}
            value={tick.text ?? ""}
            onDone={(text) => set(ticks.with(i, { ...tick, text }) as Tick[])}
          />
          <CloseButton
            size="2xs"
            aria-label={`Remove tick ${i + 1}`}
            onClick={() => set(ticks.toSpliced(i, 1) as Tick[])}
          />
        </Flex>
      ))}
      <Button size="sm" variant="plain" mt="10px" onClick={() => set([...ticks, { at: first }] as Tick[])}>
        Add a tick
      </Button>
    </>
  );
}
