import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Measure, Recipe, TableInfo } from "../../../api/client";
import { CardForm } from "../../../shared/CardForm";
import { Select } from "../../../shared/Select";
import { numberIn } from "../scale/targets";
import { MeasurePick } from "../statement/MeasurePick";

type Lit = NonNullable<NonNullable<Recipe["color"]>["lit"]>;
type Limit = "above" | "below" | "from" | "to";

const WAYS = [
  ["highest", "the highest"],
  ["lowest", "the lowest"],
  ["above", "above"],
  ["below", "below"],
  ["from", "at least"],
  ["to", "at most"],
  ["between", "from … to"],
] as const;
type Way = (typeof WAYS)[number][0];

type CardProps = {
  table: TableInfo;
  lit: Lit | undefined;
  percent: boolean | undefined;
  targets: Record<string, number>;
  onDone: (lit: Lit | undefined) => void;
};

/** What has color, the rest being gray. */
export function LitCard({ table, lit, percent, targets, onDone }: CardProps) {
  const [of, setOf] = useState<NonNullable<Lit["of"]>>(lit?.of ?? "value");
  const [by, setBy] = useState<Measure>(lit?.by ?? { take: "count" });
  const [way, setWay] = useState<Way>(() => wayOf(lit));
  const asPercent = percent && of === "value";
  const [text, setText] = useState(() => written(firstOf(lit), asPercent) || "10");
  const [second, setSecond] = useState(() => written(lit?.to, asPercent));
  const ranked = way === "highest" || way === "lowest";
  const points = [text, ...(way === "between" ? [second] : [])].map((each) =>
    pointIn(each, targets, asPercent && !ranked),
  );
  const number = points[0];
  const wrong = points.some((point) => point === null)
    ? `Write a number${Object.keys(targets).length ? " or the name of a target" : ""}, such as 10.`
    : ranked && (typeof number !== "number" || !Number.isInteger(number) || number < 1)
      ? "Write how many cells, such as 10."
      : "";

  function done() {
    const what: Lit = of === "measure" ? { of, by } : of === "records" ? { of } : {};
    const limits =
      way === "between" ? { from: points[0] as number, to: points[1] as number } : { [way]: points[0] as number };
    onDone({ ...what, ...limits });
  }

  return (
    <CardForm
      other={{ words: "All cells", act: () => onDone(undefined), off: !lit }}
      done="Apply"
      ready={!wrong}
      onDone={done}
    >
      <Box fontWeight="600" mb="8px">
        In color, the rest in gray
      </Box>
      <Select
        label="What is looked at"
        value={of}
        options={[
          ["value", "the value shown"],
          ["records", "the records behind it"],
          ["measure", "another measure"],
        ]}
        onChange={(next) => setOf(next as typeof of)}
      />
      {of === "measure" && (
        <Box mt="8px">
          <MeasurePick
            label="The other measure"
            table={table}
            measure={by}
            onChange={(measure) => setBy(measure ?? { take: "count" })}
          />
        </Box>
      )}
      <Flex gap="8px" mt="8px">
        <Select label="Which cells" width="124px" value={way} options={WAYS} onChange={(next) => setWay(next as Way)} />
        <Input
          size="sm"
          autoFocus
          aria-label={ranked ? "How many cells" : "Limit"}
          borderColor={wrong ? "alarm" : "control"}
          value={text}
          onFocus={(event) => event.target.select()}
          onChange={(event) => setText(event.target.value)}
        />
        {way === "between" && (
          <Input
            size="sm"
            aria-label="Upper limit"
            borderColor={wrong ? "alarm" : "control"}
            value={second}
            onChange={(event) => setSecond(event.target.value)}
          />
        )}
      </Flex>
      {wrong && (
        <Box color="alarm" textStyle="small" mt="4px">
          {wrong}
        </Box>
      )}
    </CardForm>
  );
}

type Point = Lit["above"];

const firstOf = (lit: Lit | undefined): Point =>
  lit?.highest ?? lit?.lowest ?? lit?.above ?? lit?.below ?? lit?.from ?? lit?.to;

function wayOf(lit: Lit | undefined): Way {
  if (!lit) return "highest";
  if (lit.from !== undefined && lit.to !== undefined) return "between";
  return (WAYS.map(([way]) => way).find((way) => way !== "between" && lit[way as Limit | "highest"] !== undefined) ??
    "highest") as Way;
}

function written(point: Point, percent: boolean | undefined): string {
  if (point === undefined) return "";
  if (typeof point === "object") return point.target;
  return percent ? `${Number((point * 100).toPrecision(12))}%` : String(point);
}

function pointIn(text: string, targets: Record<string, number>, percent: boolean | undefined): Point | null {
  const name = text.trim();
  return name in targets ? { target: name } : numberIn(text, percent);
}
