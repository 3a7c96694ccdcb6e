import { Box, CloseButton, Flex } from "@chakra-ui/react";
import type { Figure, Recipe } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Choice } from "../../../shared/Choice";
import { SavedInput } from "../../../shared/SavedInput";
import { Toggle } from "../../../shared/Toggle";
import { withLegend, withSymbols } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { type Card, controls, Said } from "../fields/Said";
import { Written } from "../fields/Written";
import { numberIn, numberOut } from "../scale/targets";

type Legend = NonNullable<Recipe["legend"]>;
type Tick = NonNullable<Legend["ticks"]>[number];
type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const PLACES = [
  { value: "right", label: "right" },
  { value: "top", label: "top" },
  { value: "below", label: "below" },
] as const;

/** The key to the colors: where it stands, and what is written on it. */
export function LegendPart(props: Props) {
  return (
    <>
      <Said part="legend" title="Legend" figure={props.figure} cards={cardsOf(props)} />
      <Box color="quiet" textStyle="small" mt="14px">
        Names of the ends, the middle and the bands are given under Color.
      </Box>
    </>
  );
}

/** What the phrases of the sentence open. */
function cardsOf({ figure, recipe, onChange }: Props): Record<string, Card> {
  const legend = recipe.legend ?? {};
  const ramp = figure.scale !== null && !figure.scale.cuts && !figure.regions.length;
  const written = (name: "title" | "blank" | "few" | "new" | "gone", label: string, hint: string): [string, Card] => [
    name,
    controls(
      label,
      <Written
        label={label}
        hint={hint}
        value={legend[name]}
        onDone={(words) => onChange(withLegend({ [name]: words }))}
      />,
    ),
  ];
  return {
    ...Object.fromEntries([
      written("title", "Title", "what is measured"),
      written("blank", "Cells without a value", "No value"),
      written("few", "Cells on too few records", `Under ${recipe.cells?.least_records} records`),
      written("new", "Cells of this side alone", figure.against?.new ?? ""),
      written("gone", "Cells of the other side alone", figure.against?.gone ?? ""),
    ]),
    place: controls(
      "Place of the legend",
      <>
        <Box mt="12px">
          <Toggle
            label="Legend on the page"
            on={legend.show ?? true}
            onChange={(show) => onChange(withLegend({ show }))}
          />
        </Box>
        <Box mt="12px">
          <Choice
            label="Place of the legend"
            value={legend.place ?? "right"}
            choices={PLACES}
            onChange={(place) => onChange(withLegend({ place }))}
          />
        </Box>
      </>,
      "240px",
    ),
    sizes: controls(
      "Title of the sizes",
      <Written
        label="Title of the sizes"
        hint="what sizes the symbols"
        value={recipe.cells?.symbols?.title}
        onDone={(title) => onChange(withSymbols({ title }))}
      />,
    ),
    ...(ramp
      ? {
          ticks: controls(
            "What stands on the legend",
            <Ticks figure={figure} ticks={legend.ticks ?? []} onChange={onChange} />,
            "300px",
          ),
        }
      : {}),
  };
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
