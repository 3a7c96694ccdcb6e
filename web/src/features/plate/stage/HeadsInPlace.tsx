import { Box, chakra, Input, Menu, Popover } from "@chakra-ui/react";
import { type DragEvent, useEffect, useRef, useState } from "react";
import { api, type Figure, type Lines, type Mend, type Recipe, type Scene } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { afterClosing } from "../../../shared/frames";
import { type MenuAction, MenuCard, MenuGroups } from "../../../shared/MenuCard";
import { PopCard } from "../../../shared/PopCard";
import { withNotes } from "../changes/looks";
import type { Change, TableChange } from "../changes/usePlate";
import { look } from "../changes/view";
import { EachCard } from "./EachCard";
import { type Head, headOf, movedBy, movedTo, orderedBy, setAside, withHeadLeftOut, withHeadNamed } from "./heads";

type Text = Scene["texts"][number];
type Props = {
  figure: Figure;
  recipe: Recipe;
  /** Whether names are the table's to mend, or the plate has mends of its own. */
  ownMends: boolean;
  zoom: number;
  onChange: (change: Change) => void;
  onTable: (name: string, change: TableChange) => void;
};

/** A head whose menu or name is open, and the button that opened it. */
type Asked = { head: Head; lines: Lines; spot: HTMLElement; card?: "name" | "each" };

/**
 * The heads and totals for pointer and keys: each opens what can be done with its member, where it stands; heads are dragged. One
 * menu serves them all, however many there are.
 */
export function HeadsInPlace(props: Props) {
  const { figure, zoom, recipe, onChange } = props;
  const [dragged, setDragged] = useState<Head | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  /** The head that is being moved by keys: focus goes along to where it stands next. */
  const moved = useRef<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it stands elsewhere once the figure is made anew
  useEffect(() => {
    if (!moved.current) return;
    const spots = [...document.querySelectorAll<HTMLButtonElement>("[data-head]")];
    spots.find((spot) => spot.dataset.head === moved.current)?.focus();
    moved.current = null;
  }, [figure]);
  const met = new Set<string>();
  const isFirst = (group: string) => !met.has(group) && Boolean(met.add(group));
  const marks = figure.scene.texts.filter((text) => (text.row ?? null) !== null || (text.column ?? null) !== null);

  return (
    <>
      {marks.map((text) => {
        const lines = { row: text.row ?? -1, column: text.column ?? -1 };
        const key = `${text.part} ${lines.row} ${lines.column} ${Math.round(text.x)} ${Math.round(text.y)}`;
        const head = text.part === "heads" ? headOf(figure, recipe, lines) : null;
        if (!head) {
          return (
            <Spot
              key={key}
              text={text}
              zoom={zoom}
              label={`Records behind ${text.part === "totals" ? "the total " : ""}${text.full ?? text.text}`}
              group="totals"
              first={isFirst("totals")}
              onClick={() => look({ behind: lines })}
            />
          );
        }
        return (
          <Spot
            key={key}
            text={text}
            zoom={zoom}
            label={`${text.full ?? text.text}, ${head.side === "rows" ? "row" : "column"}`}
            group={head.side}
            head={nameOf(head)}
            first={isFirst(head.side)}
            open={asked ? asked.head.line === head.line && asked.head.side === head.side : false}
            onClick={(spot) => {
              look({ tab: "heads" });
              setAsked({ head, lines, spot });
            }}
            onMove={(step) => {
              if (!(step < 0 ? head.movable.before : head.movable.after)) return;
              moved.current = nameOf(head);
              onChange(movedBy(figure, head, step));
            }}
            dim={dragged?.line === head.line && dragged.side === head.side}
            drag={{
              onDragStart: (event) => {
                event.dataTransfer.setData("text/plain", head.labels.join(", "));
                setDragged(head);
              },
              onDragEnd: () => setDragged(null),
              onDragOver: (event) => {
                if (dragged?.side === head.side && dragged.depth === head.depth) event.preventDefault();
              },
              onDrop: (event) => {
                event.preventDefault();
                if (dragged && dragged.line !== head.line) onChange(movedTo(figure, dragged, head));
                setDragged(null);
              },
            }}
          />
        );
      })}
      {asked && <HeadMenu {...props} asked={asked} onAsk={setAsked} />}
    </>
  );
}

