import { Box, Checkbox, CloseButton, Field, Flex, Input } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { ColumnInfo, Condition, TableInfo } from "../../api/client";
import { useMembers } from "../../api/queries";
import { Button } from "../../shared/Button";
import { Choice } from "../../shared/Choice";
import { FilterList } from "../../shared/FilterList";
import { grouped } from "../../shared/numbers";
import { conditionWords } from "./phrases";

type Props = { table: TableInfo; keep: Condition[]; onDone: (keep: Condition[]) => void };

/** Which records are kept: the conditions so far, and a new one by field. */
export function KeepEditor({ table, keep, onDone }: Props) {
  const [field, setField] = useState<string | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const column = table.columns.find((each) => each.name === field);

  function put(condition: Condition | null) {
    const rest = at === null ? keep : keep.filter((_, i) => i !== at);
    onDone(condition ? [...rest, condition] : rest);
  }

  if (column) {
    const before = at === null ? undefined : keep[at];
    const spans = column.kind === "moment" || column.kind === "number";
    return spans && !before?.in && !before?.not_in ? (
      <Span column={column} before={before} onDone={put} onBack={() => setField(null)} />
    ) : (
      <Members table={table} column={column} before={before} onDone={put} onBack={() => setField(null)} />
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
              setField(condition.field);
            }}
          >
            {conditionWords(condition)}
          </Button>
          <CloseButton
            size="2xs"
            aria-label={`Take off: ${conditionWords(condition)}`}
            onClick={() => onDone(keep.filter((_, other) => other !== i))}
          />
        </Flex>
      ))}
      <Box textStyle="label" px="14px" pt="8px">
        {keep.length ? "And only records by" : "Keep only records by"}
      </Box>
      <FilterList
        label="The field that decides"
        options={table.columns.map((each) => ({ key: each.name, label: each.words, note: grouped(each.distinct) }))}
        onChoose={(name) => {
          setAt(null);
          setField(name);
        }}
      />
    </Box>
  );
}

type PartProps = {
  column: ColumnInfo;
  before?: Condition;
  onDone: (condition: Condition | null) => void;
  onBack: () => void;
};

function Foot({ onBack, disabled }: { onBack: () => void; disabled: boolean }) {
  return (
    <Flex justify="space-between" p="10px" borderTopWidth="1px" borderColor="line">
      <Button variant="plain" size="sm" onClick={onBack}>
        Other field
      </Button>
      <Button variant="lead" size="sm" type="submit" disabled={disabled}>
        Keep these
      </Button>
    </Flex>
  );
}

function Members({ table, column, before, onDone, onBack }: PartProps & { table: TableInfo }) {
  const members = useMembers(table.id, column.name, before?.cut);
  const [mode, setMode] = useState<"in" | "not_in">(before?.in ? "in" : before?.not_in ? "not_in" : "in");
  const [ticked, setTicked] = useState(() => new Set((before?.in ?? before?.not_in ?? []).map(String)));
  const [typed, setTyped] = useState("");
  const shown = useMemo(
    () => (members.data ?? []).filter((member) => member.label.toLowerCase().includes(typed.toLowerCase())),
    [members.data, typed],
  );

  function tick(label: string, on: boolean) {
    const next = new Set(ticked);
    if (on) next.add(label);
    else next.delete(label);
    setTicked(next);
  }

  return (
    <Box
      as="form"
      w="320px"
      onSubmit={(event) => {
        event.preventDefault();
        // Members no longer in the table stay in the condition, in case they come back with the next edition.
        if (ticked.size)
          onDone({ field: column.name, ...(before?.cut ? { cut: before.cut } : {}), [mode]: [...ticked] });
      }}
    >
      <Box p="10px" pb="6px">
        <Box fontWeight="600" mb="6px">
          {column.words}
        </Box>
        <Choice
          label="What happens to the ticked"
          value={mode}
          choices={[
            { value: "in", label: "only the ticked" },
            { value: "not_in", label: "all but the ticked" },
          ]}
          onChange={setMode}
        />
        <Input
          mt="8px"
          size="sm"
          autoFocus
          aria-label="Find a member"
          placeholder="Type to narrow"
          borderColor="control"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </Box>
      <Box maxH="260px" overflowY="auto" px="12px" py="4px" role="group" aria-label={`Members of ${column.words}`}>
        {members.isPending && <Box color="quiet">Reading the members</Box>}
        {members.isError && <Box color="alarm">{members.error.message}</Box>}
        {shown.slice(0, 300).map((member) => (
          <Checkbox.Root
            key={member.label}
            checked={ticked.has(member.label)}
            onCheckedChange={(change) => tick(member.label, change.checked === true)}
            size="sm"
            display="flex"
            py="3px"
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="control" />
            <Checkbox.Label flex="1" display="flex" justifyContent="space-between" fontWeight="400" textStyle="base">
              <span>{member.label}</span>
              <Box as="span" color="quiet">
                {grouped(member.records)}
              </Box>
            </Checkbox.Label>
          </Checkbox.Root>
        ))}
        {shown.length > 300 && <Box color="quiet">and {grouped(shown.length - 300)} more; type to find them</Box>}
      </Box>
      <Foot onBack={onBack} disabled={ticked.size === 0} />
    </Box>
  );
}

function Span({ column, before, onDone, onBack }: PartProps) {
  const [from, setFrom] = useState(text(before?.from));
  const [to, setTo] = useState(text(before?.to));
  const moment = column.kind === "moment";
  const ends = [
    { label: "From", value: from, set: setFrom },
    { label: "To, included", value: to, set: setTo },
  ];
  const wrong = ends.find((end) => end.value.trim() && !fits(end.value, moment));

  return (
    <Box
      as="form"
      w="300px"
      onSubmit={(event) => {
        event.preventDefault();
        finish();
      }}
    >
      <Box p="12px" pb="4px">
        <Box fontWeight="600" mb="8px">
          {column.words}
        </Box>
        <Flex gap="10px">
          {ends.map((end, i) => (
            <Field.Root key={end.label} invalid={wrong === end}>
              <Field.Label textStyle="label">{end.label}</Field.Label>
              <Input
                size="sm"
                autoFocus={i === 0}
                borderColor="control"
                placeholder={moment ? "2025-03-31" : "any"}
                value={end.value}
                onChange={(event) => end.set(event.target.value)}
              />
            </Field.Root>
          ))}
        </Flex>
        <Box color={wrong ? "alarm" : "quiet"} textStyle="small" py="6px" minH="30px">
          {wrong
            ? `“${wrong.value.trim()}” is not ${moment ? "a date; write it as 2025-03-31, 2025-03 or 2025" : "a number"}.`
            : moment
              ? "A year or month alone will do."
              : ""}
        </Box>
      </Box>
      <Foot onBack={onBack} disabled={Boolean(wrong) || !(from.trim() || to.trim())} />
    </Box>
  );

  function finish() {
    if (wrong || !(from.trim() || to.trim())) return;
    onDone({ field: column.name, ...end("from", from), ...end("to", to) });
  }

  function end(name: "from" | "to", value: string) {
    if (!value.trim()) return {};
    return { [name]: moment ? value.trim() : Number(value) };
  }
}

const text = (value: string | number | undefined) => (value === undefined ? "" : String(value));

function fits(value: string, moment: boolean): boolean {
  return moment
    ? /^\d{4}(-\d{2}(-\d{2}([ T]\d{2}:\d{2}(:\d{2})?)?)?)?$/.test(value.trim())
    : Number.isFinite(Number(value));
}
