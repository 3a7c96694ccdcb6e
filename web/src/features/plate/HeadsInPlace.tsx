import { Box, chakra, Input, Menu, Popover } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type DragEvent, type KeyboardEvent, type ReactNode, useRef, useState } from "react";
import { api, type Figure, type Lines, type Mend, type Recipe, type Scene, sentenceOf } from "../../api/client";
import { keys, tableChanged } from "../../api/queries";
import { Button } from "../../shared/Button";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { PopCard } from "../../shared/PopCard";
import { type Head, headOf, movedBy, movedTo, orderedBy, setAside, withHeadLeftOut, withHeadNamed } from "./heads";
import type { Change } from "./usePlate";
import { useView } from "./view";

type Text = Scene["texts"][number];
type Props = {
  figure: Figure;
  recipe: Recipe;
  table: number;
  /** Whether names are the table's to mend, or the plate has mends of its own. */
  ownMends: boolean;
  zoom: number;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

/** The heads and totals for pointer and keys: each opens what can be done with its member, where it stands; heads are dragged. */
export function HeadsInPlace(props: Props) {
  const { figure, zoom, recipe, onChange } = props;
  const set = useView((view) => view.set);
  const [dragged, setDragged] = useState<Head | null>(null);
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
              label={`Records behind the total ${text.text}`}
              group="totals"
              first={isFirst("totals")}
              onClick={() => set({ behind: lines })}
            />
          );
        }
        return (
          <HeadMenu key={key} {...props} head={head} lines={lines}>
            <Spot
              text={text}
              zoom={zoom}
              label={`${text.full ?? text.text}, ${head.side === "rows" ? "row" : "column"}`}
              group={head.side}
              first={isFirst(head.side)}
              onMove={(step) => {
                if (step < 0 ? head.movable.before : head.movable.after) onChange(movedBy(figure, head, step));
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
          </HeadMenu>
        );
      })}
    </>
  );
}

type SpotProps = {
  text: Text;
  zoom: number;
  label: string;
  /** Spots of one group are walked with the arrows; Tab comes to the first of them alone. */
  group: string;
  first: boolean;
  dim?: boolean;
  /** Alt with an arrow moves the member itself. */
  onMove?: (step: -1 | 1) => void;
  onKeyDown?: (event: KeyboardEvent<HTMLButtonElement>) => void;
  drag?: {
    onDragStart: (event: DragEvent) => void;
    onDragEnd: () => void;
    onDragOver: (event: DragEvent) => void;
    onDrop: (event: DragEvent) => void;
  };
  onClick?: () => void;
};