const nameOf = (head: Head) => [head.side, ...head.labels].join("\n");

type SpotProps = {
  text: Text;
  zoom: number;
  label: string;
  /** Spots of one group are walked with the arrows; Tab comes to the first of them alone. */
  group: string;
  /** Which head it is, wherever it stands. */
  head?: string;
  first: boolean;
  dim?: boolean;
  /** Whether its menu is open; undefined where it has none. */
  open?: boolean;
  /** Alt with an arrow moves the member itself. */
  onMove?: (step: -1 | 1) => void;
  drag?: {
    onDragStart: (event: DragEvent) => void;
    onDragEnd: () => void;
    onDragOver: (event: DragEvent) => void;
    onDrop: (event: DragEvent) => void;
  };
  onClick: (spot: HTMLElement) => void;
};

/** A button laid over a text of the page. */
function Spot({ text, zoom, label, group, head, first, dim, open, onMove, drag, onClick }: SpotProps) {
  const { x, y, size, length = 0, anchor, turned } = text;
  const back = anchor === "end" ? length : anchor === "middle" ? length / 2 : 0;
  const box = turned
    ? { left: x - size * 0.85, top: y - length - 2, width: size * 1.15, height: length + 4 }
    : { left: x - back - 3, top: y - size * 0.95, width: length + 6, height: size * 1.35 };
  return (
    <chakra.button
      type="button"
      aria-label={label}
      title={text.full ?? undefined}
      aria-haspopup={open === undefined ? undefined : "menu"}
      aria-expanded={open}
      data-spot={group}
      data-head={head}
      tabIndex={first ? 0 : -1}
      onClick={(event) => onClick(event.currentTarget)}
      onKeyDown={(event) => {
        const step = STEPS[event.key];
        if (!step) return;
        event.preventDefault();
        if (event.altKey) return onMove?.(step);
        const spots = [...document.querySelectorAll<HTMLButtonElement>(`[data-spot="${group}"]`)];
        spots[(spots.indexOf(event.currentTarget) + step + spots.length) % spots.length]?.focus();
      }}
      position="absolute"
      borderRadius="3px"
      cursor="pointer"
      draggable={drag ? true : undefined}
      opacity={dim ? 0.4 : undefined}
      bg={dim ? "edge" : undefined}
      boxShadow={open ? "inset 0 0 0 1px {colors.amberLine}" : undefined}
      _hover={{ boxShadow: "inset 0 0 0 1px {colors.amberLine}" }}
      style={{ left: box.left * zoom, top: box.top * zoom, width: box.width * zoom, height: box.height * zoom }}
      {...drag}
    />
  );
}

const STEPS: Record<string, -1 | 1> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

type HeadMenuProps = Props & { asked: Asked; onAsk: (asked: Asked | null) => void };

