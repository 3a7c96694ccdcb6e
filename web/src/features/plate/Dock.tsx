import { Box, Tabs } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Figure, Recipe, TableInfo } from "../../api/client";
import type { Change } from "./changes/usePlate";
import { ColorPart } from "./color/ColorPart";
import { CellsPart } from "./parts/CellsPart";
import { HeadsPart } from "./parts/HeadsPart";
import { LegendPart } from "./parts/LegendPart";
import { NotesPart } from "./parts/NotesPart";
import { PagePart } from "./parts/PagePart";
import { WordsPart } from "./parts/WordsPart";
import { look, type Tab, useView } from "./view";

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
    <Box
      as="aside"
      aria-label="Parts of the plate"
      w={{ base: "100%", lg: "304px" }}
      flex="none"
      bg="panel"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderColor="edge"
      overflowY="auto"
    >
      <Tabs.Root value={tab} onValueChange={(change) => look({ tab: change.value as Tab })} variant="plain" lazyMount>
        <Tabs.List
          display="flex"
          flexWrap={{ base: "wrap", lg: "nowrap" }}
          w="100%"
          gap="0"
          borderBottomWidth="1px"
          borderColor="line"
        >
          {TABS.map(({ value, label }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              data-label={label}
              flex="auto"
              flexDirection="column"
              gap="0"
              h="35px"
              px={{ base: "6px", lg: "0" }}
              fontSize="12.5px"
              justifyContent="center"
              color="quiet"
              fontWeight="400"
              borderRadius="0"
              borderTopWidth="2px"
              borderColor="transparent"
              // as wide as it is when it is chosen, so that the others stay where they are
              _after={{
                content: "attr(data-label)",
                h: "0",
                overflow: "hidden",
                visibility: "hidden",
                fontWeight: "600",
              }}
              _selected={{ color: "ink", fontWeight: "600", bg: "paper", borderTopColor: "amberLine" }}
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(({ value, part: Part }) => (
          <Tabs.Content key={value} value={value} p="16px" pt="14px">
            <Part {...props} />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Box>
  );
}
