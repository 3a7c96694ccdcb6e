import { Box } from "@chakra-ui/react";
import { type Ref, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Pivot, sentenceOf } from "../../api/client";
import { Refused } from "../../shared/Say";
import { SentenceField } from "./SentenceField";
import { readingOf, useReading } from "./useReading";

type Props = { table: number; example: string; field?: Ref<HTMLTextAreaElement> };

export const ASK = "What would you like to see?";

/** What one would like to see of a table, in one's own words, which becomes a plate. */
export function AskTable({ table, example, field }: Props) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const [refusal, setRefusal] = useState("");
  const reading = useReading(table, text);

  async function start(pivot: Pivot, left: readonly string[]) {
    try {
      const { plate } = await api.startPlate(table, { finch_recipe: 2, pivot });
      navigate(`/plates/${plate.id}`, { state: { notUnderstood: left } });
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  async function done() {
    const fresh = reading.of === text ? reading : await readingOf(table, text);
    if (fresh.reading)
      await start(
        fresh.reading.pivot,
        fresh.reading.left.map((each) => each.text),
      );
    else if (fresh.problem) setRefusal(fresh.problem.charAt(0).toUpperCase() + fresh.problem.slice(1));
  }

  return (
    <Box w="100%">
      <SentenceField
        label={ASK}
        placeholder={`${ASK} For example: ${example}`}
        text={text}
        reading={reading}
        field={field}
        quiet
        onType={(next) => {
          setText(next);
          setRefusal("");
        }}
        onDone={done}
        onLeave={() => setText("")}
        onTake={({ pivot }) => start(pivot, [])}
      />
      {refusal && <Refused sentence={refusal} onClose={() => setRefusal("")} />}
    </Box>
  );
}
