import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Each, Figure, Recipe } from "../../../api/client";
import { CardForm } from "../../../shared/CardForm";
import { Choice } from "../../../shared/Choice";
import { Select } from "../../../shared/Select";
import { withEach } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { USUAL_BANDS } from "../color/railModel";
import { labelsIn, styleAt } from "../color/unlike";
import { numberIn, numberOut } from "../scale/targets";
import { bandsFrom, DRAWN_AS, type Drawn, drawnAs } from "./eachBands";
import type { Head } from "./heads";

const HIGH_IS = [
  { value: "", label: "as all" },
  { value: "good", label: "good" },
  { value: "neither", label: "neither" },
  { value: "bad", label: "bad" },
] as const;
const DECIMALS = ["", "0", "1", "2", "3"].map((each) => [each, each || "as fits"] as const);
const ENDS = [
  { key: "low", label: "Low end at", hint: "its lowest" },
  { key: "target", label: "Target", hint: "none" },
  { key: "high", label: "High end at", hint: "its highest" },
] as const;
type Key = (typeof ENDS)[number]["key"];

type Props = { figure: Figure; recipe: Recipe; head: Head; onDone: (change: Change) => void };

/** How the numbers of a member or a group are written, and what they are judged by, where it is unlike the others. */
export function EachCard({ figure, recipe, head, onDone }: Props) {
  const labels = head.side === "columns" && recipe.pivot.split ? head.labels.slice(1) : head.labels;
  const one = head.side === "rows" ? "row" : "column";
  const before: Each =
    recipe.each?.find((each) => each[one] && JSON.stringify(labelsIn(each)) === JSON.stringify(labels)) ?? {};
  const { percent } = head.innermost ? styleAt(figure, { [one]: head.line }) : figure.style;
  const [unit, setUnit] = useState(before.unit ?? "");
  const [decimals, setDecimals] = useState(before.decimals === undefined ? "" : String(before.decimals));
  const [sense, setSense] = useState<string>(before.high_is ?? "");
  const [typed, setTyped] = useState<Record<Key, string>>(() => ({
    low: textOf(before.low?.at, percent),
    target: textOf(before.target, percent),
    high: textOf(before.high?.at, percent),
  }));
  const [drawn, setDrawn] = useState<Drawn>(() => drawnAs(before.bands, percent));
  const bands = bandsFrom(drawn, before.bands, figure.targets, percent);
  const numbers = ENDS.map(({ key }) => (typed[key].trim() ? numberIn(typed[key], percent) : undefined));
  const wrong = numbers.includes(null) ? "Write numbers, such as 5 or 2.5, or leave them empty." : bands.wrong;

  function done() {
    const [low, target, high] = numbers as (number | undefined)[];
    const end = (number: number | undefined, was: Each["low"]) =>
      number === undefined ? (typeof was?.at === "number" ? undefined : was) : { ...was, at: number };
    onDone(
      withEach(head.side, labels, {
        unit: unit.trim() || undefined,
        decimals: decimals === "" ? undefined : Number(decimals),
        high_is: (sense || undefined) as Each["high_is"],
        low: end(low, before.low),
        high: end(high, before.high),
        bands: bands.found,
        target: target ?? (typeof before.target === "object" ? before.target : undefined),
        ...(target === undefined ? {} : { middle: undefined }),
      }),
    );
  }

  const parts = Object.keys(before).filter((key) => key !== one);
  return (
    <CardForm
      width="300px"
      other={{
        words: "Like all others",
        act: () => onDone(withEach(head.side, labels, Object.fromEntries(parts.map((key) => [key, undefined])))),
        off: !parts.length,
      }}
      done="Set"
      ready={!wrong}
      onDone={done}
    >
      <Box textStyle="label" mb="8px" truncate title={labels.join(", ")}>
        {labels.join(", ")}
      </Box>
      <Flex gap="8px" mb="10px" align="center">
        <Box flex="1">
          <Select label="Decimals" value={decimals} options={DECIMALS} onChange={setDecimals} />
        </Box>
        <Input
          size="sm"
          w="110px"
          aria-label="Unit"
          placeholder="unit"
          borderColor="control"
          maxLength={24}
          value={unit}
          onChange={(event) => setUnit(event.target.value)}
        />
      </Flex>
      <Box color="quiet" textStyle="small" mb="3px">
        High is
      </Box>
      <Choice label="High is, here" value={sense} choices={HIGH_IS} onChange={setSense} />
      {ENDS.map(({ key, label, hint }) => (
        <Flex key={key} mt="8px" gap="8px" align="center">
          <Box flex="1" color="quiet">
            {label}
          </Box>
          <Input
            size="sm"
            w="110px"
            aria-label={label}
            placeholder={hint}
            inputMode="decimal"
            borderColor="control"
            value={typed[key]}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
          />
        </Flex>
      ))}
      <Flex mt="8px" gap="8px" align="center">
        <Box flex="1">
          <Select
            label="Drawn as, here"
            value={drawn.as}
            options={DRAWN_AS}
            onChange={(as) => setDrawn({ ...drawn, as })}
          />
        </Box>
        {drawn.as && (
          <Input
            size="sm"
            w="110px"
            aria-label={drawn.as === "cuts" ? "Cuts" : "How many bands"}
            placeholder={drawn.as === "cuts" ? "cuts: 2, 5, 9" : String(USUAL_BANDS)}
            borderColor="control"
            value={drawn.as === "cuts" ? drawn.cuts : drawn.count}
            onChange={(event) => setDrawn({ ...drawn, [drawn.as === "cuts" ? "cuts" : "count"]: event.target.value })}
          />
        )}
      </Flex>
      {wrong && (
        <Box color="alarm" textStyle="small" mt="6px">
          {wrong}
        </Box>
      )}
    </CardForm>
  );
}

const textOf = (value: unknown, percent: boolean | undefined): string =>
  typeof value === "number" ? numberOut(value, percent) : "";
