import { Box, chakra, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Pivot, sentenceOf } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Drafted } from "../../../shared/Drafted";
import { useDraft } from "../../../shared/useDraft";

type Props = { table: number; statement: string; onDone: (pivot: Pivot | null) => void };

export const THE_STATEMENT = "The statement";

/** The statement as text: Enter lays it out, Escape leaves it as it was. What is wrong is told below it, with nothing lost. */
export function Typed({ table, statement, onDone }: Props) {
  const { text, type, leave, drafted } = useDraft(THE_STATEMENT, statement);
  const stop = (pivot: Pivot | null) => {
    leave();
    onDone(pivot);
  };
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);

  async function done() {
    if (text.trim() === statement.trim()) return stop(null);
    setBusy(true);
    try {
      stop((await api.readStatement(table, text)).pivot);
    } catch (error) {
      setProblem(sentenceOf(error).replace(/^statement: /, ""));
    } finally {
      setBusy(false);
    }
  }

  return (
    <Box flex="1">
      <Flex gap="10px" align="flex-start">
        <chakra.textarea
          autoFocus
          aria-label={THE_STATEMENT}
          aria-invalid={problem ? true : undefined}
          aria-describedby="statement-problem"
          value={text}
          rows={1}
          maxLength={20_000}
          flex="1"
          textStyle="statement"
          color="ink"
          bg="card"
          borderWidth="1px"
          borderColor={problem ? "alarm" : "control"}
          borderRadius="6px"
          px="10px"
          py="5px"
          resize="none"
          css={{ fieldSizing: "content" }}
          onChange={(event) => {
            type(event.target.value);
            setProblem("");
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") {
              event.preventDefault();
              done();
            }
            if (event.key === "Escape") stop(null);
          }}
        />
        <Button variant="lead" size="sm" disabled={busy} onClick={done}>
          Apply
        </Button>
        <Button variant="plain" size="sm" onClick={() => stop(null)}>
          Cancel
        </Button>
      </Flex>
      {drafted && <Drafted />}
      <Box id="statement-problem" role="alert" color="alarm" pt={problem ? "6px" : 0}>
        {problem && problem.charAt(0).toUpperCase() + problem.slice(1)}
      </Box>
    </Box>
  );
}
