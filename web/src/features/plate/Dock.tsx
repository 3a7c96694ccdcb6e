import { Box, Field, Flex, Tabs } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Figure, Recipe, TableInfo } from "../../api/client";
import { SavedInput } from "../../shared/SavedInput";
import { Select } from "../../shared/Select";
import { Toggle } from "../../shared/Toggle";
import { ColorPart } from "./color/ColorPart";
import { HeadsPart } from "./HeadsPart";
import { Line } from "./Line";
import { withCells, withLegend, withPage, withWords } from "./recipes";
import { PAGES } from "./Stage";
import type { Change } from "./usePlate";
import { type Tab, useView } from "./view";

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
  { value: "page", label: "Page", part: PagePart },
];

/** The parts of the plate, a tab each. */
export function Dock(props: Props) {
  const tab = useView((view) => view.tab);
  const set = useView((view) => view.set);
  return (
    <Box
      as="aside"
      aria-label="Parts of the plate"
      w="304px"
      flex="none"
      bg="panel"
      borderLeftWidth="1px"
      borderColor="edge"
      overflowY="auto"
    >
      <Tabs.Root value={tab} onValueChange={(change) => set({ tab: change.value as Tab })} variant="plain" lazyMount>
        <Tabs.List display="flex" w="100%" gap="0" borderBottomWidth="1px" borderColor="line">
          {TABS.map(({ value, label }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              flex="1"
              h="35px"
              px="0"
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
          <Tabs.Content key={value} value={value} p="16px" pt="14px">
            <Part {...props} />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Box>
  );
}

const DECIMALS = ["0", "1", "2", "3", "4"].map((count) => [count, count] as const);

function CellsPart({ figure, recipe, onChange }: Props) {
  const shown = (recipe.cells?.values ?? "all") === "all";
  const decimals = recipe.cells?.decimals;
  return (
    <>
      <Toggle
        label="Values printed in the cells"
        on={shown}
        onChange={(on) => onChange(withCells({ values: on ? "all" : "none" }))}
      />
      <Line label="Decimals">
        <Select
          label="Decimals"
          value={decimals === undefined ? "" : String(decimals)}
          options={[["", `as fits (${figure.decimals})`], ...DECIMALS]}
          onChange={(chosen) => onChange(withCells({ decimals: chosen === "" ? undefined : Number(chosen) }))}
        />
      </Line>
    </>
  );
}

function LegendPart({ recipe, onChange }: Props) {
  const legend = recipe.legend;
  return (
    <>
      <Toggle
        label="Legend on the page"
        on={legend?.show ?? true}
        onChange={(show) => onChange(withLegend({ show }))}
      />
      <Written
        label="Title"
        hint="what is measured"
        value={legend?.title}
        onDone={(title) => onChange(withLegend({ title }))}
      />
      <Written
        label="Cells without a value"
        hint="No value"
        value={legend?.blank}
        onDone={(blank) => onChange(withLegend({ blank }))}
      />
      <Box color="quiet" textStyle="small" mt="14px">
        Names of the ends and the middle are given at their handles, under Color.
      </Box>
    </>
  );
}

function WordsPart({ figure, recipe, onChange }: Props) {
  const words = recipe.words;
  return (
    <>
      <Written
        label="Title"
        hint={figure.default_title}
        value={words?.title}
        onDone={(title) => onChange(withWords({ title }))}
      />
      <Written
        label="Subtitle"
        hint="none"
        value={words?.subtitle}
        onDone={(subtitle) => onChange(withWords({ subtitle }))}
      />
      <Written
        label="Caption"
        hint={figure.default_caption}
        value={words?.caption}
        onDone={(caption) => onChange(withWords({ caption }))}
      />
      <Box color="quiet" textStyle="small" mt="14px">
        {"{n}"} stands for the number of records kept, and stays right when the data moves.
      </Box>
    </>
  );
}

function PagePart({ recipe, onChange }: Props) {
  const width = recipe.page?.width ?? 960;
  const height = recipe.page?.height ?? 540;
  return (
    <>
      <Box role="radiogroup" aria-label="Page size">
        {PAGES.map((page) => {
          const on = page.width === width && page.height === height;
          return (
            <Flex
              as="label"
              key={page.label}
              align="center"
              gap="12px"
              px="10px"
              py="7px"
              mb="6px"
              borderWidth="1px"
              borderRadius="6px"
              borderColor={on ? "leaf" : "edge"}
              bg="card"
              cursor="pointer"
              fontWeight={on ? "600" : "400"}
              css={{ "&:has(input:focus-visible)": { outline: "2px solid {colors.focus}", outlineOffset: "2px" } }}
            >
              <input
                type="radio"
                name="page"
                checked={on}
                onChange={() => onChange(withPage(page.width, page.height))}
                style={{ position: "absolute", opacity: 0, pointerEvents: "none" }}
              />
              <Flex w="30px" h="22px" align="center" justify="center" flex="none">
                <Box
                  borderWidth="1px"
                  borderColor="ink"
                  bg={on ? "leaf" : undefined}
                  style={{ width: (page.width / 960) * 30, height: (page.height / 960) * 30 }}
                />
              </Flex>
              <Box flex="1">{page.label}</Box>
              <Box color="quiet" fontWeight="400">
                {page.width} × {page.height}
              </Box>
            </Flex>
          );
        })}
      </Box>
      <Flex gap="10px" mt="10px">
        <Written
          label="Width, points"
          value={String(width)}
          hint=""
          onDone={(text) => onChange(withPage(Number(text) || width, height))}
        />
        <Written
          label="Height, points"
          value={String(height)}
          hint=""
          onDone={(text) => onChange(withPage(width, Number(text) || height))}
        />
      </Flex>
    </>
  );
}

type WrittenProps = {
  label: string;
  hint: string;
  value: string | undefined;
  onDone: (text: string | undefined) => void;
};

/** A line of text saved when it is left or on Enter. Emptied, it goes back to what the figure says by itself. */
function Written({ label, hint, value, onDone }: WrittenProps) {
  return (
    <Field.Root mt="12px">
      <Field.Label textStyle="label">{label}</Field.Label>
      <SavedInput
        size="sm"
        placeholder={hint}
        maxLength={2000}
        value={value ?? ""}
        onDone={(text) => onDone(text === "" ? undefined : text)}
      />
    </Field.Root>
  );
}
