/** What is being looked at in the plate editor: view state, never data. */
import { create } from "zustand";
import type { Lines } from "../../api/client";
import type { ScaleShape } from "./coloring";

export type Cell = { row: number; column: number };
export type Tab = "color" | "cells" | "heads" | "legend" | "words" | "page";

type View = {
  /** The cell the keys stand on. */
  chosen: Cell | null;
  /** The cell under the pointer, which is read before the chosen one. */
  pointed: Cell | null;
  /** A scale being dragged, and colors being tried: shown at once, saved when let go. */
  triedScale: ScaleShape | null;
  triedColors: readonly string[] | null;
  tab: Tab;
  /** The cell, head or total whose records are listed. */
  behind: Lines | null;
  set: (change: Partial<Omit<View, "set">>) => void;
};

export const useView = create<View>((set) => ({
  chosen: null,
  pointed: null,
  triedScale: null,
  triedColors: null,
  tab: "color",
  behind: null,
  set,
}));
