import { Box, CloseButton, chakra, Flex } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, type Figure, Refusal, sentenceOf } from "../../../api/client";
import { styled } from "../../../shared/numbers";
import { Panel } from "../../../shared/Panel";
import { Select } from "../../../shared/Select";
import { type Comparing, look } from "../changes/view";
import { styleAt } from "../color/unlike";
import { differences } from "../stage/reading";

type Props = { plate: number; revision: string; figure: Figure; compare: Comparing };

/** Two members of a side, or one and all the others together, as a strip of their differences along the other side. */
export function Compare({ plate, revision, figure, compare }: Props) {
  const { side, one, other } = compare;
  const names = side === "rows" ? figure.rows : figure.columns;
  const along = side === "rows" ? figure.columns : figure.rows;
  const rest = useQuery({
    queryKey: ["others", plate, revision, side, one],
    queryFn: () => api.others(plate, side, one),
    enabled: other < 0,
  });
  const found = differences(figure, compare, other < 0 ? (rest.data?.values ?? null) : null);
  const most = Math.max(...found.map((difference) => Math.abs(difference ?? 0)), 1e-300);
  /** The longest bar at a place: places of unlike members have nothing in common but their own scales. */
  const mostAt = (at: number) => {
    const [row, column] = side === "rows" ? [one, at] : [at, one];
    const scale = figure.unlike && figure.scales[figure.regions[row * figure.columns.length + column] ?? -1];
    return scale ? Math.max(scale.highest - scale.lowest, 1e-300) : most;
  };
  const filled = found.filter((difference) => difference !== null);
  const mean = filled.reduce((sum, difference) => sum + difference, 0) / (filled.length || 1);
  const wording = (value: number | null, at: number) => {
    const style = styleAt(figure, side === "rows" ? { row: one, column: at } : { row: at, column: one });
    return value === null ? "no value" : styled(value, { ...style, sign: true });
  };
  const options = names.map((name, i) => [String(i), name || "All"] as const);
  return (
    <Panel
      heading="Compared"
      note={
        <CloseButton size="2xs" mt="-3px" aria-label="End the comparison" onClick={() => look({ compare: null })} />
      }
    >
      <Flex gap="6px" align="center" mb="6px">
        <Select
          label="This one"
          size="xs"
          value={String(one)}
          options={options}
          onChange={(next) => look({ compare: { ...compare, one: Number(next) } })}
        />
        <Box color="quiet" flex="none">
          less
        </Box>
        <Select
          label="That one"
          size="xs"
          value={String(other)}
          options={[["-1", "all others"], ...options.filter(([value]) => value !== String(one))]}
          onChange={(next) => look({ compare: { ...compare, other: Number(next) } })}
        />
      </Flex>
      {rest.error && other < 0 ? (
        <Box color="alarm" textStyle="small">
          {rest.error instanceof Refusal ? rest.error.plain : sentenceOf(rest.error)}
        </Box>
      ) : (
        <>
          <Flex role="list" aria-label="Differences" h="56px" position="relative" align="stretch" gap="1px">
            <Box position="absolute" left="0" right="0" top="50%" borderTopWidth="1px" borderColor="control" />
            {found.map((difference, i) => {
              const share = difference === null ? 0 : Math.min(1, Math.abs(difference) / mostAt(i));
              const words = `${along[i] || "All"}: ${wording(difference, i)}`;
              return (
                <chakra.div
                  key={along[i] || i}
                  role="listitem"
                  aria-label={words}
                  title={words}
                  flex="1"
                  position="relative"
                  minW="0"
                >
                  <Box
                    position="absolute"
                    left="10%"
                    right="10%"
                    bg={(difference ?? 0) >= 0 ? "leaf" : "amberLine"}
                    style={{
                      height: `${share * 50}%`,
                      ...((difference ?? 0) >= 0 ? { bottom: "50%" } : { top: "50%" }),
                    }}
                  />
                </chakra.div>
              );
            })}
          </Flex>
          <Box textStyle="small" color="quiet" mt="4px" data-testid="compared">
            {filled.length
              ? figure.unlike && figure.unlike.side !== side
                ? "Each in its own unit; up where the first is more."
                : `On average ${wording(mean, 0)}; up where the first is more.`
              : "No place where both have a value."}
          </Box>
        </>
      )}
    </Panel>
  );
}
