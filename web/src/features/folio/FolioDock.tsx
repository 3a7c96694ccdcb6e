import type { ReactNode } from "react";
import { DockTabs } from "../../shared/DockTabs";
import { PagePart } from "./PagePart";
import { PlatesPart } from "./PlatesPart";
import type { PartProps } from "./partProps";
import { TemplatePart } from "./TemplatePart";
import { WordsPart } from "./WordsPart";

export type FolioTab = "plates" | "page" | "words" | "template";

export const TABS: readonly { value: FolioTab; label: string; part: (props: PartProps) => ReactNode }[] = [
  { value: "plates", label: "Plates", part: PlatesPart },
  { value: "page", label: "Page", part: PagePart },
  { value: "words", label: "Words", part: WordsPart },
  { value: "template", label: "Template", part: TemplatePart },
];

type Props = PartProps & { tab: FolioTab; onTab: (tab: FolioTab) => void };

/** What could come onto the page, how it is arranged, what it says, and what all pages are laid in. */
export function FolioDock({ tab, onTab, ...props }: Props) {
  return (
    <DockTabs
      label="Parts of the folio"
      width="270px"
      tabs={TABS.map(({ part: Part, ...each }) => ({ ...each, content: () => <Part {...props} /> }))}
      tab={tab}
      onTab={onTab}
    />
  );
}
