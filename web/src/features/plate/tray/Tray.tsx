import { Box, chakra, Flex, Grid } from "@chakra-ui/react";
import { useMemo } from "react";
import { useShallow } from "zustand/react/shallow";
import type { Figure, Recipe } from "../../../api/client";
import { grouped } from "../../../shared/numbers";
import { Panel } from "../../../shared/Panel";
import { withClaims } from "../changes/looks";
import type { Change, TableChange } from "../changes/usePlate";
import { look, useView } from "../changes/view";
import { useTried } from "../color/useTried";
import {
  cellName,
  context,
  indexOf,
  type Ranked,
  ranked,
  rankWords,
  readOf,
  recordsWords,
  shortCellName,
  valueWords,
} from "../stage/reading";
import { colorAt, whyWords } from "../stage/why";
import { Cautions } from "./Cautions";
import { Compare } from "./Compare";

type Props = {
  plate: number;
  revision: string;
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onTable: (name: string, change: TableChange) => void;
};

/** What the cell under the pointer or the keys says, the ends of the scale, and what is not in the colors. */
export function Tray({ plate, revision, figure, recipe, onChange, onTable }: Props) {
  const compare = useView((view) => view.compare);
  const members = compare && (compare.side === "rows" ? figure.rows : figure.columns).length;
  const compared = compare && members !== null && compare.one < members && compare.other < members ? compare : null;
  return (
    <Grid
      as="section"
      aria-label="Reading"
      templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(240px, 1fr) minmax(0, 1.25fr) minmax(180px, 0.85fr)" }}
      h={{ base: "auto", lg: "158px" }}
      flex="none"
      bg="paper"
      borderTopWidth="1px"
      borderColor="edge"
    >
      <Reading figure={figure} recipe={recipe} />
      {compared ? (
        <Compare plate={plate} revision={revision} figure={figure} compare={compared} />
      ) : (
        <Ends figure={figure} recipe={recipe} onChange={onChange} />
      )}
      <Cautions figure={figure} recipe={recipe} onChange={onChange} onTable={onTable} />
    </Grid>
  );
}

function Reading({ figure, recipe }: Pick<Props, "figure" | "recipe">) {
  const { chosen, pointed } = useView(useShallow(({ chosen, pointed }) => ({ chosen, pointed })));
  const { scales: triedScales, colors: triedColors } = useTried();
  const cell = [pointed, chosen].find(
    (each) => each && each.row < figure.rows.length && each.column < figure.columns.length,
  );
  if (!cell)
    return (
      <Panel heading="Reading">
        <Box color="quiet">Point at a cell, or walk the cells with the arrow keys.</Box>
      </Panel>
    );
  const at = indexOf(figure, cell);
  const value = figure.values[at] ?? null;
  const read = readOf(figure, cell);
  const hex = colorAt(figure, at, triedScales, triedColors)?.fill;
  const why = whyWords(figure, recipe, at, triedScales);
  return (
    <Panel heading={cellName(figure, cell)}>
      <Flex align="baseline" gap="8px" data-testid="reading" whiteSpace="nowrap">
        <Box textStyle="reading">{read.value}</Box>
        <Box color="quiet" flex="1" textStyle="small" lineHeight="1.3" whiteSpace="normal" lineClamp={2}>
          {value === null ? read.why : rankWords(figure, recipe, cell, value)}
        </Box>
        {hex && (
          <Flex align="center" gap="6px" color="quiet" textStyle="small" alignSelf="center">
            <Box w="14px" h="14px" borderRadius="2px" style={{ background: hex }} />
            {hex}
          </Flex>
        )}
      </Flex>
      {why && (
        <Box color="quiet" textStyle="small" lineClamp={2} title={why} data-testid="why">
          {why}
        </Box>
      )}
      <Grid templateColumns="1fr 1fr" columnGap="20px" rowGap="1px" mt="3px">
        <chakra.button
          type="button"
          display="flex"
          justifyContent="space-between"
          gap="8px"
          gridColumn={figure.against ? "1 / -1" : undefined}
          cursor="pointer"
          borderRadius="3px"
          color="link"
          whiteSpace="nowrap"
          _hover={{ bg: "amberWash" }}
          onClick={() => look({ behind: cell })}
        >
          <span>Records</span>
          <Box as="span" fontWeight="600" textDecoration="underline">
            {recordsWords(figure, cell).replace(/ records?/, "")}
          </Box>
        </chakra.button>
        {[
          ...sidesFacts(figure, at),
          ...figure.beside.map(({ words, texts }) => ({ name: words, value: texts[at] || "none" })),
          ...context(figure, recipe, cell),
        ].map((fact) => (
          <Flex key={fact.name} justify="space-between" gap="8px" minW="0">
            <Box color="quiet" truncate title={fact.name}>
              {fact.name}
            </Box>
            <Box fontWeight="600">{fact.value}</Box>
          </Flex>
        ))}
      </Grid>
    </Panel>
  );
}

