import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, type Ref, useEffect, useImperativeHandle, useRef, useState } from "react";
import type { ColumnInfo, Level, Recipe, TableInfo } from "../../api/client";
import { Button } from "../../shared/Button";
import { FilterList, type Option } from "../../shared/FilterList";
import { grouped } from "../../shared/numbers";
import { Phrase } from "../../shared/Phrase";
import { KeepEditor } from "./KeepEditor";
import { CUTS, keepWords, levelWords } from "./phrases";
import { turned, withKeep, withMeasure, withSide } from "./recipes";
import type { Change } from "./usePlate";

const MEMBERS_MOST = 5_000;

export type StatementHandle = { focus: () => void };
type Props = {
  recipe: Recipe;
  table: TableInfo;
  onChange: (change: Change) => void;
  ref?: Ref<StatementHandle>;
};

/** The sentence that is the pivot. Each phrase opens its list; Tab walks them. */
export function Statement({ recipe, table, onChange, ref }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [pending, setPending] = useState<Measured | null>(null);
  useEffect(() => {
    if (open === null) setPending(null);
  }, [open]);
  useImperativeHandle(ref, () => ({ focus: () => box.current?.querySelector("button")?.focus() }));
  const { rows, columns, measure, keep } = recipe.pivot;
  const take = measure?.take ?? "count";
  const numbers = table.columns.filter((column) => column.kind === "number");

  const phrase = (
    name: string,
    label: string,
    words: string,
    set: boolean,
    list: (start: string, close: () => void) => ReactNode,
  ) => (
    <Phrase
      key={name}
      label={label}
      words={words}
      set={set}
      open={open === name}
      onOpen={(now) => setOpen(now ? name : null)}
    >
      {list}
    </Phrase>
  );

  const takes: Option[] = [
    { key: "count", label: "number of records" },
    { key: "sum", label: "sum", note: "of a number", why: numbers.length ? undefined : NO_NUMBERS },
    { key: "average", label: "average", note: "of a number", why: numbers.length ? undefined : NO_NUMBERS },
  ];
  const side = (which: "rows" | "columns", level: Level | undefined, label: string, empty: string) =>
    phrase(which, label, level ? levelWords(level) : empty, Boolean(level), (start, close) => (
      <FilterList
        label={label}
        start={start}
        options={levelOptions(table.columns)}
        chosen={level ? levelKey(level) : NOTHING}
        onChoose={(key) => {
          close();
          onChange(withSide(which, key === NOTHING ? null : (JSON.parse(key) as Level)));
        }}
      />
    ));

  return (
    <Flex
      ref={box}
      as="section"
      aria-label="Statement"
      align="center"
      gap="16px"
      px="18px"
      py="12px"
      minH="64px"
      bg="paper"
      borderBottomWidth="1px"
      borderColor="edge"
      flex="none"
    >
      <Box flex="1" textStyle="statement" color="quiet">
        Color the{" "}
        {phrase("take", "What is measured", take === "count" ? "number of records" : take, true, (start, close) =>
          pending ? (
            <FilterList
              key={pending}
              label={`The number whose ${pending} is taken`}
              options={numberOptions(table)}
              onChoose={(of) => {
                close();
                onChange(withMeasure(pending, of));
              }}
            />
          ) : (
            <FilterList
              label="What is measured"
              start={start}
              options={takes}
              chosen={take}
              onChoose={(key) => {
                // A sum or average needs its number: the same card asks for it, and both are set in one change.
                if (key !== "count" && !measure?.of) return setPending(key as Measured);
                close();
                onChange(withMeasure(key as Measured | "count", measure?.of));
              }}
            />
          ),
        )}
        {take !== "count" && (
          <>
            {" of "}
            {phrase("of", "The number that is measured", wordsOf(table, measure?.of), true, (start, close) => (
              <FilterList
                label="The number that is measured"
                start={start}
                options={numberOptions(table)}
                chosen={measure?.of}
                onChoose={(key) => {
                  close();
                  onChange(withMeasure(take, key));
                }}
              />
            ))}
          </>
        )}
        {" for each "}
        {side("rows", rows?.[0], "What goes down", "thing that goes down")}
        {" down and "}
        {side("columns", columns?.[0], "What goes across", "thing that goes across")}
        {" across, keeping "}
        {phrase("keep", "Which records are kept", keepWords(keep ?? [], table), Boolean(keep?.length), (_, close) => (
          <KeepEditor
            table={table}
            keep={keep ?? []}
            onDone={(next) => {
              close();
              onChange(withKeep(next));
            }}
          />
        ))}
      </Box>
      <Button
        variant="plain"
        size="sm"
        flex="none"
        disabled={!rows?.length && !columns?.length}
        onClick={() => onChange(turned)}
      >
        Turn rows and columns
      </Button>
    </Flex>
  );
}

type Measured = "sum" | "average";

function numberOptions(table: TableInfo): Option[] {
  return table.columns.map((column) => ({
    key: column.name,
    label: column.words,
    note: column.kind === "number" ? noteOf(column) : KINDS[column.kind],
    why: column.kind === "number" ? undefined : `${column.words} holds ${KINDS[column.kind]}, not numbers.`,
  }));
}

const NO_NUMBERS = "This table has no column of numbers.";
const NOTHING = "nothing";
const KINDS: Record<string, string> = { number: "number", category: "text", moment: "moment", yes_no: "yes or no" };

function wordsOf(table: TableInfo, name: string | undefined): string {
  return table.columns.find((column) => column.name === name)?.words ?? name ?? "a number";
}

function noteOf(column: ColumnInfo): string | undefined {
  return column.blanks ? `${grouped(column.blanks)} blank` : undefined;
}

function levelKey(level: Level): string {
  return JSON.stringify(level.cut ? { field: level.field, cut: level.cut } : { field: level.field });
}

function levelOptions(columns: ColumnInfo[]): Option[] {
  const options = columns.flatMap((column): Option[] => {
    const whole = {
      key: levelKey({ field: column.name }),
      label: column.words,
      note: grouped(column.distinct),
      why:
        column.distinct > MEMBERS_MOST
          ? `${column.words} has ${grouped(column.distinct)} different values; a side holds ${grouped(MEMBERS_MOST)}.`
          : undefined,
    };
    if (column.kind !== "moment") return [whole];
    const cuts = CUTS.map((cut) => ({
      key: levelKey({ field: column.name, cut }),
      label: levelWords({ field: column.name, cut }),
    }));
    return [...cuts, whole];
  });
  return [...options, { key: NOTHING, label: "nothing", note: "leave this side empty" }];
}
