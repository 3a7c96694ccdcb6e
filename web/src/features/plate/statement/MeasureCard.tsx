import { useState } from "react";
import type { Measure, TableInfo } from "../../../api/client";
import { MEASURE_TERMS } from "../../../api/vocabulary";
import { FilterList } from "../../../shared/FilterList";
import type { Option } from "../../../shared/options";
import { named } from "../../../shared/terms";
import { AskNumber } from "./AskNumber";
import { ConditionEditor } from "./ConditionEditor";
import { brought, fieldOptions, numberOptions } from "./options";
import { askedOf, ONCE, type Take } from "./phrases";

type Part = "take" | "of" | "per" | "p" | "where" | "once";
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
    const missing = MEASURE_TERMS[now.take ?? "count"].keys.find((each) => now[each] === undefined);
    if (missing) setAsked({ part: missing, measure: now });
    else onDone(counted(now, now.once_a_key ?? true));
  }

  /** A number of another table stands in every record of its key, and counts once a key unless it is said otherwise. */
  function counted({ once_a_key: _, ...now }: Measure, once: boolean): Measure {
    return once && brought(table, now) ? { ...now, once_a_key: true } : now;
  }

  function take(chosen: Take) {
    const term = MEASURE_TERMS[chosen];
    // What was measured before stays where the new measure can be taken of it.
    const stays = term.keys.some((key) => key === "of") && (!term.numbers || isNumber(table, measure.of));
    const of = stays ? measure.of : undefined;
    next({ take: chosen, ...(of ? { of } : {}) });
  }

  const now = asked.measure;
  switch (asked.part) {
    case "take":
      return (
        <FilterList
          label="What is measured"
          start={start}
          options={named(MEASURE_TERMS).map(([key, term]): Option => {
            const why = term.numbers && !numbers.length ? "This table has no column of numbers." : undefined;
            return { key, label: term.name, note: term.note, also: term.also, why };
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
          label={askedOf(now.take ?? "count", which)}
          start={asked.part === part ? start : ""}
          options={MEASURE_TERMS[now.take ?? "count"].numbers ? numberOptions(table) : fieldOptions(table)}
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
    case "once":
      return (
        <FilterList
          label="How often a number of another table counts"
          start={start}
          options={[
            { key: ONCE, label: ONCE, note: "in each cell" },
            { key: "record", label: "once a record", note: "and so repeated" },
          ]}
          chosen={now.once_a_key ? ONCE : "record"}
          onChoose={(key) => onDone(counted(now, key === ONCE))}
        />
      );
    case "p":
      return (
        <AskNumber
          words="Percentile, 0 to 100"
          label="Percentile"
          start={now.p ?? 90}
          done="Apply"
          from={0}
          to={100}
          onDone={(p) => next({ ...now, p })}
        />
      );
  }
}

const isNumber = (table: TableInfo, name: string | undefined) =>
  table.columns.some((column) => column.name === name && column.kind === "number");
