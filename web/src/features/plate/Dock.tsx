import type { ReactNode } from "react";
import type { Figure, Recipe, TableInfo } from "../../api/client";
import { DockTabs } from "../../shared/DockTabs";
import type { Change } from "./changes/usePlate";
import { look, type Tab, useView } from "./changes/view";
import { ColorPart } from "./color/ColorPart";
import { CellsPart } from "./parts/CellsPart";
import { HeadsPart } from "./parts/HeadsPart";
import { LegendPart } from "./parts/LegendPart";
import { NotesPart } from "./parts/NotesPart";
import { PagePart } from "./parts/PagePart";
import { WordsPart } from "./parts/WordsPart";

type Props = {
  plate: number;
  table: TableInfo;
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

const TABS: readonly { value: Tab; label: string; part: (props: Props) => ReactNode }[] = [
  { value: "color", label: "Color", part: ColorPart },
  { value: "cells", label: "Cells", part: CellsPart },
  { value: "heads", label: "Heads", part: HeadsPart },
  { value: "legend", label: "Legend", part: LegendPart },
  { value: "words", label: "Words", part: WordsPart },
  { value: "notes", label: "Notes", part: NotesPart },
  { value: "page", label: "Page", part: PagePart },
];

/** The parts of the plate, a tab each. */
export function Dock(props: Props) {
  const tab = useView((view) => view.tab);
  return (
    <DockTabs
      label="Parts of the plate"
      width="304px"
      tabs={TABS.map(({ part: Part, ...each }) => ({ ...each, content: () => <Part {...props} /> }))}
      tab={tab}
      onTab={(next) => look({ tab: next })}
    />
  );
}
