/** What the statement says of the two sides. */
export const SIDES = {
  rows: { label: "What goes down", empty: "something", way: "down" },
  columns: { label: "What goes across", empty: "something", way: "across" },
} as const;
