import { useState } from "react";
import type { Measure, TableInfo } from "../../../api/client";
import { FilterList } from "../../../shared/FilterList";
import type { Option } from "../../../shared/options";
import { AskNumber } from "./AskNumber";
import { ConditionEditor } from "./ConditionEditor";
import { fieldOptions, numberOptions } from "./options";
import { TAKES, type Take } from "./phrases";

type Part = "take" | "of" | "per" | "p" | "where";
type Props = {
  table: TableInfo;
  measure: Measure;
  /** Which part of the measure the phrase stands for. */
  part: Part;
  start: string;
  onDone: (measure: Measure) => void;
};

/** What is measured, part by part: a measure that needs a field asks for it in the same card, and all is set in one change. */
export function MeasureCard({ table, measure, part, start, onDone }: Props) {
  const [asked, setAsked] = useState<{ part: Part; measure: Measure }>({ part, measure });
  const numbers = table.columns.filter((column) => column.kind === "number");

  /** Go on to what the measure still lacks, or be done. */
  function next(now: Measure) {
    const missing = needs(now.take ?? "count").find((each) => now[each] === undefined);
    if (missing) setAsked({ part: missing, measure: now });
    else onDone(now);
  }

  function take(chosen: Take) {
    const wanted = needs(chosen);
    // What was measured before stays where the new measure can be taken of it.
    const of = wanted.includes("of") && (chosen === "distinct" || isNumber(table, measure.of)) ? measure.of : undefined;
    next({ take: chosen, ...(of ? { of } : {}) });
  }

  const now = asked.measure;
  switch (asked.part) {
    case "take":
      return (
        <FilterList
          label="What is measured"
          start={start}
          options={TAKES.map(({ take: key, words, note, also }): Option => {
            const without = NUMERIC.has(key) && !numbers.length;
            return { key, label: words, note, also, why: without ? "This table has no column of numbers." : undefined };
          })}
          chosen={now.take ?? "count"}
          onChoose={(key) => take(key as Take)}
        />
      );
    case "of":
    case "per": {
      const which = asked.part;
      return (
        <FilterList
          key={which}
          label={which === "per" ? "The number it is divided by" : ofLabel(now.take)}
          start={asked.part === part ? start : ""}
          options={now.take === "distinct" ? fieldOptions(table) : numberOptions(table)}
          chosen={now[which]}
          onChoose={(key) => next({ ...now, [which]: key })}
        />
      );
    }
    case "where":
      return (
        <ConditionEditor
          table={table}
          before={now.where}
          done="Count these"
          onDone={(where) => next({ ...now, where })}
        />
      );
    case "p":
      return (
        <AskNumber
          words="Percentile, 0 to 100"
          label="Percentile"
          start={now.p ?? 90}
          done="Take it"
          from={0}
          to={100}
          onDone={(p) => next({ ...now, p })}
        />
      );
  }
}

const NUMERIC: ReadonlySet<Take> = new Set(["sum", "average", "median", "min", "max", "stdev", "percentile", "ratio"]);

function needs(take: Take): Exclude<Part, "take">[] {
  if (take === "count") return [];
  if (take === "share") return ["where"];
  if (take === "ratio") return ["of", "per"];
  return take === "percentile" ? ["p", "of"] : ["of"];
}

function ofLabel(take: Take | undefined): string {
  if (take === "distinct") return "The field whose values are counted";
  return take === "ratio" ? "The number that is divided" : "The number that is measured";
}

const isNumber = (table: TableInfo, name: string | undefined) =>
  table.columns.some((column) => column.name === name && column.kind === "number");
