/** Rows and columns turned. */
import type { Order, Recipe, Show } from "../../../api/client";
import type { CellLabels } from "./pivots";
import { type Orders, other, pivot } from "./sides";

/** Rows and columns turned, and with them whatever speaks of rows and columns. Turned twice, a recipe is as it was. */
export const turned = (recipe: Recipe): Recipe => {
  const { rows, columns, totals, order, show, aside, split } = recipe.pivot;
  // Matrices side by side stand across: the member of the split leads the labels of columns, and of columns alone.
  const down = (labels: readonly string[]) => (split ? labels.slice(1) : [...labels]);
  const across = (labels: readonly string[], of: readonly string[] = []) =>
    split ? [of[0] ?? "", ...labels] : [...labels];
  const cell = (each: CellLabels): CellLabels => ({
    row: down(each.column),
    column: across(each.row, each.column),
  });
  const { color, words, heads, notes, each, ...rest } = recipe;
  const { rows: rowWords, columns: columnWords, ...otherWords } = words ?? {};
  return pivot(
    {
      ...rest,
      ...(each ? { each: each.map(({ row, column, ...said }) => ({ ...said, row: column, column: row })) } : {}),
      ...(color ? { color: { ...color, ...(color.within ? { within: WITHIN[color.within] } : {}) } } : {}),
      ...(words
        ? {
            words: {
              ...otherWords,
              ...(columnWords === undefined ? {} : { rows: columnWords }),
              ...(rowWords === undefined ? {} : { columns: rowWords }),
            },
          }
        : {}),
      ...(heads
        ? {
            heads: {
              ...heads,
              ...(heads.weight ? { weight: { rows: heads.weight.columns, columns: heads.weight.rows } } : {}),
              ...(heads.flow ? { flow: { ...heads.flow, along: other(heads.flow.along ?? "columns") } } : {}),
            },
          }
        : {}),
      ...(notes ? { notes: notes.map((note) => turnedNote(note, down, across)) } : {}),
    },
    {
      rows: columns ?? [],
      columns: rows ?? [],
      ...(order ? { order: turnedOrders(order, Boolean(split), down, across) } : {}),
      ...(aside
        ? {
            aside: {
              ...(aside.columns ? { rows: aside.columns.map(down) } : {}),
              ...(aside.rows ? { columns: aside.rows.map((labels) => across(labels)) } : {}),
              ...(aside.cells ? { cells: aside.cells.map(cell) } : {}),
            },
          }
        : {}),
      ...(show ? { show: turnedShow(show) } : {}),
      totals: {
        ...totals,
        rows: totals?.columns ?? false,
        columns: totals?.rows ?? false,
        row_groups: totals?.column_groups ?? false,
        column_groups: totals?.row_groups ?? false,
      },
    },
  );
};

const WITHIN = { row: "column", column: "row", group: "group", table: "table" } as const;
type Labels = (labels: readonly string[], of?: readonly string[]) => string[];
type Note = NonNullable<Recipe["notes"]>[number];

function turnedNote({ row, column, ...note }: Note, down: Labels, across: Labels): Note {
  return {
    ...note,
    ...(column?.length ? { row: down(column) } : {}),
    ...(row?.length ? { column: across(row, column) } : {}),
  };
}

function turnedOrders(order: Orders, split: boolean, down: Labels, across: Labels): Orders {
  const rows = order.rows ?? {};
  const columns = order.columns ?? {};
  const turnedOf = (each: Order, labels: Labels) => ({ ...each, ...(each.of?.length ? { of: labels(each.of) } : {}) });
  if (!split) return { rows: turnedOf(columns, across), columns: turnedOf(rows, down) };
  // The order of the matrices themselves stays with the columns, which have no order by what they show.
  const [matrices = [], ...inner] = columns.by === "hand" ? (columns.hand ?? []) : [];
  const own = columns.by === "hand" ? (inner.length ? { ...columns, hand: inner } : {}) : turnedOf(columns, across);
  if (rows.by === "hand") return { rows: own, columns: { ...rows, hand: [matrices, ...(rows.hand ?? [])] } };
  if (matrices.length && (rows.by ?? "natural") === "natural")
    return { rows: own, columns: { by: "hand", hand: [matrices] } };
  return { rows: own, columns: ["total", "member", "likeness"].includes(rows.by ?? "") ? {} : rows };
}

function turnedShow(show: Show): Show {
  const of = { row: "column", column: "row", group: "group", whole: "whole" } as const;
  return {
    ...show,
    ...(show.of ? { of: of[show.of] } : {}),
    ...(show.along ? { along: other(show.along) } : {}),
  };
}
