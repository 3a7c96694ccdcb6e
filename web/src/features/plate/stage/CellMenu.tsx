import { Box, Menu } from "@chakra-ui/react";
import type { Figure, Recipe } from "../../../api/client";
import { type MenuAction, MenuCard, MenuGroups } from "../../../shared/MenuCard";
import { withNotes } from "../changes/looks";
import { withCellAside, withOrder } from "../changes/pivots";
import type { Change } from "../changes/usePlate";
import { type Cell, look } from "../changes/view";
import { cellName, indexOf } from "./reading";

type Props = {
  figure: Figure;
  recipe: Recipe;
  cell: Cell;
  anchor: () => DOMRect;
  onChange: (change: Change) => void;
  onClose: () => void;
};

/** What can be done with a cell; what makes no sense for it is off. */
export function cellActions(
  figure: Figure,
  recipe: Recipe,
  cell: Cell,
  onChange: (change: Change) => void,
): MenuAction[][] {
  const row = [...(figure.row_labels[cell.row] ?? [])];
  const column = [...(figure.column_labels[cell.column] ?? [])];
  const aside = figure.scene.grid?.aside.includes(indexOf(figure, cell)) ?? false;
  const whole = !recipe.pivot.correlate;
  const note = (of: { row?: string[]; column?: string[] }) => {
    onChange((now) => withNotes([...(now.notes ?? []), of])(now));
    look({ tab: "notes", writing: "note" });
  };
  return [
    [
      { name: "Records behind it", act: () => look({ behind: cell }) },
      {
        name: aside ? "Bring it back" : "Set it aside",
        act: () => onChange(withCellAside({ row, column }, !aside)),
        off: !whole,
      },
    ],
    [
      { name: "Mark it, with a note if you like", act: () => note({ row, column }) },
      { name: "Mark its row", act: () => note({ row }), off: !row.length },
      { name: "Mark its column", act: () => note({ column }), off: !column.length },
    ],
    [
      {
        name: "Compare its row with all others",
        act: () => look({ compare: { side: "rows", one: cell.row, other: -1 } }),
        off: figure.rows.length < 2 || !whole,
      },
      {
        name: "Compare its column with all others",
        act: () => look({ compare: { side: "columns", one: cell.column, other: -1 } }),
        off: figure.columns.length < 2 || !whole,
      },
    ],
    [
      {
        name: "Order rows by its column",
        act: () => onChange(withOrder("rows", { by: "member", of: column, descending: true })),
        off: !whole || !column.length || Boolean(recipe.pivot.split),
      },
      {
        name: "Order columns by its row",
        act: () => onChange(withOrder("columns", { by: "member", of: row, descending: true })),
        off: !whole || !row.length || Boolean(recipe.pivot.split),
      },
    ],
  ];
}

/** What can be done with a cell, where it stands. */
export function CellMenu({ figure, recipe, cell, anchor, onChange, onClose }: Props) {
  const groups = cellActions(figure, recipe, cell, onChange);
  return (
    <Menu.Root
      open
      onOpenChange={({ open }) => !open && onClose()}
      onSelect={({ value }) => {
        onClose();
        groups
          .flat()
          .find(({ name }) => name === value)
          ?.act();
      }}
      positioning={{ placement: "bottom-start", getAnchorRect: anchor }}
    >
      <MenuCard width="250px">
        <Box px="12px" py="4px" textStyle="label" maxW="300px" truncate>
          {cellName(figure, cell)}
        </Box>
        <MenuGroups groups={groups} />
      </MenuCard>
    </Menu.Root>
  );
}
