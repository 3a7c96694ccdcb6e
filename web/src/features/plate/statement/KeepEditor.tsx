import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Condition, Figure, TableInfo } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { ConditionEditor } from "./ConditionEditor";
import { conditionWords } from "./phrases";

type Props = {
  table: TableInfo;
  keep: readonly Condition[];
  unfinished: Figure["unfinished"];
  onDone: (keep: Condition[]) => void;
};

/** Where the condition that is written goes: in place of one, or beside one as an alternative to it. */
type Place = { at: number; or: boolean };

/** Which records are kept: the conditions so far, each with its alternatives, and a new one by field. */
export function KeepEditor({ table, keep, unfinished, onDone }: Props) {
  const [place, setPlace] = useState<Place | null>(null);
  const without = (at: number) => keep.filter((_, i) => i !== at);

  function put(condition: Condition) {
    if (!place) return onDone([...keep, condition]);
    const there = keep[place.at] as Condition;
    const next = place.or ? { any: [...(there.any ?? [there]), condition] } : condition;
    onDone(keep.map((each, i) => (i === place.at ? next : each)));
  }

  if (place) {
    const before = place.or ? undefined : keep[place.at];
    return <ConditionEditor table={table} before={before} done="Keep these" onDone={put} />;
  }
  return (
    <Box>
      {keep.map((condition, i) => (
        <Box key={JSON.stringify(condition)} borderBottomWidth="1px" borderColor="line" px="14px" py="4px">
          {(condition.any ?? [condition]).map((each, j, all) => (
            <Line
              key={JSON.stringify(each)}
              lead={j ? "or" : i ? "and" : ""}
              words={conditionWords(each, table)}
              // A group within a group is written in the statement.
              onEdit={all.length === 1 && each.field !== undefined ? () => setPlace({ at: i, or: false }) : undefined}
              onOr={j === all.length - 1 ? () => setPlace({ at: i, or: true }) : undefined}
              onOff={() => {
                const left = all.filter((_, other) => other !== j);
                if (!left.length) return onDone(without(i));
                const next = left.length === 1 ? (left[0] as Condition) : { any: left };
                onDone(keep.map((other, at) => (at === i ? next : other)));
              }}
            />
          ))}
        </Box>
      ))}
      {unfinished.map((each) => (
        <Flex
          key={each.field}
          align="center"
          gap="10px"
          px="14px"
          py="8px"
          bg="amberWash"
          borderBottomWidth="1px"
          borderColor="line"
          w="340px"
        >
          <Box flex="1" textStyle="small">
            The last period runs to {each.ends}, but its records end on {each.last}.
          </Box>
          <Button variant="plain" size="sm" onClick={() => onDone([...keep, { field: each.field, to: each.to }])}>
            Leave it out
          </Button>
        </Flex>
      ))}
      <Box textStyle="label" px="14px" pt="8px">
        {keep.length ? "And only records by" : "Keep only records by"}
      </Box>
      <ConditionEditor table={table} done="Keep these" onDone={put} />
    </Box>
  );
}

type LineProps = { lead: string; words: string; onEdit?: () => void; onOr?: () => void; onOff: () => void };

function Line({ lead, words, onEdit, onOr, onOff }: LineProps) {
  return (
    <Flex align="center" gap="4px" w="312px">
      {lead && (
        <Box color="quiet" flex="none">
          {lead}
        </Box>
      )}
      {onEdit ? (
        <Button
          variant="bare"
          size="sm"
          flex="1"
          minW="0"
          justifyContent="flex-start"
          px="0"
          overflow="hidden"
          onClick={onEdit}
        >
          {words}
        </Button>
      ) : (
        <Box flex="1" minW="0" truncate title={words} py="4px">
          {words}
        </Box>
      )}
      {onOr && (
        <Button
          variant="bare"
          size="sm"
          color="quiet"
          aria-label={`Or another condition beside: ${words}`}
          onClick={onOr}
        >
          or…
        </Button>
      )}
      <CloseButton size="2xs" aria-label={`Take off: ${words}`} onClick={onOff} />
    </Flex>
  );
}