/** A button laid over a text of the page. */
function Spot({ text, zoom, label, group, first, dim, drag, onKeyDown, onMove, ...rest }: SpotProps) {
  const { x, y, size, length = 0, anchor, turned } = text;
  const back = anchor === "end" ? length : anchor === "middle" ? length / 2 : 0;
  const box = turned
    ? { left: x - size * 0.85, top: y - length - 2, width: size * 1.15, height: length + 4 }
    : { left: x - back - 3, top: y - size * 0.95, width: length + 6, height: size * 1.35 };
  return (
    <chakra.button
      type="button"
      aria-label={label}
      data-spot={group}
      tabIndex={first ? 0 : -1}
      onKeyDown={(event) => {
        const step = STEPS[event.key];
        if (!step) return onKeyDown?.(event);
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
      _hover={{ boxShadow: "inset 0 0 0 1px {colors.amberLine}" }}
      style={{ left: box.left * zoom, top: box.top * zoom, width: box.width * zoom, height: box.height * zoom }}
      {...drag}
      {...rest}
      // The menu would take the press for itself, and with it the drag; it opens on the click all the same.
      onPointerDown={undefined}
    />
  );
}

const STEPS: Record<string, -1 | 1> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

type HeadMenuProps = Props & { head: Head; lines: Lines; children: ReactNode };

/** What can be done with a member or a group: order by it, name it, gather it, take it out, see its records. */
function HeadMenu({ figure, table, ownMends, head, lines, onChange, onRefused, children }: HeadMenuProps) {
  const client = useQueryClient();
  const set = useView((view) => view.set);
  const [naming, setNaming] = useState(false);
  const spot = useRef<HTMLButtonElement>(null);
  const down = head.side === "rows";
  const side = down ? "row" : "column";
  const label = head.labels.at(-1) ?? "";

  /** Names of a plain category are the table's, so that they hold in every plate and every edition. */
  async function name(to: string) {
    setNaming(false);
    if (!to || to === label) return;
    if (!head.mendable || ownMends) return onChange(withHeadNamed(head, to));
    try {
      const bench = await api.workbench(table);
      const mends: Mend[] = bench.mends.map(({ mend }) => mend);
      const merges = head.siblings.includes(to);
      const mend: Mend = merges
        ? { do: "merge", field: head.level.field, from: [label], into: to, off: false }
        : { do: "relabel", field: head.level.field, names: { [label]: to }, off: false };
      client.setQueryData(keys.workbench(table), await api.changeMends(table, [...mends, mend]));
      await tableChanged(client, table);
    } catch (problem) {
      onRefused(sentenceOf(problem));
    }
  }

  return (
    <Popover.Root
      open={naming}
      onOpenChange={({ open }) => !open && setNaming(false)}
      // The menu's trigger is its anchor; two anchors on one element would take it from each other.
      positioning={{ placement: "bottom-start", getAnchorRect: () => spot.current?.getBoundingClientRect() ?? null }}
      lazyMount
      unmountOnExit
    >
      <Menu.Root positioning={{ placement: down ? "right-start" : "bottom-start" }} lazyMount unmountOnExit>
        <Menu.Trigger ref={spot} asChild>
          {children}
        </Menu.Trigger>
        <MenuCard width="250px">
          <Box px="12px" py="4px" textStyle="label" maxW="300px" truncate>
            {head.labels.join(", ")}
          </Box>
          <MenuLine value="records" onClick={() => set({ behind: lines })}>
            Records behind it
          </MenuLine>
          <MenuLine value="sort" onClick={() => onChange(orderedBy(head))}>
            Order {down ? "columns" : "rows"} by this {side}
          </MenuLine>
          <MenuLine value="total" onClick={() => onChange(orderedBy(head, "total"))}>
            Order {head.side} by total
          </MenuLine>
          <MenuLine value="natural" onClick={() => onChange(orderedBy(head, "natural"))}>
            Order {head.side} by nature
          </MenuLine>
          <MenuLine value="likeness" onClick={() => onChange(orderedBy(head, "likeness"))}>
            Order {head.side} by likeness
          </MenuLine>
          <MenuLine value="before" disabled={!head.movable.before} onClick={() => onChange(movedBy(figure, head, -1))}>
            Move {down ? "up" : "left"}
          </MenuLine>
          <MenuLine value="after" disabled={!head.movable.after} onClick={() => onChange(movedBy(figure, head, 1))}>
            Move {down ? "down" : "right"}
          </MenuLine>
          <MenuLine value="name" onClick={() => setTimeout(() => setNaming(true), 60)}>
            Rename, or merge into another
          </MenuLine>
          <MenuLine value="others" onClick={() => onChange(withHeadNamed(head, "Others"))}>
            Gather into Others
          </MenuLine>
          {head.innermost && (
            <MenuLine value="aside" onClick={() => onChange(setAside(head))}>
              Set aside
            </MenuLine>
          )}
          {withHeadLeftOut(head) && (
            <MenuLine value="out" removes onClick={() => onChange(withHeadLeftOut(head) as Change)}>
              Leave its records out
            </MenuLine>
          )}
        </MenuCard>
      </Menu.Root>
      <PopCard label={`A name for ${label}`}>
        <Naming label={label} head={head} table={head.mendable && !ownMends} onDone={name} />
      </PopCard>
    </Popover.Root>
  );
}

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
