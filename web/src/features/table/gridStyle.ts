/** The looks of the grid of records. */
import { ROW } from "./scroll";

/** The width of the column of numbers, and the height of the heads. */
export const NUMBERS = 64;
export const HEAD = 78;

/** The ring of the focus while the chosen cell, which shows it otherwise, is out of sight; above the heads at the grid's edge. */
export const FOCUS = {
  "&:has([role=grid]:focus-visible:not([aria-activedescendant]))::after": {
    content: '""',
    position: "absolute",
    inset: 0,
    border: "2px solid {colors.focus}",
    pointerEvents: "none",
    zIndex: 4,
  },
};

export const GRID = {
  "& .canvas": { position: "relative", minWidth: "100%" },
  "& .heads": {
    position: "sticky",
    top: 0,
    height: `${HEAD}px`,
    zIndex: 2,
    background: "{colors.paper}",
    borderBottom: "1px solid {colors.edge}",
  },
  "& .head": {
    position: "absolute",
    top: 0,
    bottom: 0,
    borderRight: "1px solid {colors.line}",
    overflow: "hidden",
  },
  "& .corner": {
    position: "sticky",
    left: 0,
    width: `${NUMBERS}px`,
    height: `${HEAD - 1}px`,
    background: "{colors.paper}",
    borderRight: "1px solid {colors.line}",
    padding: "12px 10px 0",
    textAlign: "end",
    fontSize: "12px",
    color: "{colors.quiet}",
    zIndex: 3,
  },
  // Stands still under the heads while the canvas behind it is scrolled, and goes sideways with it.
  "& .rows": { position: "sticky", top: `${HEAD}px`, height: 0 },
  "& .row": { position: "absolute", left: 0, right: 0, height: `${ROW}px` },
  "& .number": {
    position: "sticky",
    left: 0,
    width: `${NUMBERS}px`,
    height: `${ROW}px`,
    lineHeight: `${ROW - 1}px`,
    paddingRight: "10px",
    textAlign: "end",
    fontSize: "11.5px",
    color: "{colors.quiet}",
    background: "{colors.paper}",
    borderRight: "1px solid {colors.line}",
    zIndex: 1,
  },
  "& .cell": {
    position: "absolute",
    top: 0,
    height: `${ROW}px`,
    lineHeight: `${ROW - 1}px`,
    padding: "0 10px",
    whiteSpace: "nowrap",
    overflow: "hidden",
    textOverflow: "ellipsis",
    borderRight: "1px solid {colors.line}",
    borderBottom: "1px solid {colors.line}",
  },
  '& .cell[data-kind="number"]': { textAlign: "end" },
  "& .cell[data-misfit]": {
    color: "{colors.link}",
    textDecoration: "underline dashed",
    textUnderlineOffset: "3px",
  },
  "& .cell s": { color: "{colors.faint}", fontSize: "12px" },
  "& .cell.here": { boxShadow: "inset 0 0 0 1px {colors.control}" },
  "&:focus-visible .cell.here": { boxShadow: "inset 0 0 0 2px {colors.focus}" },
  "& .row.dropped .cell": {
    color: "{colors.quiet}",
    background: "repeating-linear-gradient(135deg, {colors.panel} 0 8px, {colors.card} 8px 16px)",
  },
  "& .cell.writing": { padding: 0, zIndex: 1 },
  "& .cell.writing input": {
    width: "100%",
    height: "100%",
    padding: "0 9px",
    font: "inherit",
    background: "{colors.amberWash}",
    border: "2px solid {colors.focus}",
    outline: "none",
  },
};
