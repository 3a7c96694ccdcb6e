import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Condition, Figure, TableInfo } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { ConditionEditor } from "./ConditionEditor";
import { type Spot, takenApart, withPart } from "./keeping";
import { conditionWords } from "./phrases";

type Props = {
  table: TableInfo;
  keep: readonly Condition[];
  unfinished: Figure["unfinished"];
  onDone: (keep: Condition[]) => void;
};

/** Which records are kept: the conditions so far, each with its alternatives and their parts, and a new one by field. */
export function KeepEditor({ table, keep, unfinished, onDone }: Props) {
  const [spot, setSpot] = useState<Spot | null>(null);
  const last: Spot = { at: keep.length, alternative: 0, part: 0 };
  const put = (condition: Condition) => onDone(withPart(keep, spot ?? last, condition));

  if (spot) {
    const before = takenApart(keep[spot.at] as Condition)[spot.alternative]?.[spot.part];
    return <ConditionEditor table={table} before={before} done="Keep these" onDone={put} />;
  }
  return (
    <Box>
      {keep.map((condition, at) => (
        <Box key={JSON.stringify(condition)} borderBottomWidth="1px" borderColor="line" px="14px" py="4px">
          {takenApart(condition).map((parts, alternative, all) =>
            parts.map((each, part) => {
              const ends = part === parts.length - 1;
              const alone = all.length === 1 && parts.length === 1;
              return (
                <Line
                  key={JSON.stringify(each)}
                  lead={part ? "and" : alternative ? "or" : at ? "and" : ""}
                  inner={part > 0}
                  words={conditionWords(each, table)}
                  // What nests deeper is written in the statement.
                  onEdit={each.field === undefined ? undefined : () => setSpot({ at, alternative, part })}
                  onAnd={ends && !alone ? () => setSpot({ at, alternative, part: part + 1 }) : undefined}
                  onOr={
                    ends && alternative === all.length - 1
                      ? () => setSpot({ at, alternative: alternative + 1, part: 0 })
                      : undefined
                  }
                  onOff={() => onDone(withPart(keep, { at, alternative, part }))}
                />
              );
            }),
          )}
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
            The last period runs from {each.starts} to {each.ends}, but its records end on {each.last}.
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

type LineProps = {
  lead: string;
  /** It belongs to the one before it. */
  inner: boolean;
  words: string;
  onEdit?: () => void;
  onAnd?: () => void;
  onOr?: () => void;
  onOff: () => void;
};

function Line({ lead, inner, words, onEdit, onAnd, onOr, onOff }: LineProps) {
  return (
    <Flex align="center" gap="4px" w="312px" ps={inner ? "20px" : undefined}>
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
          title={words}
          onClick={onEdit}
        >
          <Box as="span" truncate>
            {words}
          </Box>
        </Button>
      ) : (
        <Box flex="1" minW="0" truncate title={words} py="4px">
          {words}
        </Box>
      )}
      {onAnd && <More says="and…" label={`And another condition with: ${words}`} act={onAnd} />}
      {onOr && <More says="or…" label={`Or another condition beside: ${words}`} act={onOr} />}
      <CloseButton size="2xs" aria-label={`Take off: ${words}`} onClick={onOff} />
    </Flex>
  );
}

function More({ says, label, act }: { says: string; label: string; act: () => void }) {
  return (
    <Button variant="bare" size="sm" px="6px" color="quiet" aria-label={label} onClick={act}>
      {says}
    </Button>
  );
}
