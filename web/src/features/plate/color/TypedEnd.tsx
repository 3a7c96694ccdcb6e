import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { type End, sentenceOf } from "../../../api/client";
import { CardForm } from "../../../shared/CardForm";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import type { Change } from "../changes/usePlate";
import { numberIn, numberOut, useSetTargets } from "../scale/targets";
import { LEFT_TO_DATA, TITLES, type Which } from "./railAxis";
import type { ScaleParts } from "./unlike";

type Props = {
  which: Which;
  end: End | undefined;
  /** Where the middle stands, if it is set. */
  middle: End | undefined;
  /** Where it stands now: the number, and in percent of the way from the lowest to the highest. */
  value: number;
  place: number;
  limits: [number | null, number | null];
  /** Numbers are written as percent. */
  percent: boolean | undefined;
  /** Cells are judged apart, so that there is no one number beside the others. */
  apart: boolean;
  targets: Record<string, number>;
  table: number;
  /** What sets a part of the scale. */
  put: (parts: ScaleParts) => Change;
  onDone: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

type Kind = "at" | "percent" | "percentile" | "target" | "mirrored";

/** Where exactly a handle stands, and its name. */
export function TypedEnd({
  which,
  end,
  middle,
  value,
  place,
  percent,
  apart,
  targets,
  table,
  put,
  onDone,
  ...more
}: Props) {
  const [least, most] = more.limits;
  const names = Object.keys(targets);
  const [kind, setKind] = useState<Kind>(() => kindOf(end, apart));
  const [text, setText] = useState(() =>
    textOf(end, kindOf(end, apart) === "percent" ? place : value, percent && kind === "at"),
  );
  const [target, setTarget] = useState(end?.target ?? names[0] ?? "");
  const [name, setName] = useState(end?.name ?? "");
  const [shared, setShared] = useState(false);
  const setTargets = useSetTargets(table);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.select(), []);

  const number = kind === "at" ? numberIn(text, percent) : numberIn(text.replace(/\s*%$/, ""), false);
  const wrong = sentence();

  function sentence(): string {
    if (kind === "target" || kind === "mirrored") return "";
    if (number === null) return "Write a number, such as 5 or 2.5.";
    if (kind !== "at") return number < 0 || number > 100 ? "Write a number from 0 to 100." : "";
    if (!apart && least !== null && number < least && which === "high")
      return "The high end must lie above the low end.";
    if (!apart && most !== null && number > most && which === "low") return "The low end must lie below the high end.";
    return shared && !name.trim() ? "A target needs a name." : "";
  }

  async function done() {
    const called = name.trim();
    const stands =
      kind === "target"
        ? { target }
        : kind === "mirrored"
          ? ({ at: "mirrored" } as const)
          : { [kind]: number as number };
    if (!(shared && kind === "at")) return onDone(put({ [which]: called ? { ...stands, name: called } : stands }));
    try {
      await setTargets({ ...targets, [called]: number as number });
      onDone(put({ [which]: { target: called } }));
    } catch (error) {
      more.onRefused(sentenceOf(error));
    }
  }

  const kinds: [Kind, string][] = [
    ["at", "a number"],
    ["percent", "percent of the range"],
    ["percentile", "a percentile"],
    ...(names.length ? [["target", "a target"] as [Kind, string]] : []),
    ...(which === "middle" ? [] : [["mirrored", "as far as the other end"] as [Kind, string]]),
  ];
  return (
    <CardForm
      other={{
        words: which === "middle" ? "Halfway" : `At the ${LEFT_TO_DATA[which]}`,
        act: () => onDone(put(end?.at === "mirrored" ? freed(which, middle) : { [which]: undefined })),
      }}
      done="Set"
      ready={!wrong}
      onDone={() => void done()}
    >
      <Field.Root invalid={Boolean(wrong)}>
        <Field.Label textStyle="label">{TITLES[which]} at</Field.Label>
        <Flex gap="8px" w="100%">
          <Select
            label="What it stands at"
            width="128px"
            value={kind}
            options={kinds}
            onChange={(next) => setKind(next as Kind)}
          />
          {kind === "target" ? (
            <Select
              label="Target"
              value={target}
              options={names.map((each) => [each, `${each}, ${targets[each]}`])}
              onChange={setTarget}
            />
          ) : kind === "mirrored" ? null : (
            <Input
              ref={input}
              aria-label={`${TITLES[which]} at`}
              size="sm"
              autoFocus
              borderColor="control"
              inputMode="decimal"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Flex>
        {wrong && <Field.ErrorText color="alarm">{wrong}</Field.ErrorText>}
      </Field.Root>
      <Field.Root mt="8px">
        <Field.Label textStyle="label">Its name on the legend</Field.Label>
        <Input
          size="sm"
          borderColor="control"
          placeholder={kind === "target" ? target : "our promise"}
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field.Root>
      {kind === "at" && (
        <Box mt="10px">
          <Toggle label="A target of all plates of this table" on={shared} onChange={setShared} />
        </Box>
      )}
    </CardForm>
  );
}

/** An end left to the data, beside a middle that is no longer left to the figure: around that alone ends are mirrored by themselves. */
function freed(which: Which, middle: End | undefined): ScaleParts {
  return { [which]: { at: which === "high" ? "highest" : "lowest" }, ...(middle ? { middle } : {}) };
}

function kindOf(end: End | undefined, apart: boolean): Kind {
  if (end?.target !== undefined) return "target";
  if (end?.at === "mirrored") return "mirrored";
  if (end?.percentile !== undefined) return "percentile";
  if (end?.percent !== undefined || (apart && typeof end?.at !== "number")) return "percent";
  return "at";
}

function textOf(end: End | undefined, value: number, percent: boolean | undefined): string {
  return numberOut(end?.percentile ?? end?.percent ?? value, percent);
}
