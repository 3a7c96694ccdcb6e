import { useState } from "react";
import type { Recipe, Show, TableInfo } from "../../../api/client";
import { SHOW_TERMS } from "../../../api/vocabulary";
import { FilterList } from "../../../shared/FilterList";
import { AgainstCard, ASKED, type Asked, againstOptions } from "./AgainstCard";
import { AskNumber } from "./AskNumber";
import { showOptions, showWords } from "./phrases";

type Props = {
  pivot: Recipe["pivot"];
  table: TableInfo;
  /** The names of the table's targets. */
  targets: readonly string[];
  start: string;
  onDone: (show: Show) => void;
};

const GAP = "gap";

/** What a cell shows of its measure. A number, a measure or a condition that it is set against is asked for in the same card. */
export function ShowCard({ pivot, table, targets, start, onDone }: Props) {
  const [asking, setAsking] = useState<typeof GAP | Asked | null>(null);
  const [plain, ...others] = showOptions(pivot);
  const gaps = targets.map((target): Show => ({ as: "gap", to: { target } }));
  const against = againstOptions(pivot, table);
  const told = (each: typeof others) => each.map(({ words, also }) => ({ key: words, label: words, also }));
  if (asking === GAP) {
    return (
      <AskNumber
        words="Distance from"
        label="The number cells are compared with"
        start={typeof pivot.show?.to === "number" ? pivot.show.to : 0}
        done="Apply"
        onDone={(to) => onDone({ as: "gap", to })}
      />
    );
  }
  if (asking) return <AgainstCard asked={asking} pivot={pivot} table={table} onDone={onDone} />;
  const targeted = gaps.map((show) => ({ show, words: showWords(show), also: SHOW_TERMS.gap.also }));
  const found = [...(plain ? [plain] : []), ...others, ...targeted];
  return (
    <FilterList
      label="What a cell shows"
      start={start}
      options={[
        ...told(plain ? [plain] : []),
        ...against.map(({ option }) => option),
        ...ASKED.map(({ option }) => option),
        ...told([...others, ...targeted]),
        { key: GAP, label: "as distance from a number", also: SHOW_TERMS.gap.also },
      ]}
      chosen={keyOf(pivot.show)}
      onChoose={(key) => {
        const asked = key === GAP ? GAP : ASKED.find(({ option }) => option.key === key)?.asked;
        if (asked) return setAsking(asked);
        const chosen =
          against.find(({ option }) => option.key === key)?.show ?? found.find(({ words }) => words === key)?.show;
        if (chosen) onDone(chosen);
      }}
    />
  );
}

function keyOf(show: Show | undefined): string {
  if (show?.as === "gap" && typeof show.to === "number") return GAP;
  if (show?.as !== "against") return showWords(show);
  return show.measure ? "measure" : show.keep?.length ? "keep" : showWords(show);
}
