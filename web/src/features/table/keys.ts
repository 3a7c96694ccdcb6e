/** The keys of the table's screen. */
export const KEYS: readonly (readonly [string, string])[] = [
  ["Arrows", "Walk the values, Page Up and Page Down a screen, Home and End the record"],
  ["Ctrl Home, Ctrl End", "To the first value, to the last"],
  ["Enter on a value", "Correct it; Enter keeps it, Escape leaves it as it was"],
  ["Enter on a head", "What can be done with the column"],
  ["/", "Find in the records, Escape to see all again"],
  ["Ctrl Z, Ctrl Shift Z", "Undo and redo mends"],
  ["Ctrl K", "Find any action by name"],
  ["?", "This list"],
];
