/** What is being looked at in the plate editor: view state, never data. */
import { create } from "zustand";
import type { Lines } from "../../api/client";
import type { ScaleShape } from "./color/coloring";

export type Cell = { row: number; column: number };
export type Tab = "color" | "cells" | "heads" | "legend" | "words" | "notes" | "page";

/** A member of a side and another, counted from 0; all others together for -1. */
export type Comparing = { side: "rows" | "columns"; one: number; other: number };

export type Writing = "title" | "subtitle" | "caption" | "note";

type View = {
  /** The cell the keys stand on. */
  chosen: Cell | null;
  /** The cell under the pointer, which is read before the chosen one. */
  pointed: Cell | null;
  /** The rail being dragged, the scales of the cells with it, and colors being tried: shown at once, saved when let go. */
  triedRail: ScaleShape | null;
  triedScales: readonly (ScaleShape | null)[] | null;
  triedColors: readonly string[] | null;
  /** The way of seeing that the stage is checked by; empty for one's own. */
  vision: string;
  tab: Tab;
  /** How many times larger than it fits the page is shown. */
  magnified: number;
  compare: Comparing | null;
  /** What is to be written next: a line of the page, or the note that was just begun. It is taken once. */
  writing: Writing | null;
  /** The cell, head or total whose records are listed. */
  behind: Lines | null;
  set: (change: Partial<Omit<View, "set">>) => void;
};

export const useView = create<View>((set) => ({
  chosen: null,
  pointed: null,
  triedRail: null,
  triedScales: null,
  vision: "",
  triedColors: null,
  tab: "color",
  magnified: 1,
  compare: null,
  writing: null,
  behind: null,
  set,
}));
