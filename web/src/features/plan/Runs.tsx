import { Box, Flex } from "@chakra-ui/react";
import { Link } from "react-router";
import { madeAddress, type Plan, type Run } from "../../api/client";
import { Button } from "../../shared/Button";
import { whenSaved } from "../../shared/numbers";
import { RunMark } from "../../shared/RunMark";

const LATE = 5 * 60_000;
/** Lines of what changed that are told of the last run; the others tell one. */
const TOLD = 6;

export const isUnderWay = ({ state }: Run): boolean => state === "waiting" || state === "running";

/** What came of a plan so far, the last run first. */
export function Runs({ plan }: { plan: Plan }) {
  return (
    <Box
      as="section"
      aria-labelledby="runs"
      tabIndex={0}
      outlineOffset="-2px"
      px={{ base: "16px", lg: "24px" }}
      py="16px"
      overflowY={{ base: "visible", lg: "auto" }}
      minH="0"
    >
      <Flex align="baseline" gap="12px" mb="8px">
        <Box as="h2" id="runs" textStyle="heading">
          Runs
        </Box>
        <Box color="quiet">{nextSaid(plan)}</Box>
      </Flex>
      {plan.runs.length === 0 && (
        <Box color="quiet" maxW="520px">
          It has not run yet. Try it to see what it would make of the newest files; nothing is put anywhere by that.
        </Box>
      )}
      <Box as="ol" listStyleType="none" aria-label="Runs">
        {plan.runs.map((run, i) => (
          <One key={run.id} plan={plan.id} run={run} told={i === 0 ? TOLD : 1} />
        ))}
      </Box>
    </Box>
  );
}

function nextSaid({ next, spec }: Plan): string {
  if (spec.paused) return "Paused: it runs when it is asked to.";
  if (next) {
    const then = new Date(next);
    const day = then.toLocaleDateString([], { weekday: "long", day: "numeric", month: "long" });
    return `Next on ${day} at ${then.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}, your time.`;
  }
  return spec.arrives ? "It waits for a newer file." : "It runs when it is asked to.";
}

function One({ plan, run, told }: { plan: number; run: Run; told: number }) {
  const { since, files, given } = run;
  return (
    <Flex
      as="li"
      gap="14px"
      py="12px"
      borderTopWidth="1px"
      borderColor="line"
      aria-current={isUnderWay(run) ? "step" : undefined}
    >
      <RunMark state={run.state} dry={run.dry} w="96px" />
      <Box flex="1" minW="0">
        <Flex gap="10px" align="baseline" wrap="wrap">
          <Box color="quiet" textStyle="small">
            {askedSaid(run)}
          </Box>
        </Flex>
        {run.words && (
          <Box overflowWrap="anywhere" mt="2px">
            {run.words}
          </Box>
        )}
        {since.length > 0 && (
          <Box as="ul" listStyleType="none" color="quiet" mt="4px" overflowWrap="anywhere" aria-label="What changed">
            {since.slice(0, told).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {since.length > told && <li>and {since.length - told} more</li>}
          </Box>
        )}
        {files.some(({ there }) => there) && (
          <Flex gap="8px" mt="8px" wrap="wrap">
            {files.map(
              ({ name, path, there }, place) =>
                there && (
                  <Button key={path} variant="plain" size="sm" maxW="100%" asChild>
                    <a href={madeAddress(plan, run.id, place)} download={name} title={path}>
                      <Box as="span" truncate>
                        {name}
                      </Box>
                    </a>
                  </Button>
                ),
            )}
          </Flex>
        )}
        {run.state === "held" &&
          given.map((id) => (
            <Button key={id} variant="plain" size="sm" mt="8px" mr="8px" asChild>
              <Link to={`/imports/${id}`}>Look at the file</Link>
            </Button>
          ))}
      </Box>
    </Flex>
  );
}

function askedSaid({ asked, due, created, ended }: Run): string {
  const done = whenSaved(ended ?? created);
  if (asked === "file") return `${done}, as a newer file arrived`;
  if (asked === "hand") return `${done}, asked for`;
  const late = due !== null && new Date(created).getTime() - new Date(due).getTime() > LATE;
  return late && due ? `${done}, made up for ${whenSaved(due)}` : `${done}, as planned`;
}
