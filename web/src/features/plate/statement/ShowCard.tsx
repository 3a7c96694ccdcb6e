import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Recipe, Show } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { FilterList } from "../../../shared/FilterList";
import { showOptions, showWords } from "./phrases";

type Props = { pivot: Recipe["pivot"]; start: string; onDone: (show: Show) => void };

const GAP = "gap";

/** What a cell shows of its measure. The distance from a number asks for it in the same card. */
export function ShowCard({ pivot, start, onDone }: Props) {
  const [asking, setAsking] = useState(false);
  const options = showOptions(pivot);
  if (asking) return <Distance start={typeof pivot.show?.to === "number" ? pivot.show.to : 0} onDone={onDone} />;
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

function Distance({ start, onDone }: { start: number; onDone: (show: Show) => void }) {
  const [text, setText] = useState(String(start));
  const fits = text.trim() !== "" && Number.isFinite(Number(text));
  return (
    <Flex
      as="form"
      p="12px"
      gap="10px"
      align="center"
      onSubmit={(event) => {
        event.preventDefault();
        if (fits) onDone({ as: "gap", to: Number(text) });
      }}
    >
      <Box>Distance from</Box>
      <Input
        size="sm"
        w="90px"
        autoFocus
        aria-label="The number cells are compared with"
        borderColor={fits ? "control" : "alarm"}
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setText(event.target.value)}
      />
      <Button variant="lead" size="sm" type="submit" disabled={!fits}>
        Show it
      </Button>
    </Flex>
  );
}