/** Both sides of a cell that is compared, unless they are its records, which are told already. */
function sidesFacts({ against, records }: Figure, at: number) {
  if (!against) return [];
  const { here, there, words } = against;
  if (here[at] === grouped(records[at] ?? 0) && there[at] === grouped(against.records[at] ?? 0)) return [];
  return [
    { name: "Here", value: here[at] || "none" },
    { name: words.charAt(0).toUpperCase() + words.slice(1), value: there[at] || "none" },
  ];
}

const SHOWN = 4;

const HIGH_LOW = ["Highest", "Lowest"] as const;
const BEST_WORST = ["Best", "Worst"] as const;
const WORST_BEST = ["Worst", "Best"] as const;

function Ends({ figure, recipe, onChange }: Pick<Props, "figure" | "recipe" | "onChange">) {
  const cells = useMemo(() => ranked(figure, recipe), [figure, recipe]);
  const enough = cells.length >= 2 * SHOWN;
  const highest = cells.slice(0, enough ? SHOWN : Math.ceil(cells.length / 2));
  const lowest = cells.slice(enough ? -SHOWN : Math.ceil(cells.length / 2)).reverse();
  const turned = figure.scales.some((scale) => scale?.turned);
  const ends = !turned ? HIGH_LOW : figure.unlike?.sense === "good" ? BEST_WORST : WORST_BEST;
  return (
    <Panel
      heading={turned ? `${ends[0]} and ${ends[1].toLowerCase()}` : "Ends of the scale"}
      note={!turned && <ClaimEnds figure={figure} recipe={recipe} onChange={onChange} />}
    >
      {cells.length ? (
        <Grid templateColumns="1fr 1fr" columnGap="16px">
          <EndList label={ends[0]} figure={figure} cells={highest} />
          <EndList label={ends[1]} figure={figure} cells={lowest} />
        </Grid>
      ) : (
        <Box color="quiet">No cell has a value.</Box>
      )}
    </Panel>
  );
}

/** Ties the title to where an end of the scale is, unless it claims that already. */
function ClaimEnds({ figure, recipe, onChange }: Pick<Props, "figure" | "recipe" | "onChange">) {
  const claims = recipe.claims ?? [];
  return (["highest", "lowest"] as const).map((end) => {
    const words = figure.claims.offered.filter((each) => each.startsWith(`${end} `) && !claims.includes(each));
    if (!words.length) return null;
    return (
      <chakra.button
        key={end}
        type="button"
        ml="12px"
        display="inline-flex"
        alignItems="center"
        h="24px"
        my="-4px"
        color="link"
        textDecoration="underline"
        borderRadius="3px"
        cursor="pointer"
        _hover={{ bg: "amberWash" }}
        title={words.join("; ")}
        onClick={() => onChange(withClaims([...claims, ...words]))}
      >
        claim the {end}
      </chakra.button>
    );
  });
}

function EndList({ label, figure, cells }: { label: string; figure: Figure; cells: Ranked[] }) {
  const { scales: triedScales, colors: triedColors } = useTried();
  return (
    <Box role="group" aria-label={label} minW="0">
      {cells.map(({ cell, value }) => {
        const shown = colorAt(figure, indexOf(figure, cell), triedScales, triedColors);
        return (
          <chakra.button
            key={indexOf(figure, cell)}
            type="button"
            display="flex"
            w="100%"
            alignItems="center"
            gap="8px"
            minH="24px"
            borderRadius="3px"
            cursor="pointer"
            textAlign="start"
            _hover={{ bg: "amberWash" }}
            onClick={() => look({ chosen: cell, pointed: null })}
          >
            <Box
              flex="none"
              minW="44px"
              px="4px"
              textAlign="center"
              borderRadius="2px"
              style={{ background: shown?.fill, color: shown?.ink }}
            >
              {valueWords(figure, value, cell)}
            </Box>
            <Box truncate title={cellName(figure, cell)}>
              {shortCellName(figure, cell)}
            </Box>
          </chakra.button>
        );
      })}
    </Box>
  );
}
