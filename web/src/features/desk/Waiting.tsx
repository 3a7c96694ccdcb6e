import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Import, sentenceOf } from "../../api/client";
import { keys } from "../../api/queries";
import { Button } from "../../shared/Button";
import { ImportCard } from "./ImportCard";

const SHOWN = 2;
/** Nothing is lost with these but having looked: others are under way, or hold what was read. */
const IDLE = ["looking", "failed"];

/** Files on their way in: the first of them, the others on request, and those that were looked at and left, left together. */
export function Waiting({ imports, onRefusal }: { imports: readonly Import[]; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const [all, setAll] = useState(false);
  const idle = imports.filter(({ state }) => IDLE.includes(state));
  const shown = all ? imports : imports.slice(0, SHOWN);

  async function leaveAll() {
    try {
      for (const { id } of idle) await api.cancelImport(id);
    } catch (error) {
      onRefusal(sentenceOf(error));
    }
    await client.invalidateQueries({ queryKey: keys.imports });
  }

  return (
    <Box role="group" aria-label="Files on their way in">
      {shown.map((given) => (
        <ImportCard key={given.id} given={given} onRefusal={onRefusal} />
      ))}
      {(imports.length > SHOWN || idle.length > 1) && (
        <Flex mt="8px" gap="8px" wrap="wrap">
          {imports.length > SHOWN && (
            <Button variant="bare" size="sm" aria-expanded={all} onClick={() => setAll(!all)}>
              {all ? "Show fewer" : `Show ${imports.length - SHOWN} more`}
            </Button>
          )}
          {idle.length > 1 && (
            <Button variant="plain" size="sm" onClick={() => void leaveAll()}>
              Discard all {idle.length} that were looked at
            </Button>
          )}
        </Flex>
      )}
    </Box>
  );
}
