import { Box } from "@chakra-ui/react";
import { type Ref, useState } from "react";
import { Refused } from "../../shared/Say";
import { SentenceField } from "./SentenceField";
import { readingOf, useReading } from "./useReading";
import { useStart } from "./useStart";

type Props = { table: number; example: string; field?: Ref<HTMLTextAreaElement> };

export const ASK = "What would you like to see?";

/** What one would like to see of a table, in one's own words, which becomes a plate. */
export function AskTable({ table, example, field }: Props) {
  const [text, setText] = useState("");
  const { start, refusal, setRefusal } = useStart();
  const live = useReading(table, text);

  async function done() {
    const { reading, problem } = live.of === text ? live : await readingOf(table, text);
    if (reading) await start(table, reading.pivot, reading.left);
    else if (problem) setRefusal(problem.charAt(0).toUpperCase() + problem.slice(1));
  }

  return (
    <Box w="100%">
      <SentenceField
        label={ASK}
        placeholder={`${ASK} For example: ${example}`}
        text={text}
        reading={live}
        field={field}
        quiet
        onType={(next) => {
          setText(next);
          setRefusal("");
        }}
        onDone={done}
        onLeave={() => setText("")}
        onTake={({ pivot }) => start(table, pivot)}
      />
      {refusal && <Refused sentence={refusal} onClose={() => setRefusal("")} />}
    </Box>
  );
}
