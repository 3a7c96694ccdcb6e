/** Walking a grid by keys. */

export type Place = { row: number; column: number };
type Grid = { rows: number; columns: number; screen: number; far: boolean };

/** Where a key leads, inside the grid; nowhere for other keys. `far` is with Ctrl held. */
export function stepped(key: string, { row, column }: Place, { rows, columns, screen, far }: Grid): Place | undefined {
  const moves: Record<string, Place> = {
    ArrowDown: { row: row + 1, column },
    ArrowUp: { row: row - 1, column },
    ArrowRight: { row, column: column + 1 },
    ArrowLeft: { row, column: column - 1 },
    PageDown: { row: row + screen, column },
    PageUp: { row: row - screen, column },
    Home: { row: far ? 0 : row, column: 0 },
    End: { row: far ? rows - 1 : row, column: columns - 1 },
  };
  const to = moves[key];
  return to && { row: within(to.row, rows), column: within(to.column, columns) };
}

const within = (place: number, count: number) => Math.max(0, Math.min(place, count - 1));
