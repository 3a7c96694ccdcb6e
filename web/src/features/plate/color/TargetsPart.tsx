import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Figure } from "../../../api/client";
import { sentenceOf } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { SavedInput } from "../../../shared/SavedInput";
import { numberIn, numberOut, useSetTargets } from "../scale/targets";

/** The table's targets: numbers by name that its plates share. Changing one moves every scale that stands at it. */
export function TargetsPart({ table, figure }: { table: number; figure: Figure }) {
  const setTargets = useSetTargets(table);
  const [refused, setRefused] = useState("");
  const names = Object.keys(figure.targets);
  if (!names.length) return null;
  const typed = (text: string) => numberIn(text.replaceAll(",", ""), figure.style.percent);

  async function set(targets: Record<string, number>) {
    try {
      setRefused("");
      await setTargets(targets);
    } catch (error) {
      setRefused(sentenceOf(error));
    }
  }

  return (
    <Box role="group" aria-label="Targets of this table" mt="14px">
      <Box textStyle="label" mb="6px">
        Targets of this table
      </Box>
      {names.map((name) => (
        <Flex key={name} align="center" gap="8px" mb="5px">
          <Box flex="1" truncate title={name}>
            {name}
          </Box>
          <SavedInput
            aria-label={`Target ${name}`}
            size="xs"
            w="72px"
            textAlign="end"
            value={numberOut(figure.targets[name] as number, figure.style.percent)}
            wrong={(text) => (typed(text) === null ? "Write a number." : null)}
            onDone={(text) => void set({ ...figure.targets, [name]: typed(text) as number })}
          />
          <Button
            size="sm"
            variant="plain"
            aria-label={`Remove the target ${name}`}
            onClick={() =>
              void set(Object.fromEntries(Object.entries(figure.targets).filter(([each]) => each !== name)))
            }
          >
            Remove
          </Button>
        </Flex>
      ))}
      {refused && (
        <Box role="alert" color="alarm" textStyle="small">
          {refused}
        </Box>
      )}
    </Box>
  );
}
