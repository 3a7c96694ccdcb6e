/** The keys of a folio. */
export const KEYS: readonly [string, string][] = [
  ["Up, Down in the argument", "Walk the pages, Home and End to the first and last"],
  ["Alt Up, Alt Down", "Move the page"],
  ["Delete in the argument", "Take the page out; undo brings it back"],
  ["/", "Go to the sentence that is the folio"],
  ["{ in words", "The list of live facts"],
  ["Enter in a headline", "Done; Shift Enter for a line break, Escape to leave it as it was"],
  ["Ctrl Enter in words", "Done; Enter begins a new line"],
  ["+, −, 0", "Show the page larger, smaller, as it fits"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Ctrl K", "Find any action by name"],
  ["?", "This list"],
];
