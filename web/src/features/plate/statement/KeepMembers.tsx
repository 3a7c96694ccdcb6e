import { Box, Checkbox, Flex, Input } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Level, TableInfo } from "../../../api/client";
import { useMembers } from "../../../api/queries";
import { Choice } from "../../../shared/Choice";
import { grouped } from "../../../shared/numbers";
import { KeepFoot, type KeepPartProps } from "./KeepPart";
import { levelWords } from "./phrases";

type Mode = "in" | "not_in" | "top";

const MODES = [
  { value: "in", label: "the ticked" },
  { value: "not_in", label: "all but these" },
  { value: "top", label: "the largest" },
] as const;

type Props = KeepPartProps & { table: TableInfo; cut: Level["cut"] };

/** Members to tick, only these or all but these; or so many of the largest. */
export function KeepMembers({ table, column, cut, before, onDone, onBack, done }: Props) {
  const members = useMembers(table.id, column.name, cut);
  const [mode, setMode] = useState<Mode>(before?.not_in ? "not_in" : before?.top ? "top" : "in");
  const [number, setNumber] = useState(String(before?.top ?? 10));
  const [byRecords, setByRecords] = useState(Boolean(before?.by));
  const of = { field: column.name, ...(cut ? { cut } : {}) };
  const [ticked, setTicked] = useState(() => new Set((before?.in ?? before?.not_in ?? []).map(String)));
  const [typed, setTyped] = useState("");
  const shown = useMemo(
    () => (members.data ?? []).filter((member) => member.label.toLowerCase().includes(typed.toLowerCase())),
    [members.data, typed],
  );

  const whole = /^[1-9]\d{0,3}$/.test(number.trim());

  function tick(label: string, on: boolean) {
    const next = new Set(ticked);
    if (on) next.add(label);
    else next.delete(label);
    setTicked(next);
  }

  return (
    <Box
      as="form"
      w="340px"
      onSubmit={(event) => {
        event.preventDefault();
        if (mode === "top") {
          if (whole) onDone({ ...of, top: Number(number), ...(byRecords ? { by: { take: "count" } } : {}) });
          return;
        }
        // Members no longer in the table stay in the condition, in case they come back with the next edition.
        if (ticked.size) onDone({ ...of, [mode]: [...ticked] });
      }}
    >
      <Box p="10px" pb="6px">
        <Box fontWeight="600" mb="6px">
          {levelWords({ field: column.name, cut })}
        </Box>
        <Choice label="What happens to the ticked" value={mode} choices={MODES} onChange={setMode} />
        {mode === "top" ? (
          <Flex mt="10px" gap="8px" align="center">
            <Input
              size="sm"
              w="70px"
              autoFocus
              aria-label="How many"
              borderColor={whole ? "control" : "alarm"}
              value={number}
              onChange={(event) => setNumber(event.target.value)}
            />
            <Box color="quiet" flex="none">
              by
            </Box>
            <Box flex="1">
              <Choice
                label="Largest by"
                value={byRecords ? "records" : "measure"}
                choices={[
                  { value: "measure", label: "what is measured" },
                  { value: "records", label: "records" },
                ]}
                onChange={(by) => setByRecords(by === "records")}
              />
            </Box>
          </Flex>
        ) : (
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
        )}
      </Box>
      {mode !== "top" && (
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
      )}
      <KeepFoot
        onBack={onBack}
        done={done}
        disabled={mode === "top" ? !whole : ticked.size === 0}
        onBlank={(blank) => onDone({ field: column.name, blank })}
      />
    </Box>
  );
}
