import { Box, Checkbox, Input } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Level, TableInfo } from "../../api/client";
import { useMembers } from "../../api/queries";
import { Choice } from "../../shared/Choice";
import { grouped } from "../../shared/numbers";
import { KeepFoot, type KeepPartProps } from "./KeepPart";
import { levelWords } from "./phrases";

type Props = KeepPartProps & { table: TableInfo; cut: Level["cut"] };

/** Members to tick: only these, or all but these. */
export function KeepMembers({ table, column, cut, before, onDone, onBack }: Props) {
  const members = useMembers(table.id, column.name, cut);
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
        if (ticked.size) onDone({ field: column.name, ...(cut ? { cut } : {}), [mode]: [...ticked] });
      }}
    >
      <Box p="10px" pb="6px">
        <Box fontWeight="600" mb="6px">
          {levelWords({ field: column.name, cut })}
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
      <KeepFoot onBack={onBack} disabled={ticked.size === 0} />
    </Box>
  );
}
