import { Box, chakra, Flex } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { type AskedTable, api, sentenceOf } from "../../api/client";
import { Refused } from "../../shared/Say";
import { ASK } from "./AskTable";
import { SentenceField } from "./SentenceField";
import type { Reading } from "./useReading";
import { useStart } from "./useStart";

const REST = 150;
const SHOWN_MOST = 3;

/** A sentence that names no table: each that it may be of stands below it with what it says of it, and one of them becomes a plate. */
export function AskDesk() {
  const { start, refusal, setRefusal } = useStart();
  const [text, setText] = useState("");
  const [found, setFound] = useState<{ of: string; tables: readonly AskedTable[] }>({ of: "", tables: [] });
  const newest = useRef(0);
  useEffect(() => {
    const mine = ++newest.current;
    const timer = setTimeout(async () => {
      try {
        const { tables } = text.trim() ? await api.ask(text) : { tables: [] };
        if (mine === newest.current) setFound({ of: text, tables });
      } catch (error) {
        if (mine === newest.current) setRefusal(sentenceOf(error));
      }
    }, REST);
    return () => clearTimeout(timer);
  }, [text, setRefusal]);

  const take = ({ table, statement }: AskedTable) => start(table, statement.pivot, statement.left);

  async function done() {
    try {
      const { tables } = found.of === text ? found : await api.ask(text);
      if (tables[0]) await take(tables[0]);
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  const fresh = found.of === text && text.trim() !== "";
  const reading: Reading = { of: found.of, reading: null, problem: "", offers: [] };
  return (
    <Box as="section" aria-label="Ask" mb="26px">
      <SentenceField
        label={ASK}
        placeholder={`${ASK} For example: minutes late by pier and month`}
        text={text}
        reading={reading}
        left={(fresh && found.tables[0]?.statement.left) || []}
        quiet
        onType={(next) => {
          setText(next);
          setRefusal("");
        }}
        onDone={done}
        onLeave={() => setText("")}
        onTake={() => undefined}
      />
      {refusal && <Refused sentence={refusal} onClose={() => setRefusal("")} />}
      {text.trim() !== "" && found.tables.length === 0 && (
        <Box role="status" color="quiet" pt="6px">
          {fresh ? "No table here has columns that are called so." : "Looking through the tables"}
        </Box>
      )}
      {found.tables.length > 0 && text.trim() !== "" && (
        <Flex role="group" aria-label="Tables that it may be of" direction="column" gap="6px" pt="8px">
          {found.tables.slice(0, SHOWN_MOST).map((each) => (
            <chakra.button
              key={each.table}
              type="button"
              textAlign="start"
              bg="card"
              borderWidth="1px"
              borderColor="edge"
              borderRadius="6px"
              px="12px"
              py="7px"
              cursor="pointer"
              _hover={{ borderColor: "quiet" }}
              onClick={() => take(each)}
            >
              <Box as="span" fontWeight="600">
                {each.name}
              </Box>
              <Box as="span" color="quiet">
                {": "}
                {each.statement.text}
              </Box>
              {each.statement.left.length > 0 && (
                <Box color="alarm" textStyle="small">
                  Not understood: {each.statement.left.map((left) => `“${left.text}”`).join(", ")}
                </Box>
              )}
            </chakra.button>
          ))}
        </Flex>
      )}
    </Box>
  );
}
