import type { DragEvent, KeyboardEvent, ReactNode } from "react";
import type { Level, TableInfo } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { other, type Side, withLevel, withLevelMoved, withSplit } from "../changes/sides";
import type { Change } from "../changes/usePlate";
import { LevelCard, type LevelMoves } from "./LevelCard";
import { levelWords } from "./phrases";
import { SIDES } from "./sides";

/** A phrase of the statement by its name: what it is asked for by, its words, whether it is set, and the card that it opens. */
export type PhraseOf = (
  name: string,
  label: string,
  words: string,
  set: boolean,
  card: (start: string, close: () => void) => ReactNode,
) => ReactNode;
export type Place = { side: Side; at: number };
type Props = {
  side: Side;
  levels: Record<Side, Level[]>;
  table: TableInfo;
  open: string | null;
  onOpenNext: (phrase: string) => void;
  dragged: Place | null;
  onDrag: (place: Place | null) => void;
  phrase: PhraseOf;
  onChange: (change: Change) => void;
};

/** The levels of a side, and the one that is being put inside them; each is dragged, or moved by keys, to another place. */
export function SideLevels({ side, levels, table, open, onOpenNext, dragged, onDrag, phrase, onChange }: Props) {
  function moves(at: number, close: () => void): LevelMoves {
    const count = levels[side].length;
    const move = (to: { side: Side; at: number }) => () => {
      close();
      onChange(withLevelMoved({ side, at }, to));
    };
    const level = levels[side][at] as Level;
    return [
      ...(count < LIMITS.levels_most ? [{ label: "Put one inside", act: () => onOpenNext(`${side} ${count}`) }] : []),
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

  const level = (at: number) => {
    const { label, empty } = SIDES[side];
    const there = levels[side][at];
    const name = `${side} ${at}`;
    const said = at ? `${label}, level ${at + 1}` : label;
    const drop = (event: DragEvent) => {
      event.preventDefault();
      if (dragged) onChange(withLevelMoved(dragged, { side, at }));
      onDrag(null);
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
          onDrag({ side, at });
        }}
        onDragEnd={() => onDrag(null)}
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
              moves={there ? moves(at, close) : []}
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

  const count =
    Math.max(1, levels[side].length) + (open === `${side} ${levels[side].length}` && levels[side].length ? 1 : 0);
  return Array.from({ length: count }, (_, at) => (
    <span key={`${side} ${at}`}>
      {at > 0 && " then "}
      {level(at)}
    </span>
  ));
}
