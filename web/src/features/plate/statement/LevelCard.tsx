import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Level, TableInfo } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { FilterList } from "../../../shared/FilterList";
import { grouped } from "../../../shared/numbers";
import { LevelOptions } from "./LevelOptions";
import { levelFrom, levelKey, levelOptions, MANY_MEMBERS, NOTHING } from "./options";

/** What can be done with a level beside choosing another field. What is not there cannot be done here. */
export type LevelMoves = { label: string; act: () => void }[];

type Props = {
  label: string;
  table: TableInfo;
  level?: Level;
  /** Whether the side may be left without this level. */
  removable: boolean;
  start: string;
  moves: LevelMoves;
  onDone: (level: Level | null) => void;
};

const LARGEST = 20;

/** A level of a side: its field, its options, and its place among the others. Many members are warned of before they are laid out. */
export function LevelCard({ label, table, level, removable, start, moves, onDone }: Props) {
  const [view, setView] = useState<"fields" | "options">("fields");
  const [many, setMany] = useState<Level | null>(null);

  function choose(key: string) {
    if (key === NOTHING) return onDone(null);
    const chosen = levelFrom(key);
    if (level && levelKey(level) === key) return onDone(level);
    const column = table.columns.find((each) => each.name === chosen.field);
    const whole = !chosen.cut && !chosen.bins;
    if (column && whole && column.kind !== "number" && column.distinct > MANY_MEMBERS) setMany(chosen);
    else onDone(chosen);
  }

  if (many) {
    const column = table.columns.find((each) => each.name === many.field);
    const tooMany = (column?.distinct ?? 0) > LIMITS.members_most;
    return (
      <Box p="14px" w="320px" role="group" aria-label="Many members">
        <Box mb="10px">
          {column?.words} has {grouped(column?.distinct ?? 0)} members, more than{" "}
          {tooMany ? "a side holds" : "a reader takes in"}.
        </Box>
        <Flex direction="column" gap="6px" align="stretch">
          <Button variant="lead" size="sm" autoFocus onClick={() => onDone({ ...many, top: LARGEST, others: true })}>
            The {LARGEST} largest, the rest as Others
          </Button>
          <Button variant="plain" size="sm" onClick={() => onDone({ ...many, top: LARGEST })}>
            The {LARGEST} largest alone
          </Button>
          {!tooMany && (
            <Button variant="plain" size="sm" onClick={() => onDone(many)}>
              All of them
            </Button>
          )}
        </Flex>
      </Box>
    );
  }
  if (view === "options" && level) {
    return <LevelOptions table={table} level={level} onDone={onDone} onBack={() => setView("fields")} />;
  }
  const options = levelOptions(table.columns);
  return (
    <Box w="300px">
      <FilterList
        label={label}
        start={start}
        options={removable ? [...options, { key: NOTHING, label: "nothing", note: "take this level off" }] : options}
        chosen={level ? levelKey(level) : NOTHING}
        onChoose={choose}
      />
      {level && (
        <Flex wrap="wrap" gap="4px" p="8px" borderTopWidth="1px" borderColor="line">
          <Button variant="plain" size="sm" onClick={() => setView("options")}>
            Options
          </Button>
          {moves.map(({ label: name, act }) => (
            <Button key={name} variant="plain" size="sm" onClick={act}>
              {name}
            </Button>
          ))}
        </Flex>
      )}
    </Box>
  );
}
