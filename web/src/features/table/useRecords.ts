import { type UseQueryResult, useQueries } from "@tanstack/react-query";
import type { Records } from "../../api/client";

export const PAGE = 200;

export type Row = {
  number: number;
  dropped: boolean;
  cells: readonly string[];
  before: ReadonlyMap<number, string>;
  misfits: ReadonlySet<number>;
};

/** Where records come from: a window of them, and a key that says all it depends on. */
export type RecordSource = {
  key: readonly unknown[];
  window: (start: number, count: number) => Promise<Records>;
};

/** The records in view, fetched by the page. A row that has not come yet is undefined. */
export function useRecords({ key, window }: RecordSource, first: number, last: number) {
  const pages: number[] = [];
  for (let page = Math.floor(first / PAGE); page <= Math.floor(last / PAGE); page++) pages.push(page);
  return useQueries({
    queries: pages.map((page) => ({
      queryKey: ["records", ...key, page],
      queryFn: () => window(page * PAGE, PAGE),
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 30_000,
    })),
    combine: together,
  });
}

/** The pages as one; worked out anew only when one of them comes. */
function together(found: UseQueryResult<Records>[]) {
  const rows = new Map<number, Row>();
  for (const { data } of found) if (data) for (const [place, row] of rowsOf(data)) rows.set(place, row);
  const first = found.find(({ data }) => data)?.data;
  return {
    rows,
    total: first?.total,
    columns: first?.columns,
    error: found.find(({ error }) => error)?.error ?? null,
  };
}

function rowsOf(page: Records): [number, Row][] {
  const dropped = new Set(page.dropped);
  const before = page.numbers.map(() => new Map<number, string>());
  const misfits = page.numbers.map(() => new Set<number>());
  for (const { column, row, text } of page.before) before[row]?.set(column, text);
  for (const [column, row] of page.misfits) misfits[row as number]?.add(column as number);
  return page.numbers.map((number, i) => [
    page.start + i,
    {
      number,
      dropped: dropped.has(i),
      cells: page.cells.map((column) => column[i] ?? ""),
      before: before[i] ?? new Map(),
      misfits: misfits[i] ?? new Set(),
    },
  ]);
}
