import { Box, Flex, Menu } from "@chakra-ui/react";
import {
  type DragEvent,
  Fragment,
  type KeyboardEvent,
  type ReactNode,
  type Ref,
  useImperativeHandle,
  useRef,
  useState,
} from "react";
import type { Figure, Level, Plate, Show, TableInfo } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { FilterList } from "../../../shared/FilterList";
import { afterClosing } from "../../../shared/frames";
import { MenuCard, MenuLine } from "../../../shared/MenuCard";
import { Phrase } from "../../../shared/Phrase";
import { named } from "../../../shared/terms";
import { isDrafted } from "../../../shared/useDraft";
import { withCorrelation, withKeep, withMeasure, withPivot, withShow } from "../changes/pivots";
import { other, type Side, withLevel, withLevelMoved, withLevels, withSplit } from "../changes/sides";
import { turned } from "../changes/turned";
import type { Change } from "../changes/usePlate";
import { CorrelateCard } from "./CorrelateCard";
import { KeepEditor } from "./KeepEditor";
import { LevelCard, type LevelMoves } from "./LevelCard";
import { MeasureCard } from "./MeasureCard";
import { brought } from "./options";
import {
  askedOf,
  BY_WORDS,
  type By,
  conditionWords,
  fieldWords,
  followingKeys,
  keepWords,
  levelWords,
  ONCE,
  showWords,
  takeWords,
} from "./phrases";
import { ShowCard } from "./ShowCard";
import { THE_STATEMENT, Typed } from "./Typed";

export type StatementHandle = { focus: () => void; write: () => void; open: (phrase: string) => void };
type Props = {
  plate: Plate;
  figure: Figure;
  table: TableInfo;
  onChange: (change: Change) => void;
  ref?: Ref<StatementHandle>;
};

const SIDES = {
  rows: { label: "What goes down", empty: "something", way: "down" },
  columns: { label: "What goes across", empty: "something", way: "across" },
} as const;

