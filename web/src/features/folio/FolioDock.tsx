import { Box, Tabs } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { FolioPage, FolioPages, PageOfFolio } from "../../api/client";
import type { Change } from "./folios";
import { PagePart } from "./PagePart";
import { PlatesPart } from "./PlatesPart";
import { TemplatePart } from "./TemplatePart";
import { WordsPart } from "./WordsPart";

export type PartProps = {
  data: FolioPages;
  page: FolioPage | undefined;
  spec: PageOfFolio;
  at: number;
  room: number | null;
  onChange: (change: Change) => void;
  onGo: (at: number) => void;
  onRefused: (problem: unknown) => void;
};
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
    <Box
      as="aside"
      aria-label="Parts of the folio"
      w={{ base: "100%", lg: "270px" }}
      flex="none"
      bg="panel"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderColor="edge"
      overflowY="auto"
    >
      <Tabs.Root value={tab} onValueChange={(change) => onTab(change.value as FolioTab)} variant="plain" lazyMount>
        <Tabs.List display="flex" w="100%" gap="0" borderBottomWidth="1px" borderColor="line">
          {TABS.map(({ value, label }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              flex="auto"
              h="41px"
              px="6px"
              fontSize="13px"
              justifyContent="center"
              color="quiet"
              fontWeight="400"
              borderRadius="0"
              borderTopWidth="2px"
              borderColor="transparent"
              _selected={{ color: "ink", fontWeight: "600", bg: "paper", borderTopColor: "amberLine" }}
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(({ value, part: Part }) => (
          <Tabs.Content key={value} value={value} p="14px">
            <Part {...props} />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Box>
  );
}