/** What can be done with a member or a group: order by it, name it, gather it, take it out, see its records. */
function HeadMenu({ figure, recipe, ownMends, asked, onAsk, onChange, onTable }: HeadMenuProps) {
  const { head, lines, spot, card } = asked;
  const down = head.side === "rows";
  const side = down ? "row" : "column";
  const label = head.labels.at(-1) ?? "";
  const beside = { getAnchorRect: () => spot.getBoundingClientRect() };

  function close() {
    onAsk(null);
    spot.focus();
  }

  /** Names of a plain category are the table's, so that they hold in every plate and every edition. */
  function name(to: string) {
    close();
    if (!to || to === label) return;
    if (!head.mendable || ownMends) return onChange(withHeadNamed(head, to));
    const merges = head.siblings.includes(to);
    const mend: Mend = merges
      ? { do: "merge", field: head.level.field, from: [label], into: to, off: false }
      : { do: "relabel", field: head.level.field, names: { [label]: to }, off: false };
    onTable(`${label} ${merges ? "merged into" : "called"} ${to}`, (bench) =>
      api.changeMends(bench.table.id, [...bench.mends.map((each) => each.mend), mend], bench.table.version),
    );
  }

  if (card) {
    return (
      <Popover.Root
        open
        onOpenChange={({ open }) => !open && close()}
        positioning={{ placement: "bottom-start", ...beside }}
      >
        <PopCard label={card === "name" ? `A name for ${label}` : `Numbers and scale of ${label}`}>
          {card === "name" ? (
            <Naming label={label} head={head} table={head.mendable && !ownMends} onDone={name} />
          ) : (
            <EachCard
              figure={figure}
              recipe={recipe}
              head={head}
              onDone={(change) => {
                close();
                onChange(change);
              }}
            />
          )}
        </PopCard>
      </Popover.Root>
    );
  }
  const leftOut = withHeadLeftOut(head);
  const groups: MenuAction[][] = [
    [
      { name: "Records behind it", act: () => look({ behind: lines }) },
      {
        name: "Compare with all others",
        act: () => look({ compare: { side: head.side, one: head.line, other: -1 } }),
        off: !head.innermost,
      },
      {
        name: "Mark it, with a note if you like",
        act: () => {
          onChange((now) => withNotes([...(now.notes ?? []), { [side]: [...head.labels] }])(now));
          look({ tab: "notes", writing: "note" });
        },
      },
    ],
    [
      { name: `Order ${down ? "columns" : "rows"} by this ${side}`, act: () => onChange(orderedBy(head)) },
      { name: `Order ${head.side} by total`, act: () => onChange(orderedBy(head, "total")) },
      { name: `Order ${head.side} by likeness`, act: () => onChange(orderedBy(head, "likeness")) },
      { name: `Put ${head.side} in natural order`, act: () => onChange(orderedBy(head, "natural")) },
      {
        name: `Move ${down ? "up" : "left"}`,
        act: () => onChange(movedBy(figure, head, -1)),
        off: !head.movable.before,
      },
      {
        name: `Move ${down ? "down" : "right"}`,
        act: () => onChange(movedBy(figure, head, 1)),
        off: !head.movable.after,
      },
    ],
    [
      { name: RENAME, act: () => undefined },
      { name: EACH, act: () => undefined, off: head.at === "split" },
      { name: "Gather into Others", act: () => onChange(withHeadNamed(head, "Others")) },
    ],
    [
      { name: "Set aside", act: () => onChange(setAside(head)), off: !head.innermost },
      ...(leftOut ? [{ name: "Leave its records out", act: () => onChange(leftOut), removes: true }] : []),
    ],
  ];
  return (
    <Menu.Root
      open
      onOpenChange={({ open }) => !open && close()}
      onSelect={({ value }) => {
        const item = groups.flat().find(({ name: each }) => each === value);
        if (value === RENAME) return afterClosing(() => onAsk({ ...asked, card: "name" }));
        if (value === EACH) return afterClosing(() => onAsk({ ...asked, card: "each" }));
        close();
        return item?.act();
      }}
      positioning={{ placement: down ? "right-start" : "bottom-start", ...beside }}
    >
      <MenuCard width="250px">
        <Box px="12px" py="4px" textStyle="label" maxW="300px" truncate>
          {head.labels.join(", ")}
        </Box>
        <MenuGroups groups={groups} />
      </MenuCard>
    </Menu.Root>
  );
}

const RENAME = "Rename, or merge into another";
const EACH = "Numbers and scale of its own";

type NamingProps = { label: string; head: Head; table: boolean; onDone: (to: string) => void };

function Naming({ label, head, table, onDone }: NamingProps) {
  const [text, setText] = useState(label);
  const merges = text.trim() !== label && head.siblings.includes(text.trim());
  return (
    <Box
      as="form"
      p="12px"
      w="280px"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(text.trim());
      }}
    >
      <Box textStyle="label" mb="4px">
        {label} is called
      </Box>
      <Input
        size="sm"
        autoFocus
        aria-label="New name"
        list="head-names"
        borderColor="control"
        maxLength={200}
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setText(event.target.value)}
      />
      <datalist id="head-names">
        {head.siblings.map((each) => (
          <option key={each} value={each} />
        ))}
      </datalist>
      <Box color="quiet" textStyle="small" py="8px">
        {merges ? `Merges it with ${text.trim()}. ` : ""}
        {table ? "Recorded as a mend of the table, for every plate and edition." : "Holds in this plate."}
      </Box>
      <Button variant="lead" size="sm" type="submit" disabled={!text.trim() || text.trim() === label}>
        {merges ? "Merge" : "Rename"}
      </Button>
    </Box>
  );
}
