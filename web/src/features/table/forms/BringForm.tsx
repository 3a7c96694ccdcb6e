import { Box, Flex } from "@chakra-ui/react";
import { Plus, X } from "lucide-react";
import { useEffect, useState } from "react";
import { api, type ColumnInfo, type Mend, sentenceOf, type TableInfo } from "../../../api/client";
import { useTables } from "../../../api/queries";
import { CUT_TERMS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { Select } from "../../../shared/Select";
import { Ticks } from "../../../shared/Ticks";
import { named } from "../../../shared/terms";
import type { FormProps } from "./form";
import { Labeled, Pick, Text } from "./parts";

type Bring = Extract<Mend, { do: "bring" }>;
type Cut = NonNullable<Bring["cut"]>[string];
type Pair = { mine: string; its: string; cut: Cut | "" };

const NO_CUT = ["", "as written"] as const;
const CUTS = [NO_CUT, ...named(CUT_TERMS).map(([cut, { name }]) => [cut, `by ${name}`] as const)];

/** Columns of another table, by keys that both have: proposed from what stands in them, and changed as needed. */
export function BringForm({ table, mend, onDraft }: FormProps<Bring>) {
  const others = useTables().data?.filter(({ id, problem }) => id !== table.id && !problem);
  const [from, setFrom] = useState(mend?.from ?? "");
  const [pairs, setPairs] = useState<Pair[]>(mend ? pairsOf(mend) : []);
  const [columns, setColumns] = useState<string[]>(mend?.columns ?? []);
  const [names, setNames] = useState<Record<string, string>>(mend?.names ?? {});
  const [missing, setMissing] = useState<string>(mend?.missing ?? "blank");
  const [double, setDouble] = useState<string>(mend?.double ?? "refuse");
  const [proposed, setProposed] = useState("");
  const other = others?.find(({ name }) => name === from);
  const first = others?.[0]?.name;

  useEffect(() => {
    if (!from && first !== undefined) setFrom(first);
  }, [from, first]);
  useEffect(() => {
    if (!from || from === mend?.from) return;
    let over = false;
    setProposed("Looking for keys that both tables have");
    api
      .proposeBring(table.id, from)
      .then(({ mend: found }) => {
        if (over) return;
        setPairs(found ? pairsOf(found) : []);
        setColumns(found?.columns ?? []);
        setNames(found?.names ?? {});
        setProposed(found ? "" : "No column here has what stands in one of that table; say which go together.");
      })
      .catch((error) => over || setProposed(sentenceOf(error)));
    return () => {
      over = true;
    };
  }, [from, mend?.from, table.id]);
  const taken = new Set(table.columns.map(({ name }) => name));
  const renamed = columns.filter((name) => name in names || taken.has(name));
  const key = JSON.stringify([from, pairs, columns, names, missing, double]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all that is written
  useEffect(() => {
    const keys = Object.fromEntries(pairs.filter(({ mine, its }) => mine && its).map(({ mine, its }) => [mine, its]));
    const cut = Object.fromEntries(pairs.filter((pair) => pair.cut && pair.mine).map((pair) => [pair.mine, pair.cut]));
    const kept = Object.fromEntries(columns.filter((name) => names[name]?.trim()).map((name) => [name, names[name]]));
    const written = from && Object.keys(keys).length && columns.length;
    const draft = { do: "bring", from, keys, columns, missing, double } as Bring;
    if (Object.keys(cut).length) draft.cut = cut as Bring["cut"];
    if (Object.keys(kept).length) draft.names = kept as Bring["names"];
    onDraft(written ? draft : null);
  }, [key, onDraft]);

  if (others && !others.length && !mend) {
    return (
      <Box color="quiet" py="6px">
        There is no other table yet. Drop the file with the targets, plans or names on the desk first.
      </Box>
    );
  }
  const set = (place: number, change: Partial<Pair>) =>
    setPairs(pairs.map((pair, i) => (i === place ? { ...pair, ...change } : pair)));
  return (
    <>
      <Pick
        label="From the table"
        value={from}
        options={withNow(
          (others ?? []).map(({ name }) => [name, name]),
          from,
        )}
        onChange={setFrom}
      />
      {proposed && (
        <Box color="quiet" textStyle="small" mb="10px" role="status">
          {proposed}
        </Box>
      )}
      <Labeled label="Records go together by">
        <Box role="group" aria-label="Keys">
          {pairs.map((pair, place) => (
            <KeyPair
              key={`${place} ${pairs.length}`}
              table={table}
              other={other}
              pair={pair}
              place={place}
              onChange={(change) => set(place, change)}
              onRemove={pairs.length > 1 ? () => setPairs(pairs.filter((_, i) => i !== place)) : undefined}
            />
          ))}
          <Button
            variant="bare"
            size="sm"
            onClick={() => setPairs([...pairs, { mine: "", its: "", cut: "" }])}
            disabled={!other || pairs.length >= table.columns.length}
          >
            <Plus size={14} /> {pairs.length ? "Another key" : "A key"}
          </Button>
        </Box>
      </Labeled>
      <Ticks
        label="Columns that come"
        items={(other?.columns ?? columns.map(asColumn)).map(({ name, words }) => ({ key: name, label: words }))}
        ticked={columns}
        onChange={setColumns}
      />
      {renamed.map((name) => (
        <Text
          key={name}
          label={taken.has(name) ? `“${name}” is a column here already; it comes as` : `“${name}” comes as`}
          value={names[name] ?? ""}
          onChange={(text) => setNames({ ...names, [name]: text })}
        />
      ))}
      <Flex gap="12px" css={{ "& > *": { flex: 1 } }}>
        <Pick
          label="A key that is missing there"
          value={missing}
          options={[
            ["blank", "leaves blanks"],
            ["leave_out", "leaves the record out"],
          ]}
          onChange={setMissing}
        />
        <Pick
          label="One that stands there twice"
          value={double}
          options={[
            ["refuse", "is refused"],
            ["first", "gives its first line"],
            ["sum", "gives the sum"],
          ]}
          onChange={setDouble}
        />
      </Flex>
    </>
  );
}

type KeyProps = {
  table: TableInfo;
  other: TableInfo | undefined;
  pair: Pair;
  place: number;
  onChange: (change: Partial<Pair>) => void;
  onRemove: (() => void) | undefined;
};

/** A column here, the one it is compared with, and the part that moments are cut to. */
function KeyPair({ table, other, pair, place, onChange, onRemove }: KeyProps) {
  const moments = [table.columns, other?.columns ?? []].some((columns, i) =>
    columns.some(({ name, kind }) => kind === "moment" && name === (i ? pair.its : pair.mine)),
  );
  return (
    <Flex align="center" gap="6px" mb="6px">
      <Select
        label={`Key ${place + 1}, column here`}
        value={pair.mine}
        options={choices(table.columns, pair.mine)}
        onChange={(mine) => onChange({ mine })}
      />
      <Box color="quiet" flex="none">
        is
      </Box>
      <Select
        label={`Key ${place + 1}, column there`}
        value={pair.its}
        options={choices(other?.columns ?? [], pair.its)}
        onChange={(its) => onChange({ its })}
      />
      {moments && (
        <Select
          label={`Key ${place + 1}, compared`}
          width="152px"
          value={pair.cut}
          options={CUTS}
          onChange={(cut) => onChange({ cut: cut as Pair["cut"] })}
        />
      )}
      {onRemove && (
        <Button variant="bare" size="sm" px="2px" aria-label={`Leave key ${place + 1} out`} onClick={onRemove}>
          <X size={14} />
        </Button>
      )}
    </Flex>
  );
}

function pairsOf(mend: Bring): Pair[] {
  return Object.entries(mend.keys).map(([mine, its]) => ({ mine, its, cut: mend.cut?.[mine] ?? "" }));
}

type Options = [value: string, words: string][];

function choices(columns: readonly ColumnInfo[], now: string): Options {
  const listed: Options = columns.map(({ name, words }) => [name, words]);
  return now ? withNow(listed, now) : [["", "choose"], ...listed];
}

/** The options with what stands now, which may be gone. */
function withNow(options: Options, now: string): Options {
  return !now || options.some(([value]) => value === now) ? options : [[now, now], ...options];
}

const asColumn = (name: string) => ({ name, words: name });
