import { Box, Checkbox, Flex, Input } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Condition, Level, TableInfo } from "../../../api/client";
import { useMembers } from "../../../api/queries";
import { Choice } from "../../../shared/Choice";
import { grouped } from "../../../shared/numbers";
import { KeepForm, type KeepPartProps } from "./KeepPart";
import { MeasurePick } from "./MeasurePick";
import { levelWords } from "./phrases";

type Mode = "in" | "not_in" | "top" | "bottom";

const MODES = [
  { value: "in", label: "the ticked" },
  { value: "not_in", label: "all but these" },
  { value: "top", label: "largest" },
  { value: "bottom", label: "smallest" },
] as const;
const SHOWN_MOST = 300;

type Props = KeepPartProps & { table: TableInfo; cut: Level["cut"] };

/** Members to tick, only these or all but these; or so many of the largest or smallest. */
export function KeepMembers({ table, cut, before, ...shared }: Props) {
  const { column } = shared;
  const year_starts = before?.year_starts;
  const members = useMembers(table.id, column.name, cut, year_starts);
  const [mode, setMode] = useState<Mode>(() => MODES.find(({ value }) => before?.[value] !== undefined)?.value ?? "in");
  const [number, setNumber] = useState(String(before?.top ?? before?.bottom ?? 10));
  const [by, setBy] = useState(before?.by);
  const [ticked, setTicked] = useState(() => new Set((before?.in ?? before?.not_in ?? []).map(String)));
  const [typed, setTyped] = useState("");
  const shown = useMemo(
    () => (members.data ?? []).filter((member) => member.label.toLowerCase().includes(typed.toLowerCase())),
    [members.data, typed],
  );
  const whole = /^[1-9]\d{0,3}$/.test(number.trim());
  const ranked = mode === "top" || mode === "bottom";

  function condition(): Condition | null {
    const of = { field: column.name, ...(cut ? { cut } : {}), ...(year_starts ? { year_starts } : {}) };
    if (ranked) return whole ? { ...of, [mode]: Number(number), ...(by ? { by } : {}) } : null;
    // Members no longer in the table stay in the condition, in case they come back with the next edition.
    return ticked.size ? { ...of, [mode]: [...ticked] } : null;
  }

  function tick(label: string, on: boolean) {
    const next = new Set(ticked);
    if (on) next.add(label);
    else next.delete(label);
    setTicked(next);
  }

  return (
    <KeepForm {...shared} heading={levelWords({ field: column.name, cut })} condition={condition()}>
      <Choice label="What happens to the ticked" value={mode} choices={MODES} onChange={setMode} />
      {ranked ? (
        <Flex my="10px" gap="8px" align="baseline">
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
            <MeasurePick label="Decided by" table={table} measure={by} none="what is measured" onChange={setBy} />
          </Box>
        </Flex>
      ) : (
        <>
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
          <Box maxH="260px" overflowY="auto" py="6px" role="group" aria-label={`Members of ${column.words}`}>
            {members.isPending && <Box color="quiet">Reading the members</Box>}
            {members.isError && <Box color="alarm">{members.error.message}</Box>}
            {shown.slice(0, SHOWN_MOST).map((member) => (
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
                <Checkbox.Label
                  flex="1"
                  display="flex"
                  justifyContent="space-between"
                  fontWeight="400"
                  textStyle="base"
                >
                  <span>{member.label}</span>
                  <Box as="span" color="quiet" pe="4px">
                    {grouped(member.records)}
                  </Box>
                </Checkbox.Label>
              </Checkbox.Root>
            ))}
            {shown.length > SHOWN_MOST && (
              <Box color="quiet">and {grouped(shown.length - SHOWN_MOST)} more; type to find them</Box>
            )}
          </Box>
        </>
      )}
    </KeepForm>
  );
}
