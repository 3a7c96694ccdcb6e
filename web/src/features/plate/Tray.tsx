import { Box, chakra, Flex, Grid } from "@chakra-ui/react";
import { type ReactNode, useMemo } from "react";
import { useShallow } from "zustand/react/shallow";
import type { Figure, Recipe } from "../../api/client";
import { useAbout } from "../../api/queries";
import { Button } from "../../shared/Button";
import { counted, grouped } from "../../shared/numbers";
import { useTried } from "./color/useTried";
import { colorAt, scalesOf, whyWords } from "./color/why";
import { cellName, context, indexOf, type Ranked, ranked, rankWords, valueWords } from "./reading";
import { withKeep } from "./recipes";
import type { Change } from "./usePlate";
import { useView } from "./view";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** What the cell under the pointer or the keys says, the ends of the scale, and what is not in the colors. */
export function Tray({ figure, recipe, onChange }: Props) {
  return (
    <Grid
      as="section"
      aria-label="Reading"
      templateColumns="minmax(240px, 1fr) minmax(0, 1.25fr) minmax(180px, 0.85fr)"
      h="158px"
      flex="none"
      bg="paper"
      borderTopWidth="1px"
      borderColor="edge"
    >
      <Reading figure={figure} recipe={recipe} />
      <Ends figure={figure} />
      <NotInColors figure={figure} recipe={recipe} onChange={onChange} />
    </Grid>
  );
}

function Panel({ heading, note, children }: { heading: string; note?: string; children: ReactNode }) {
  return (
    <Box
      px="16px"
      py="11px"
      borderLeftWidth="1px"
      borderColor="line"
      _first={{ borderLeftWidth: 0 }}
      minW="0"
      overflowX="hidden"
      overflowY="auto"
    >
      <Flex textStyle="label" justify="space-between" mb="6px" gap="8px">
        <Box as="h2" truncate title={heading}>
          {heading}
        </Box>
        <Box fontWeight="400">{note}</Box>
      </Flex>
      {children}
    </Box>
  );
}

function Reading({ figure, recipe }: Omit<Props, "onChange">) {
  const { chosen, pointed, set } = useView(useShallow(({ chosen, pointed, set }) => ({ chosen, pointed, set })));
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
  const value = figure.values[indexOf(figure, cell)] ?? null;
  const at = indexOf(figure, cell);
  const hex = colorAt(figure, at, triedScales, triedColors)?.fill;
  const why = whyWords(figure, recipe, at, triedScales);
  return (
    <Panel heading={cellName(figure, cell)}>
      <Flex align="baseline" gap="8px" data-testid="reading" whiteSpace="nowrap">
        <Box textStyle="reading">{valueWords(figure, value)}</Box>
        <Box color="quiet" flex="1" truncate>
          {value !== null && rankWords(figure, value)}
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
          cursor="pointer"
          borderRadius="3px"
          color="link"
          _hover={{ bg: "amberWash" }}
          onClick={() => set({ behind: cell })}
        >
          <span>Records</span>
          <Box as="span" fontWeight="600" textDecoration="underline">
            {grouped(figure.records[indexOf(figure, cell)] ?? 0)}
          </Box>
        </chakra.button>
        {context(figure, recipe, cell).map((fact) => (
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

const SHOWN = 4;

function Ends({ figure }: { figure: Figure }) {
  const cells = useMemo(() => ranked(figure), [figure]);
  const enough = cells.length >= 2 * SHOWN;
  const highest = cells.slice(0, enough ? SHOWN : Math.ceil(cells.length / 2));
  const lowest = cells.slice(enough ? -SHOWN : Math.ceil(cells.length / 2)).reverse();
  return (
    <Panel heading="Ends of the scale">
      {cells.length ? (
        <Grid templateColumns="1fr 1fr" columnGap="16px">
          <EndList label="Highest" figure={figure} cells={highest} />
          <EndList label="Lowest" figure={figure} cells={lowest} />
        </Grid>
      ) : (
        <Box color="quiet">No cell has a value.</Box>
      )}
    </Panel>
  );
}

function EndList({ label, figure, cells }: { label: string; figure: Figure; cells: Ranked[] }) {
  const set = useView((view) => view.set);
  const { scales: triedScales, colors: triedColors } = useTried();
  return (
    <Box role="group" aria-label={label} minW="0">
      {cells.map(({ cell, value }) => {
        const look = colorAt(figure, indexOf(figure, cell), triedScales, triedColors);
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
            onClick={() => set({ chosen: cell, pointed: null })}
          >
            <Box
              flex="none"
              minW="44px"
              px="4px"
              textAlign="center"
              borderRadius="2px"
              style={{ background: look?.fill, color: look?.ink }}
            >
              {valueWords(figure, value)}
            </Box>
            <Box truncate title={cellName(figure, cell)}>
              {cellName(figure, cell)}
            </Box>
          </chakra.button>
        );
      })}
    </Box>
  );
}

/** What a reader of the colors would not see: blanks, clipped ends, records in no cell. */
function NotInColors({ figure, recipe, onChange }: Props) {
  const { values } = figure;
  const set = useView((view) => view.set);
  // Gray print loses the side of every palette with two; color-weak eyes should lose nothing.
  const lostTo = useAbout().data?.visions.find(({ name }) => name !== "gray" && figure.losses[name]);
  // Places beyond the triangle of coefficients are no cells.
  const blank = values.filter((value) => value === null).length - (figure.scene.grid?.absent.length ?? 0);
  const over = scalesOf(figure).reduce((sum, each) => sum + (each?.over ?? 0), 0);
  const under = scalesOf(figure).reduce((sum, each) => sum + (each?.under ?? 0), 0);
  const lines = [
    blank > 0 && `${counted(blank, "cell")} without a value`,
    over > 0 && `${counted(over, "cell")} beyond the high end`,
    under > 0 && `${counted(under, "cell")} beyond the low end`,
    figure.unmeasured > 0 && `${counted(figure.unmeasured, "record")} without the number measured`,
    figure.unplaced > 0 && `${counted(figure.unplaced, "record")} blank on a side, in no cell`,
  ].filter((line) => line !== false);
  return (
    <Panel heading="Not in the colors" note={`${counted(figure.kept, "record")} kept`}>
      {figure.unfinished.map((each) => (
        <Flex
          key={each.field}
          align="center"
          gap="8px"
          mb="3px"
          py="2px"
          pl="10px"
          borderLeftWidth="2px"
          borderColor="amberLine"
        >
          <Box flex="1" title={`The last period runs to ${each.ends}.`}>
            Unfinished: records end on {each.last}
          </Box>
          <Button
            variant="plain"
            size="sm"
            flex="none"
            onClick={() => onChange(withKeep([...(recipe.pivot.keep ?? []), { field: each.field, to: each.to }]))}
          >
            Leave out
          </Button>
        </Flex>
      ))}
      {lostTo && (
        <Flex align="center" gap="8px" mb="3px" py="2px" pl="10px" borderLeftWidth="2px" borderColor="amberLine">
          <Box flex="1">
            {lostTo.title}: {figure.losses[lostTo.name]}
          </Box>
          <Button variant="plain" size="sm" flex="none" onClick={() => set({ vision: lostTo.name })}>
            See it
          </Button>
        </Flex>
      )}
      {lines.length || figure.unfinished.length ? (
        lines.map((line) => (
          <Box key={line} py="1px" pl="10px" borderLeftWidth="2px" borderColor="edge" mb="2px">
            {line}
          </Box>
        ))
      ) : (
        <Box color="quiet">Every record that is kept is in the colors.</Box>
      )}
    </Panel>
  );
}