/** The sentence that is the pivot. Each phrase opens its list; Tab walks them; the whole can be typed as well. */
export function Statement({ plate, figure, table, onChange, ref }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [typing, setTyping] = useState(() => isDrafted(THE_STATEMENT));
  const [dragged, setDragged] = useState<{ side: Side; at: number } | null>(null);
  useImperativeHandle(ref, () => ({
    focus: () => box.current?.querySelector("button")?.focus(),
    write: () => setTyping(true),
    open: openNext,
  }));
  /** Open a phrase's card once the card or menu that asks for it is gone: it would take the new one with it. */
  function openNext(name: string) {
    setOpen(null);
    afterClosing(() => setOpen(name));
  }
  const { pivot } = plate.recipe;
  const { measure = {}, keep = [], split, correlate } = pivot;
  const levels = { rows: pivot.rows ?? [], columns: pivot.columns ?? [] };
  const take = measure.take ?? "count";

  const phrase = (
    name: string,
    label: string,
    words: string,
    set: boolean,
    card: (start: string, close: () => void) => ReactNode,
  ) => (
    <Phrase
      key={name}
      label={label}
      words={words}
      set={set}
      open={open === name}
      onOpen={(now) => setOpen(now ? name : null)}
    >
      {card}
    </Phrase>
  );

  function saidOf(key: "of" | "per" | "where"): string {
    if (key !== "where") return wordsOf(table, measure[key]);
    return measure.where ? conditionWords(measure.where, table) : "…";
  }

  const measured = (name: "take" | "of" | "per" | "p" | "where" | "once", label: string, words: string) =>
    phrase(name, label, words, true, (start, close) => (
      <MeasureCard
        table={table}
        measure={measure}
        part={name}
        start={start}
        onDone={(next) => {
          close();
          onChange(withMeasure(next));
        }}
      />
    ));

  function moves(side: Side, at: number, close: () => void): LevelMoves {
    const count = levels[side].length;
    const move = (to: { side: Side; at: number }) => () => {
      close();
      onChange(withLevelMoved({ side, at }, to));
    };
    const level = levels[side][at] as Level;
    return [
      ...(count < LIMITS.levels_most ? [{ label: "Put one inside", act: () => openNext(`${side} ${count}`) }] : []),
      ...(at > 0 ? [{ label: "Outward", act: move({ side, at: at - 1 }) }] : []),
      ...(at < count - 1 ? [{ label: "Inward", act: move({ side, at: at + 1 }) }] : []),
      ...(levels[other(side)].length < LIMITS.levels_most
        ? [
            {
              label: side === "rows" ? "Put it across" : "Put it down",
              act: move({ side: other(side), at: levels[other(side)].length }),
            },
          ]
        : []),
      {
        label: "Split by it",
        act: () => {
          close();
          onChange((recipe) => withSplit(level)(withLevel(side, at, null)(recipe)));
        },
      },
    ];
  }

  const level = (side: Side, at: number) => {
    const { label, empty } = SIDES[side];
    const there = levels[side][at];
    const name = `${side} ${at}`;
    const said = at ? `${label}, level ${at + 1}` : label;
    const drop = (event: DragEvent) => {
      event.preventDefault();
      if (dragged) onChange(withLevelMoved(dragged, { side, at }));
      setDragged(null);
    };
    const onKeyDown = (event: KeyboardEvent) => {
      const step = event.altKey && { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (!step || at + step < 0 || at + step >= levels[side].length) return;
      event.preventDefault();
      event.stopPropagation();
      onChange(withLevelMoved({ side, at }, { side, at: at + step }));
    };
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: the phrase inside is the button; this takes what is dragged onto it
      <span
        key={name}
        draggable={Boolean(there)}
        onDragStart={(event) => {
          event.dataTransfer.setData("text/plain", said);
          setDragged({ side, at });
        }}
        onDragEnd={() => setDragged(null)}
        onDragOver={(event) => dragged && event.preventDefault()}
        onDrop={drop}
        onKeyDownCapture={onKeyDown}
        style={{ opacity: dragged?.side === side && dragged.at === at ? 0.45 : undefined }}
      >
        {phrase(
          name,
          said,
          there ? levelWords(there) : at ? "another level" : empty,
          Boolean(there),
          (start, close) => (
            <LevelCard
              label={said}
              table={table}
              level={there}
              removable={Boolean(there)}
              start={start}
              moves={there ? moves(side, at, close) : []}
              onDone={(next) => {
                close();
                if (next || there) onChange(withLevel(side, at, next));
              }}
            />
          ),
        )}
      </span>
    );
  };

  /** The levels of a side, and the one that is being put inside them. */
  const sideOf = (side: Side) => {
    const count =
      Math.max(1, levels[side].length) + (open === `${side} ${levels[side].length}` && levels[side].length ? 1 : 0);
    return Array.from({ length: count }, (_, at) => (
      <span key={`${side} ${at}`}>
        {at > 0 && " then "}
        {level(side, at)}
      </span>
    ));
  };

  const kept = (
    <>
      {", keeping "}
      {phrase("keep", "Which records are kept", keepWords(keep, table), Boolean(keep.length), (_, close) => (
        <KeepEditor
          table={table}
          keep={keep}
          unfinished={figure.unfinished}
          onDone={(next) => {
            close();
            onChange(withKeep(next));
          }}
        />
      ))}
    </>
  );

  const correlated = (
    <>
      Color how{" "}
      {phrase(
        "correlate",
        "Which fields are correlated",
        correlate ? `${correlate.fields.length} fields` : "fields",
        Boolean(correlate),
        (_, close) => (
          <CorrelateCard
            table={table}
            correlate={correlate}
            onDone={(next) => {
              close();
              onChange(withCorrelation(next));
            }}
          />
        ),
      )}{" "}
      move together{correlate?.method === "spearman" ? " by rank" : ""}
      {kept}
    </>
  );

  const pivoted = (
    <>
      Color the {measured("take", "What is measured", takeWords(measure))}
      {followingKeys(take).map(({ word, key }) => (
        <Fragment key={key}>
          {` ${word} `}
          {measured(key, askedOf(take, key), saidOf(key))}
        </Fragment>
      ))}
      {brought(table, measure) && (
        <>
          {" "}
          {measured("once", "How often a number of another table counts", measure.once_a_key ? ONCE : "once a record")}
        </>
      )}
      {" for each "}
      {sideOf("rows")} down and {sideOf("columns")} across
      {split && (
        <>
          {", split by "}
          {phrase("split", "What it is split by", levelWords(split), true, (start, close) => (
            <LevelCard
              label="What it is split by"
              table={table}
              level={split}
              removable
              start={start}
              moves={[]}
              onDone={(next) => {
                close();
                onChange(withSplit(next));
              }}
            />
          ))}
        </>
      )}
      {", "}
      {phrase("show", "What a cell shows", showWords(pivot.show), Boolean(pivot.show?.as), (start, close) => (
        <ShowCard
          pivot={pivot}
          table={table}
          targets={Object.keys(figure.targets)}
          start={start}
          onDone={(show) => {
            close();
            onChange(withShow(show));
          }}
        />
      ))}
      {pivot.show?.as === "against" && (
        <>
          {", "}
          {phrase("by", "How they are compared", BY_WORDS[pivot.show.by ?? "difference"], true, (start, close) => (
            <FilterList
              label="How they are compared"
              start={start}
              options={named(BY_WORDS).map(([key, label]) => ({ key, label }))}
              chosen={pivot.show?.by ?? "difference"}
              onChoose={(by) => {
                close();
                onChange(withShow({ ...(pivot.show as Show), by: by === "difference" ? undefined : (by as By) }));
              }}
            />
          ))}
        </>
      )}
      {kept}
      {open === "split" && !split && (
        <>
          {", split by "}
          {phrase("split", "What it is split by", "a further field", false, (start, close) => (
            <LevelCard
              label="What it is split by"
              table={table}
              removable={false}
              start={start}
              moves={[]}
              onDone={(next) => {
                close();
                if (next) onChange(withSplit(next));
              }}
            />
          ))}
        </>
      )}
      {open === "correlate" && (
        <>
          {", or how "}
          {phrase("correlate", "Which fields are correlated", "fields", false, (_, close) => (
            <CorrelateCard
              table={table}
              onDone={(next) => {
                close();
                if (next) onChange(withCorrelation(next));
              }}
            />
          ))}
          {" move together"}
        </>
      )}
    </>
  );

  return (
    <Flex
      ref={box}
      as="section"
      aria-label="Statement"
      align="center"
      wrap={{ base: "wrap", lg: "nowrap" }}
      gap="8px"
      px="18px"
      py="12px"
      minH="64px"
      bg="paper"
      borderBottomWidth="1px"
      borderColor="edge"
      flex="none"
    >
      {typing ? (
        <Typed
          table={table.id}
          statement={plate.statement}
          onDone={(next) => {
            setTyping(false);
            if (next) onChange(withPivot(next));
          }}
        />
      ) : (
        <>
          <Box flex={{ base: "1 0 100%", lg: "1" }} minW="0" textStyle="statement" color="quiet">
            {correlate ? correlated : pivoted}
          </Box>
          <Button
            variant="plain"
            size="sm"
            flex="none"
            aria-label="Turn rows and columns"
            title="Turn rows and columns"
            disabled={Boolean(correlate) || (!levels.rows.length && !levels.columns.length)}
            onClick={() => onChange(turned)}
          >
            Turn
          </Button>
          <Menu.Root positioning={{ placement: "bottom-end" }} lazyMount unmountOnExit>
            <Menu.Trigger asChild>
              <Button variant="plain" size="sm" flex="none">
                Reshape
              </Button>
            </Menu.Trigger>
            <MenuCard width="240px">
              {(["rows", "columns"] as const).map((side) =>
                levels[side].length > 1 ? (
                  <MenuLine
                    key={side}
                    value={side}
                    onClick={() => onChange(withLevels(side, [...levels[side]].reverse()))}
                  >
                    Swap inner and outer {SIDES[side].way}
                  </MenuLine>
                ) : null,
              )}
              {!split && !correlate && (
                <MenuLine value="split" onClick={() => openNext("split")}>
                  Split by a further field
                </MenuLine>
              )}
              {!correlate && (
                <MenuLine value="correlate" onClick={() => openNext("correlate")}>
                  See how fields move together
                </MenuLine>
              )}
              {correlate && (
                <MenuLine value="pivot" onClick={() => onChange(withCorrelation(undefined))}>
                  Back to a pivot
                </MenuLine>
              )}
              <MenuLine value="write" onClick={() => setTyping(true)}>
                Type the statement
              </MenuLine>
            </MenuCard>
          </Menu.Root>
        </>
      )}
    </Flex>
  );
}

function wordsOf(table: TableInfo, name: string | undefined): string {
  return table.columns.find((column) => column.name === name)?.words ?? (name ? fieldWords(name) : "a number");
}
