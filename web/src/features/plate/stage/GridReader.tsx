import { Box } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, useEffect, useId, useRef, useState } from "react";
import { useShallow } from "zustand/react/shallow";
import type { Figure, Recipe, Scene } from "../../../api/client";
import { Announced } from "../../../shared/Say";
import { stepped } from "../../../shared/walk";
import type { Change } from "../changes/usePlate";
import { type Cell, look, useView } from "../changes/view";
import { cellAt } from "./at";
import { CellMenu } from "./CellMenu";
import { type Placed, placeOf, rectOf } from "./places";
import { cellWords } from "./reading";
import { Tooltip } from "./Tooltip";

type Props = {
  figure: Figure;
  recipe: Recipe;
  grid: NonNullable<Scene["grid"]>;
  zoom: number;
  onChange: (change: Change) => void;
};

/**
 * The cells for pointer, keys and assistive technology: a grid that tells its size and holds the one row, heads and cell that
 * are being read, so that 90,000 cells cost no more than one.
 */
export function GridReader({ figure, recipe, grid, zoom, onChange }: Props) {
  const id = useId();
  const { chosen, pointed } = useView(useShallow(({ chosen, pointed }) => ({ chosen, pointed })));
  const reader = useRef<HTMLDivElement>(null);
  const [menu, setMenu] = useState<Cell | null>(null);
  const place = placeOf(grid);
  const [rows, columns] = [figure.rows.length, figure.columns.length];
  const inside = (cell: Cell | null) => (cell && cell.row < rows && cell.column < columns ? cell : null);
  const at = inside(chosen);
  const over = inside(pointed);

  function toCell(event: PointerEvent): Cell | null {
    const box = event.currentTarget.getBoundingClientRect();
    return cellAt(grid, place.left + (event.clientX - box.left) / zoom, place.top + (event.clientY - box.top) / zoom);
  }

  /** Where a cell is on the screen. */
  function onScreen(cell: Cell): DOMRect {
    const box = reader.current?.getBoundingClientRect();
    const { left, top, width, height } = rectOf(grid, cell);
    return new DOMRect(
      (box?.left ?? 0) + (left - place.left) * zoom,
      (box?.top ?? 0) + (top - place.top) * zoom,
      width * zoom,
      height * zoom,
    );
  }

  function onKeyDown(event: KeyboardEvent) {
    const first = { row: 0, column: 0 };
    if (at && (event.key === "Enter" || event.key === "ContextMenu")) {
      event.preventDefault();
      return setMenu(at);
    }
    const far = event.ctrlKey || event.metaKey;
    if (event.key === "Escape") return look({ chosen: null, pointed: null });
    const to = stepped(event.key, at ?? first, { rows, columns, screen: 10, far });
    if (!to) return;
    event.preventDefault();
    look({ pointed: null, chosen: at ? to : first });
  }

  return (
    <>
      <Box
        ref={reader}
        role="grid"
        data-cells
        tabIndex={0}
        aria-label={figure.scene.alternative}
        aria-rowcount={rows + 1}
        aria-colcount={columns + 1}
        aria-activedescendant={at ? `${id}-cell` : undefined}
        position="absolute"
        style={{
          left: place.left * zoom,
          top: place.top * zoom,
          width: place.width * zoom,
          height: place.height * zoom,
          cursor: "crosshair",
        }}
        onKeyDown={onKeyDown}
        onFocus={() => !at && look({ chosen: { row: 0, column: 0 } })}
        onPointerMove={(event) => look({ pointed: toCell(event) })}
        onPointerLeave={() => look({ pointed: null })}
        onContextMenu={(event) => {
          const cell = toCell(event as unknown as PointerEvent);
          if (!cell) return;
          event.preventDefault();
          look({ chosen: cell, pointed: null });
          setMenu(cell);
        }}
        onPointerDown={(event) => {
          const cell = toCell(event);
          if (cell) look({ chosen: cell });
        }}
      >
        {at && (
          <div role="row" aria-rowindex={at.row + 2}>
            <Hidden role="rowheader" index={1} words={figure.rows[at.row] || "all records"} />
            <Ring grid={grid} cell={at} zoom={zoom} origin={place} strong>
              <div id={`${id}-cell`} role="gridcell" aria-colindex={at.column + 2} aria-label={cellWords(figure, at)} />
            </Ring>
          </div>
        )}
        {over && <Ring grid={grid} cell={over} zoom={zoom} origin={place} />}
        {(over ?? at) && <Cross grid={grid} cell={(over ?? at) as Cell} zoom={zoom} place={place} />}
        {over && !menu && <Tooltip figure={figure} grid={grid} cell={over} zoom={zoom} origin={place} />}
      </Box>
      {menu && (
        <CellMenu
          figure={figure}
          recipe={recipe}
          cell={menu}
          anchor={() => onScreen(menu)}
          onChange={onChange}
          onClose={() => {
            setMenu(null);
            reader.current?.focus({ preventScroll: true });
          }}
        />
      )}
      {at && <Announced>{cellWords(figure, at)}</Announced>}
    </>
  );
}

function Hidden({ role, index, words }: { role: string; index: number; words: string }) {
  return (
    <Box role={role} aria-colindex={index} position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
      {words}
    </Box>
  );
}

/** Marks at the edges of the cells that say which row and column one is in. */
function Cross({ grid, cell, zoom, place }: { grid: Props["grid"]; cell: Cell; zoom: number; place: Placed }) {
  const rect = rectOf(grid, cell);
  const drop = grid.drops[cell.column] ?? 0;
  const across = { top: (rect.top - place.top) * zoom, height: rect.height * zoom };
  const down = { left: (rect.left - place.left) * zoom, width: rect.width * zoom };
  const line = { position: "absolute", bg: "amberLine", pointerEvents: "none", "data-testid": "cross" } as const;
  return (
    <>
      <Box {...line} style={{ ...across, left: -5, width: 3 }} />
      <Box {...line} style={{ ...across, left: place.width * zoom + 2, width: 3 }} />
      <Box {...line} style={{ ...down, top: drop * zoom - 5, height: 3 }} />
    </>
  );
}

type RingProps = {
  grid: Props["grid"];
  cell: Cell;
  zoom: number;
  origin: { left: number; top: number };
  strong?: boolean;
  children?: React.ReactNode;
};

/** An outline around a cell, dark within light, so that it is seen on every color. Tiny cells get a ring of a few pixels. */
function Ring({ grid, cell, zoom, origin, strong, children }: RingProps) {
  const { left, top, width, height } = rectOf(grid, cell);
  const ring = useRef<HTMLDivElement>(null);
  // Walking by keys on a page larger than the screen keeps the cell in view, clear of the heads that stay there.
  // biome-ignore lint/correctness/useExhaustiveDependencies: scrolled to anew for each cell
  useEffect(() => {
    if (strong && useView.getState().magnified > 1)
      ring.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [strong, cell.row, cell.column]);
  const grow = Math.max(0, (7 - Math.min(width, height) * zoom) / 2);
  return (
    <Box
      ref={ring}
      scrollMargin="140px"
      position="absolute"
      pointerEvents="none"
      outline={strong ? "2px solid" : "1px solid"}
      outlineColor="ink"
      outlineOffset="0px"
      boxShadow="0 0 0 3px white"
      css={{ "& > [role=gridcell]": { position: "absolute", inset: 0 } }}
      style={{
        left: (left - origin.left) * zoom - grow,
        top: (top - origin.top) * zoom - grow,
        width: width * zoom + 2 * grow,
        height: height * zoom + 2 * grow,
      }}
    >
      {children}
    </Box>
  );
}
