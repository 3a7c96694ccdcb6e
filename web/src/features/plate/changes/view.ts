/** What is being looked at in the plate editor: view state, never data. */
import { create } from "zustand";
import type { Lines } from "../../../api/client";
import type { ScaleShape } from "../scale/coloring";

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
};

/** How a plate is looked at when it is opened. The tab stays as it is: who sets colors sets those of the next plate, too. */
const OPENED: Omit<View, "tab"> = {
  chosen: null,
  pointed: null,
  triedRail: null,
  triedScales: null,
  triedColors: null,
  vision: "",
  magnified: 1,
  compare: null,
  writing: null,
  behind: null,
};

/** The tab stays over a reload, too. */
const KEPT = "tab";
const TABS: readonly Tab[] = ["color", "cells", "heads", "legend", "words", "notes", "page"];

export const useView = create<View>(() => ({ ...OPENED, tab: tabBefore() }));

useView.subscribe(({ tab }, before) => {
  if (tab !== before.tab) {
    try {
      sessionStorage.setItem(KEPT, tab);
    } catch {
      // a browser that keeps nothing begins with the colors
    }
  }
});

function tabBefore(): Tab {
  try {
    return TABS.find((tab) => tab === sessionStorage.getItem(KEPT)) ?? "color";
  } catch {
    return "color";
  }
}

/** Look at something else: at what is given, the rest as before. */
export const look = (change: Partial<View>): void => useView.setState(change);

/** Nothing looked at in one plate is carried to another. */
export const resetView = (): void => look(OPENED);

export const MOST_MAGNIFIED = 8;

/** The page a step larger (1) or smaller (-1), or as it fits (0). */
export function magnify(step: -1 | 0 | 1): void {
  const { magnified } = useView.getState();
  look({ magnified: step ? Math.min(MOST_MAGNIFIED, Math.max(1, magnified * 1.4 ** step)) : 1 });
}
