import { Box, chakra, Flex } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { type AskedTable, api, sentenceOf } from "../../api/client";
import { Refused } from "../../shared/Say";
import { ASK } from "./AskTable";
import { SentenceField } from "./SentenceField";
import type { Reading } from "./useReading";

const REST = 150;
const SHOWN_MOST = 3;

/** A sentence that names no table: each that it may be of stands below it with what it says of it, and one of them becomes a plate. */
export function AskDesk() {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const [found, setFound] = useState<{ of: string; tables: readonly AskedTable[] }>({ of: "", tables: [] });
  const [refusal, setRefusal] = useState("");
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
  }, [text]);

  async function start({ table, statement }: AskedTable) {
    try {
      const { plate } = await api.startPlate(table, { finch_recipe: 2, pivot: statement.pivot });
      navigate(`/plates/${plate.id}`, { state: { notUnderstood: statement.left.map((each) => each.text) } });
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  async function done() {
    const tables = found.of === text ? found.tables : (await api.ask(text)).tables;
    if (tables[0]) await start(tables[0]);
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
        left={fresh ? found.tables[0]?.statement.left : undefined}
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
      {fresh && found.tables.length === 0 && (
        <Box role="status" color="quiet" pt="6px">
          No table here has columns that are called so.
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
              onClick={() => start(each)}
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
