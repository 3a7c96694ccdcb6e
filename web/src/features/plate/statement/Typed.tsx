import { Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Pivot } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Drafted } from "../../../shared/Drafted";
import { useDraft } from "../../../shared/useDraft";
import { type Reading, readingOf, SentenceField, useReading } from "../../asking";

/** What was typed as a pivot, and what of it was not understood; null where it was left. */
export type Done = { pivot: Pivot; left: readonly string[] } | null;

type Props = {
  table: number;
  statement: string;
  /** What is typed, as the figure that follows it; null where it says nothing. */
  onTry: (pivot: Pivot | null) => void;
  onDone: (done: Done) => void;
};

export const THE_STATEMENT = "The statement";

/**
 * The statement as text, which the figure follows: Enter lays out what was understood, Escape leaves it as it was. What was not
 * understood is told beside it, with nothing lost.
 */
export function Typed({ table, statement, onTry, onDone }: Props) {
  const { text, type, leave, drafted } = useDraft(THE_STATEMENT, statement);
  const live = useReading(table, text, true);
  const [refused, setRefused] = useState<Reading | null>(null);
  const [busy, setBusy] = useState(false);
  const shown = refused?.of === text ? refused : live;
  const changed = text.trim() !== statement.trim();

  const pivot = live.of === text && changed ? (live.reading?.pivot ?? null) : undefined;
  useEffect(() => {
    if (pivot !== undefined) onTry(pivot);
  }, [pivot, onTry]);

  function stop(done: Done) {
    leave();
    onDone(done);
  }

  async function done() {
    if (!changed) return stop(null);
    setBusy(true);
    const { reading, problem } = live.of === text && live.reading ? live : await readingOf(table, text);
    setBusy(false);
    if (reading) return stop({ pivot: reading.pivot, left: reading.left.map((each) => each.text) });
    setRefused({ of: text, reading: null, problem, offers: [] });
  }

  return (
    <Flex flex="1" gap="10px" align="flex-start" direction={{ base: "column", md: "row" }}>
      <SentenceField
        label={THE_STATEMENT}
        text={text}
        reading={shown}
        begun={!drafted}
        onType={type}
        onDone={done}
        onLeave={() => stop(null)}
        onTake={({ pivot }) => stop({ pivot, left: [] })}
      />
      <Flex gap="8px" pt="4px" flex="none">
        <Button variant="lead" size="sm" disabled={busy} onClick={done}>
          Apply
        </Button>
        <Button variant="plain" size="sm" onClick={() => stop(null)}>
          Cancel
        </Button>
      </Flex>
      {drafted && <Drafted />}
    </Flex>
  );
}
