import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Plate, type Recipe, Refusal, sentenceOf, type Workbench } from "../../api/client";
import { keys, tableChanged, usePlateAlone, useWorkbench } from "../../api/queries";
import { Button } from "../../shared/Button";
import { WhyNot } from "../../shared/NotHere";
import { Notice } from "../../shared/Notice";
import { Refused } from "../../shared/Say";
import { Select } from "../../shared/Select";
import { cures } from "./changes/cures";

/** A plate whose table no longer has what it is made of: what is missing, and the mapping that brings it back. */
export function CannotBeMade({ id, error }: { id: number; error: Error }) {
  const plate = usePlateAlone(id).data;
  const gone = error instanceof Refusal && error.status === 404;
  if (gone) return <WhyNot kind="plate" id={id} error={error} />;
  const mapped = error instanceof Refusal && error.allowed.length > 0 && error.plain.startsWith("No column");
  return (
    <Notice heading={plate ? `“${plate.title}” cannot be made as its table stands` : "This plate cannot be shown"}>
      {error instanceof Refusal ? error.plain : error.message}
      {error instanceof Refusal && plate && (
        <>
          {mapped && <Mapping plate={plate} error={error} />}
          <Cures plate={plate} error={error} second={mapped} />
          <Box mt="14px">
            <Link to={`/tables/${plate.table}`}>
              <Box as="span" color="link" textDecoration="underline">
                Open the table {plate.table_name}
              </Box>
            </Link>
            , where its mends and older editions are.
          </Box>
        </>
      )}
    </Notice>
  );
}

/** Ways to do something about a plate; what is refused is told, and all is shown as it stands by then. */
function useAttempts(plate: Plate) {
  const client = useQueryClient();
  const [refusal, setRefusal] = useState("");
  async function attempt(act: () => Promise<void>) {
    try {
      await act();
    } catch (problem) {
      setRefusal(sentenceOf(problem));
      await Promise.all(
        [keys.plates, keys.workbench(plate.table)].map((queryKey) => client.invalidateQueries({ queryKey })),
      );
    }
  }
  const told = refusal && (
    <Box mt="10px" textAlign="start">
      <Refused sentence={refusal} onClose={() => setRefusal("")} />
    </Box>
  );
  return { attempt, told };
}

/** What would make the plate again where it stands: a change of its recipe, or the last mend of its table taken back. */
function Cures({ plate, error, second }: { plate: Plate; error: Refusal; second: boolean }) {
  const client = useQueryClient();
  const bench = useWorkbench(plate.table).data;
  const { attempt, told } = useAttempts(plate);
  const change = (make: (recipe: Recipe) => Recipe) =>
    attempt(async () => {
      const made = await api.changePlate(plate.id, make(plate.recipe), plate.version);
      client.setQueryData(keys.plate(plate.id), made);
      await client.invalidateQueries({ queryKey: keys.plates });
    });
  const mends = (act: (bench: Workbench) => Promise<Workbench>) =>
    attempt(async () => {
      if (!bench) return;
      client.setQueryData(keys.workbench(plate.table), await act(bench));
      await tableChanged(client, plate.table);
    });
  const place = error.path.match(/^table\.mends\[(\d+)\]/);
  const items: { name: string; act: () => void }[] = [
    ...cures(error.path, plate.recipe).map(({ name, change: make }) => ({ name, act: () => void change(make) })),
    ...(place && bench
      ? [
          {
            name: "Switch that mend off",
            act: () =>
              void mends(({ mends: lines, table }) =>
                api.changeMends(
                  table.id,
                  lines.map(({ mend }, i) => (i === Number(place[1]) ? { ...mend, off: true } : mend)),
                  table.version,
                ),
              ),
          },
        ]
      : []),
    ...(bench?.undo
      ? [
          {
            name: `Take back: ${bench.undo}`,
            act: () => void mends(({ table }) => api.undoMends(table.id, table.version)),
          },
        ]
      : []),
    ...(plate.undo
      ? [
          {
            name: `Undo on the plate: ${plate.undo}`,
            act: () =>
              void attempt(async () => {
                client.setQueryData(keys.plate(plate.id), await api.undo(plate.id, plate.version));
                await client.invalidateQueries({ queryKey: keys.plates });
              }),
          },
        ]
      : []),
  ];
  if (!items.length) return null;
  return (
    <Box mt="16px">
      <Flex gap="8px" justify="center" wrap="wrap" role="group" aria-label="What would make it again">
        {items.map(({ name, act }, i) => (
          <Button key={name} variant={i || second ? "plain" : "dark"} autoFocus={i === 0 && !second} onClick={act}>
            {name}
          </Button>
        ))}
      </Flex>
      {told}
    </Box>
  );
}

function Mapping({ plate, error }: { plate: Plate; error: Refusal }) {
  const client = useQueryClient();
  const bench = useWorkbench(plate.table).data;
  const [chosen, setChosen] = useState("");
  const renamed = bench?.mends.map(({ mend }) =>
    mend.do === "rename" && mend.field === error.received ? mend.to : "",
  );
  const name =
    chosen || renamed?.findLast((to) => error.allowed.includes(to)) || likeliest(error.received, error.allowed);
  const { attempt, told } = useAttempts(plate);
  const map = () =>
    attempt(async () => {
      const now = await api.workbench(plate.table);
      const rename = { do: "rename" as const, field: name, to: error.received };
      client.setQueryData(
        keys.workbench(plate.table),
        await api.changeMends(plate.table, [...now.mends.map(({ mend }) => mend), rename], now.table.version),
      );
      await tableChanged(client, plate.table);
    });
  return (
    <Box mt="16px">
      <Flex gap="8px" justify="center" align="center" color="ink">
        <Box whiteSpace="nowrap">“{error.received}” is now</Box>
        <Select
          label={`What ${error.received} is called now`}
          width="220px"
          value={name}
          options={error.allowed.map((each) => [each, each] as const)}
          onChange={setChosen}
        />
        <Button variant="dark" autoFocus onClick={map}>
          Map it
        </Button>
      </Flex>
      {told}
    </Box>
  );
}

/** The name that shares most pairs of letters with the one that is missing. */
function likeliest(missing: string, names: readonly string[]): string {
  const pairs = (name: string) => new Set([...name.toLowerCase()].map((_, i, all) => all.slice(i, i + 2).join("")));
  const wanted = pairs(missing);
  const shared = (name: string) => [...pairs(name)].filter((pair) => pair.length === 2 && wanted.has(pair)).length;
  return [...names].sort((a, b) => shared(b) - shared(a))[0] ?? "";
}
