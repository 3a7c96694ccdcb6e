import { Box, Flex, Image, Input } from "@chakra-ui/react";
import { useState } from "react";
import { usePlates } from "../../api/queries";
import { Button } from "../../shared/Button";
import { InBin } from "../../shared/InBin";
import { matching } from "../../shared/options";
import { SavedInput } from "../../shared/SavedInput";
import { pagesOf, platesOf, withoutPlate, withPlate, withPlateCalled, withPlatePage } from "./folios";
import type { PartProps } from "./partProps";

/** Every plate of the library: put into a room of the page, or onto a page of its own. */
export function PlatesPart({ data, page, spec, at, room, onChange, onGo }: PartProps) {
  const [typed, setTyped] = useState("");
  const plates = usePlates();
  const rooms = platesOf(spec);
  const target = room ?? rooms.indexOf("");
  const names = Object.entries(data.spec.plates ?? {});
  const nameOf = (id: number) => names.find(([, { plate }]) => plate === id)?.[0];
  // What a title says of its figure is known of the plates that are laid out.
  const told = new Map(Object.values(data.plates).map(({ plate, title }) => [plate, title]));
  const all = (plates.data ?? []).map((plate) => ({ ...plate, title: told.get(plate.id) ?? plate.title }));
  const options = all.map(({ id, title, table_name }) => ({
    key: `${id}`,
    label: title,
    also: table_name,
  }));
  const shown = matching(options, typed);
  const chosen = room === null ? undefined : page?.rooms[room]?.name;

  function where(id: number): string {
    const name = nameOf(id);
    const on = pagesOf(data.spec).flatMap((each, i) => (name && each.plates?.includes(name) ? [i + 1] : []));
    return on.length ? `on page ${on.join(", ")}` : "not in this folio";
  }

  return (
    <>
      {chosen && (
        <Box mb="12px" pb="12px" borderBottomWidth="1px" borderColor="line">
          <Box textStyle="label" mb="6px">
            The chosen plate is called
          </Box>
          <SavedInput
            size="sm"
            aria-label="What the plate is called in facts"
            value={chosen}
            wrong={(text) =>
              text !== chosen && data.spec.plates?.[text]
                ? "Another plate is called so."
                : /[{}.]/.test(text) || !text.trim()
                  ? "Letters, digits and blanks, please."
                  : null
            }
            onDone={(text) => onChange(withPlateCalled(chosen, text.trim()))}
          />
          <Box textStyle="small" color="quiet" mt="5px">
            Its facts begin so: {`{${chosen}.highest}`}
          </Box>
          {data.plates[chosen]?.binned && (
            <Box mt="8px">
              <InBin kind="plate" id={data.plates[chosen].plate} />
            </Box>
          )}
          <Button size="sm" variant="plain" mt="8px" onClick={() => onChange(withoutPlate(at, room ?? 0))}>
            Take it off the page
          </Button>
        </Box>
      )}
      <Input
        size="sm"
        bg="card"
        borderColor="control"
        aria-label="Plates, narrowed by typing"
        placeholder="Type to narrow"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        mb="10px"
      />
      {plates.isPending && <Box color="quiet">Fetching the plates</Box>}
      {plates.data && !shown.length && <Box color="quiet">No plate is called that.</Box>}
      {shown.map(({ key }) => {
        const plate = all.find(({ id }) => `${id}` === key);
        if (!plate) return null;
        return (
          <Box
            as="article"
            key={key}
            bg="card"
            borderWidth="1px"
            borderColor="line"
            borderRadius="6px"
            p="8px"
            mb="10px"
            aria-label={plate.title}
          >
            <Flex gap="10px">
              <Flex w="96px" h="60px" flex="none" align="center" justify="center" bg="ground">
                <Image src={plate.picture} alt="" maxW="100%" maxH="100%" loading="lazy" />
              </Flex>
              <Box minW="0">
                <Box fontWeight="600" lineHeight="1.3" overflowWrap="anywhere" lineClamp={3} title={plate.title}>
                  {plate.title}
                </Box>
                <Box textStyle="small" color="quiet">
                  {where(plate.id)}
                </Box>
              </Box>
            </Flex>
            <Flex gap="6px" mt="8px">
              <Button
                size="sm"
                variant="plain"
                flex="1"
                disabled={target < 0}
                title={target < 0 ? "This page has no empty room; choose a plate on it to take its place" : undefined}
                onClick={() => onChange(withPlate(at, target, plate.id, plate.title))}
              >
                {room !== null && rooms[room] ? "In its place" : "Onto the page"}
              </Button>
              <Button
                size="sm"
                variant="plain"
                flex="1"
                onClick={() => {
                  onChange(withPlatePage(at, plate.id, plate.title));
                  onGo(at + 1);
                }}
              >
                New page
              </Button>
            </Flex>
          </Box>
        );
      })}
    </>
  );
}
