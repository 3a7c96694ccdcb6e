import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, type Import, sentenceOf } from "../../api/client";
import { keys } from "../../api/queries";
import { Button } from "../../shared/Button";

const WORDS: Record<string, string> = {
  looking: "waits for you to say how it is read",
  waiting: "waits to be read",
  reading: "is being read",
  compared: "is read and waits to be accepted",
  failed: "was not brought in",
};

/** A file on its way in, or one that did not get in, until somebody deals with it. */
export function ImportCard({ given, onRefusal }: { given: Import; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  async function leave() {
    try {
      await api.cancelImport(given.id);
    } catch (error) {
      onRefusal(sentenceOf(error));
    }
    await client.invalidateQueries({ queryKey: keys.imports });
  }
  const failed = given.state === "failed";
  return (
    <Box
      as="article"
      mt="12px"
      p="14px"
      bg={failed ? "alarmWash" : "amberWash"}
      borderWidth="1px"
      borderColor={failed ? "alarm" : "amberLine"}
      borderRadius="8px"
    >
      <Box overflowWrap="anywhere">
        <Box as="span" fontWeight="600">
          {given.name}
        </Box>{" "}
        {WORDS[given.state]}
        {given.table_name && `, as a newer edition of ${given.table_name}`}
      </Box>
      {given.problem && (
        <Box color="alarm" mt="4px" overflowWrap="anywhere">
          {given.problem}
        </Box>
      )}
      <Flex mt="10px" gap="8px">
        {!failed && (
          <Button variant="plain" size="sm" asChild>
            <Link to={`/imports/${given.id}`}>Continue</Link>
          </Button>
        )}
        <Button variant="plain" size="sm" onClick={leave}>
          {failed ? "Dismiss" : "Discard"}
        </Button>
      </Flex>
    </Box>
  );
}
