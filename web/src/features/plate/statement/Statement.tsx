import { Box, Flex } from "@chakra-ui/react";
import { Fragment, type Ref, useImperativeHandle, useRef, useState } from "react";
import { useLocation } from "react-router";
import type { Figure, Pivot, Plate, Show, TableInfo } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { FilterList } from "../../../shared/FilterList";
import { afterClosing } from "../../../shared/frames";
import { Phrase } from "../../../shared/Phrase";
import { named } from "../../../shared/terms";
import { isDrafted } from "../../../shared/useDraft";
import { withCorrelation, withKeep, withMeasure, withPivot, withShow } from "../changes/pivots";
import { type Side, withSplit } from "../changes/sides";
import { turned } from "../changes/turned";
import type { Change } from "../changes/usePlate";
import { CorrelateCard } from "./CorrelateCard";
import { KeepEditor } from "./KeepEditor";
import { LevelCard } from "./LevelCard";
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
import { ReshapeMenu } from "./ReshapeMenu";
import { ShowCard } from "./ShowCard";
import { type PhraseOf, type Place, SideLevels } from "./SideLevels";
import { THE_STATEMENT, Typed } from "./Typed";

export type StatementHandle = { focus: () => void; write: () => void; open: (phrase: string) => void };
type Props = {
  plate: Plate;
  figure: Figure;
  table: TableInfo;
  onChange: (change: Change) => void;
  /** What is typed, as a pivot that the figure follows; null once it is laid out or left. */
  onTry: (pivot: Pivot | null) => void;
  ref?: Ref<StatementHandle>;
};

/** The sentence that is the pivot. Each phrase opens its list; Tab walks them; a click beside them makes it a field to type in. */
export function Statement({ plate, figure, table, onChange, onTry, ref }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [typing, setTyping] = useState(() => isDrafted(THE_STATEMENT));
  const [notUnderstood, setNotUnderstood] = useState<readonly string[]>(useLocation().state?.notUnderstood ?? []);
  const [dragged, setDragged] = useState<Place | null>(null);
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

  const phrase: PhraseOf = (name, label, words, set, card) => (
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

  const sideOf = (side: Side) => (
    <SideLevels
      side={side}
      levels={levels}
      table={table}
      open={open}
      onOpenNext={openNext}
      dragged={dragged}
      onDrag={setDragged}
      phrase={phrase}
      onChange={onChange}
    />
  );

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
          onTry={onTry}
          onDone={(done) => {
            setTyping(false);
            afterClosing(() => box.current?.querySelector("button")?.focus());
            setNotUnderstood(done?.left ?? []);
            // What was tried stays in sight until it stands, so that nothing flickers.
            if (done) onChange(withPivot(done.pivot));
            else onTry(null);
          }}
        />
      ) : (
        <>
          {/* A click beside the phrases is a way for the pointer; "/" and the menu are those for the keys. */}
          <Box
            flex={{ base: "1 0 100%", lg: "1" }}
            minW="0"
            textStyle="statement"
            color="quiet"
            cursor="text"
            title="Type the statement: click here, or press /"
            onClick={(event) => {
              const selected = window.getSelection()?.toString();
              if (!(event.target as Element).closest("button, [role=dialog]") && !selected) setTyping(true);
            }}
          >
            {correlate ? correlated : pivoted}
            {notUnderstood.length > 0 && (
              <Box role="status" textStyle="base" color="alarm" cursor="default">
                Not understood: {notUnderstood.map((words) => `“${words}”`).join(", ")}. The figure shows the rest.
              </Box>
            )}
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
          <ReshapeMenu pivot={pivot} onOpen={openNext} onWrite={() => setTyping(true)} onChange={onChange} />
        </>
      )}
    </Flex>
  );
}

function wordsOf(table: TableInfo, name: string | undefined): string {
  return table.columns.find((column) => column.name === name)?.words ?? (name ? fieldWords(name) : "a number");
}
