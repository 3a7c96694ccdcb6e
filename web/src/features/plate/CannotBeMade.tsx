import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Plate, Refusal, sentenceOf } from "../../api/client";
import { keys, tableChanged, usePlates } from "../../api/queries";
import { Button } from "../../shared/Button";
import { Notice } from "../../shared/Notice";
import { Refused } from "../../shared/Say";
import { Select } from "../../shared/Select";

/** A plate whose table no longer has what it is made of: what is missing, and the mapping that brings it back. */
export function CannotBeMade({ id, error }: { id: number; error: Error }) {
  const plate = usePlates().data?.find((each) => each.id === id);
  const gone = error instanceof Refusal && error.status === 404;
  if (gone) return <Notice heading="This plate is not here">{error.message}</Notice>;
  return (
    <Notice heading={plate ? `“${plate.title}” cannot be made as its table stands` : "This plate cannot be shown"}>
      {error.message}
      {error instanceof Refusal && plate && (
        <>
          {error.received && error.allowed.length > 0 && <Mapping plate={plate} error={error} />}
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

function Mapping({ plate, error }: { plate: Plate; error: Refusal }) {
  const client = useQueryClient();
  const [name, setName] = useState(() => likeliest(error.received, error.allowed));
  const [refusal, setRefusal] = useState("");
  async function map() {
    try {
      const bench = await api.workbench(plate.table);
      const rename = { do: "rename" as const, field: name, to: error.received };
      client.setQueryData(
        keys.workbench(plate.table),
        await api.changeMends(plate.table, [...bench.mends.map(({ mend }) => mend), rename]),
      );
      await tableChanged(client, plate.table);
    } catch (problem) {
      setRefusal(sentenceOf(problem));
    }
  }
  return (
    <Box mt="16px">
      <Flex gap="8px" justify="center" align="center" color="ink">
        <Box whiteSpace="nowrap">“{error.received}” is now</Box>
        <Select
          label={`What ${error.received} is called now`}
          width="220px"
          value={name}
          options={error.allowed.map((each) => [each, each] as const)}
          onChange={setName}
        />
        <Button variant="dark" onClick={map}>
          Map it
        </Button>
      </Flex>
      {refusal && (
        <Box mt="10px" textAlign="start">
          <Refused sentence={refusal} onClose={() => setRefusal("")} />
        </Box>
      )}
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
