/** The keys of the plate editor. */
export const KEYS: readonly [string, string][] = [
  ["/", "Type the statement, in your own words; Tab takes the word that is offered, Enter lays it out"],
  ["Tab in the statement", "Walk its phrases; typing on one opens it"],
  ["Arrows", "Walk the cells, Page Up and Page Down ten rows, Home and End the row"],
  ["Ctrl Home, Ctrl End", "To the first cell, to the last"],
  ["Alt Left, Alt Right on a level", "Move it outward, inward"],
  ["Arrows on a head", "Walk the heads; Alt with an arrow moves the member, Enter opens its menu"],
  [
    "Up, Down on a handle",
    "Move it a step, Page Up and Page Down ten; Enter to type the number; Escape while it is held puts it back",
  ],
  ["Enter on a cell", "What can be done with it: its records, a mark, set it aside, compare"],
  ["+, −, 0", "Show the page larger, smaller, as it fits; the heads stay in view"],
  ["{ in words", "The list of live facts"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Enter in a title", "Done; Shift Enter for a line break, Escape to leave it as it was"],
  ["Ctrl K", "Find any action by name"],
  ["?", "This list"],
];
