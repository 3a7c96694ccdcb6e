import { useState } from "react";
import type { Recipe, Show } from "../../../api/client";
import { SHOW_TERMS } from "../../../api/vocabulary";
import { FilterList } from "../../../shared/FilterList";
import { AskNumber } from "./AskNumber";
import { showOptions, showWords } from "./phrases";

type Props = {
  pivot: Recipe["pivot"];
  /** The names of the table's targets. */
  targets: readonly string[];
  start: string;
  onDone: (show: Show) => void;
};

const GAP = "gap";

/** What a cell shows of its measure. The distance from a target, or from a number, which is asked for in the same card. */
export function ShowCard({ pivot, targets, start, onDone }: Props) {
  const [asking, setAsking] = useState(false);
  const gaps = targets.map((target): Show => ({ as: "gap", to: { target } }));
  const options = [
    ...showOptions(pivot),
    ...gaps.map((show) => ({ show, words: showWords(show), also: SHOW_TERMS.gap.also })),
  ];
  if (asking) {
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
  return (
    <FilterList
      label="What a cell shows"
      start={start}
      options={[
        ...options.map(({ words, also }) => ({ key: words, label: words, also })),
        { key: GAP, label: "as distance from a number", also: SHOW_TERMS.gap.also },
      ]}
      chosen={pivot.show?.as === "gap" && typeof pivot.show.to === "number" ? GAP : showWords(pivot.show)}
      onChoose={(key) => {
        if (key === GAP) return setAsking(true);
        const chosen = options.find(({ words }) => words === key);
        if (chosen) onDone(chosen.show);
      }}
    />
  );
}
