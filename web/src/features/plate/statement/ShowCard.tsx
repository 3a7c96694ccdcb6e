import { useState } from "react";
import type { Recipe, Show } from "../../../api/client";
import { FilterList } from "../../../shared/FilterList";
import { AskNumber } from "./AskNumber";
import { showOptions, showWords } from "./phrases";

type Props = { pivot: Recipe["pivot"]; start: string; onDone: (show: Show) => void };

const GAP = "gap";

/** What a cell shows of its measure. The distance from a number asks for it in the same card. */
export function ShowCard({ pivot, start, onDone }: Props) {
  const [asking, setAsking] = useState(false);
  const options = showOptions(pivot);
  if (asking) {
    return (
      <AskNumber
        words="Distance from"
        label="The number cells are compared with"
        start={typeof pivot.show?.to === "number" ? pivot.show.to : 0}
        done="Show it"
        onDone={(to) => onDone({ as: "gap", to })}
      />
    );
  }
  return (
    <FilterList
      label="What a cell shows"
      start={start}
      options={[
        ...options.map(({ words }) => ({ key: words, label: words })),
        { key: GAP, label: "as distance from a number" },
      ]}
      chosen={pivot.show?.as === "gap" ? GAP : showWords(pivot.show)}
      onChoose={(key) => {
        if (key === GAP) return setAsking(true);
        const chosen = options.find(({ words }) => words === key);
        if (chosen) onDone(chosen.show);
      }}
    />
  );
}
