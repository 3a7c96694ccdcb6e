import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { ColumnInfo, Condition, Level, TableInfo } from "../../api/client";
import { Button } from "../../shared/Button";
import { FilterList, type Option } from "../../shared/FilterList";
import { grouped } from "../../shared/numbers";
import { KeepMembers } from "./KeepMembers";
import { KeepSpan } from "./KeepSpan";
import { CUTS, conditionWords, levelWords } from "./phrases";

type Props = { table: TableInfo; keep: Condition[]; onDone: (keep: Condition[]) => void };

/** Which records are kept: the conditions so far, and a new one by field. */
export function KeepEditor({ table, keep, onDone }: Props) {
  const [level, setLevel] = useState<Level | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const column = table.columns.find((each) => each.name === level?.field);

  function put(condition: Condition | null) {
    const rest = at === null ? keep : keep.filter((_, i) => i !== at);
    onDone(condition ? [...rest, condition] : rest);
  }

  if (column && level) {
    const shared = { column, before: at === null ? undefined : keep[at], onDone: put, onBack: () => setLevel(null) };
    const listed = shared.before?.in ?? shared.before?.not_in ?? level.cut;
    return (column.kind === "moment" || column.kind === "number") && !listed ? (
      <KeepSpan {...shared} />
    ) : (
      <KeepMembers {...shared} table={table} cut={level.cut} />
    );
  }
  return (
    <Box>
      {keep.map((condition, i) => (
        <Flex
          key={JSON.stringify(condition)}
          align="center"
          gap="4px"
          px="14px"
          py="4px"
          borderBottomWidth="1px"
          borderColor="line"
        >
          <Button
            variant="bare"
            size="sm"
            flex="1"
            justifyContent="flex-start"
            px="0"
            overflow="hidden"
            onClick={() => {
              setAt(i);
              setLevel({ field: condition.field, cut: condition.cut });
            }}
          >
            {conditionWords(condition, table)}
          </Button>
          <CloseButton
            size="2xs"
            aria-label={`Take off: ${conditionWords(condition, table)}`}
            onClick={() => onDone(keep.filter((_, other) => other !== i))}
          />
        </Flex>
      ))}
      <Box textStyle="label" px="14px" pt="8px">
        {keep.length ? "And only records by" : "Keep only records by"}
      </Box>
      <FilterList
        label="The field that decides"
        options={table.columns.flatMap(options)}
        onChoose={(key) => {
          setAt(null);
          setLevel(JSON.parse(key) as Level);
        }}
      />
    </Box>
  );
}

/** A field by itself, and a moment by its parts as well. */
function options({ name, words, distinct, kind }: ColumnInfo): Option[] {
  const whole = { key: JSON.stringify({ field: name }), label: words, note: grouped(distinct) };
  if (kind !== "moment") return [whole];
  const cuts = CUTS.map((cut) => ({
    key: JSON.stringify({ field: name, cut }),
    label: levelWords({ field: name, cut }),
  }));
  return [whole, ...cuts];
}
