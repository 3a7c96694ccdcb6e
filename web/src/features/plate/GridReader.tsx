import { Box } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, useId } from "react";
import { useShallow } from "zustand/react/shallow";
import type { Figure, Scene } from "../../api/client";
import { Announced } from "../../shared/Say";
import { stepped } from "../../shared/walk";
import { cellAt, cornerOf, placeOf } from "./paint";
import { cellWords } from "./reading";
import { type Cell, useView } from "./view";

type Props = { figure: Figure; grid: NonNullable<Scene["grid"]>; zoom: number };

/**
 * The cells for pointer, keys and assistive technology: a grid that tells its size and holds the one row, heads and cell that
 * are being read, so that 90,000 cells cost no more than one.
 */
export function GridReader({ figure, grid, zoom }: Props) {
  const id = useId();
  const { chosen, pointed, set } = useView(useShallow(({ chosen, pointed, set }) => ({ chosen, pointed, set })));
  const place = placeOf(grid);
  const [rows, columns] = [figure.rows.length, figure.columns.length];
  const inside = (cell: Cell | null) => (cell && cell.row < rows && cell.column < columns ? cell : null);
  const at = inside(chosen);
  const over = inside(pointed);

  function toCell(event: PointerEvent): Cell | null {
    const box = event.currentTarget.getBoundingClientRect();
    return cellAt(grid, place.left + (event.clientX - box.left) / zoom, place.top + (event.clientY - box.top) / zoom);
  }

  function onKeyDown(event: KeyboardEvent) {
    const first = { row: 0, column: 0 };
    const far = event.ctrlKey || event.metaKey;
    if (event.key === "Escape") return set({ chosen: null, pointed: null });
    const to = stepped(event.key, at ?? first, { rows, columns, screen: 10, far });
    if (!to) return;
    event.preventDefault();
    set({ pointed: null, chosen: at ? to : first });
  }

  return (
    <>
      <Box
        role="grid"
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
        onFocus={() => !at && set({ chosen: { row: 0, column: 0 } })}
        onPointerMove={(event) => set({ pointed: toCell(event) })}
        onPointerLeave={() => set({ pointed: null })}
        onPointerDown={(event) => {
          const cell = toCell(event);
          if (cell) set({ chosen: cell });
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
      </Box>
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
  const { x, y } = cornerOf(grid, cell);
  const grow = Math.max(0, (7 - Math.min(grid.cell_width, grid.cell_height) * zoom) / 2);
  return (
    <Box
      position="absolute"
      pointerEvents="none"
      outline={strong ? "2px solid" : "1px solid"}
      outlineColor="ink"
      outlineOffset="0px"
      boxShadow="0 0 0 3px white"
      css={{ "& > [role=gridcell]": { position: "absolute", inset: 0 } }}
      style={{
        left: (x - origin.left) * zoom - grow,
        top: (y - origin.top) * zoom - grow,
        width: grid.cell_width * zoom + 2 * grow,
        height: grid.cell_height * zoom + 2 * grow,
      }}
    >
      {children}
    </Box>
  );
}
