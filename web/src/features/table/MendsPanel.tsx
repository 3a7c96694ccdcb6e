import { Box, chakra, Flex, Menu, Switch } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Ellipsis } from "lucide-react";
import type { Mend, MendLine } from "../../api/client";
import { Button } from "../../shared/Button";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { counted, grouped } from "../../shared/numbers";
import { MENDS } from "./forms";

type Props = {
  lines: MendLine[];
  touched: number;
  working: boolean;
  onChange: (make: (mends: Mend[]) => Mend[]) => void;
  onAdd: (kind: Mend["do"]) => void;
  onEdit: (place: number) => void;
};

/** The mends in their order, each with the records it touches: switched, moved, edited, taken out. */
export function MendsPanel({ lines, touched, working, onChange, onAdd, onEdit }: Props) {
  return (
    <Box
      as="section"
      aria-label="Mends"
      flex="none"
      maxH={{ base: "none", lg: "190px" }}
      overflowY="auto"
      bg="paper"
      borderTopWidth="1px"
      borderColor="edge"
      px="16px"
      py="9px"
    >
      <Flex align="center" wrap="wrap" columnGap="10px" mb="2px">
        <Box as="h2" textStyle="label">
          Mends, repeated on every new edition
        </Box>
        <AddMenu onAdd={onAdd} />
        <Box textStyle="label" ml="auto">
          {touched ? `${counted(touched, "change")} in all` : lines.length ? "nothing changed" : ""}
        </Box>
      </Flex>
      {!lines.length && (
        <Box color="quiet" py="4px">
          None yet. What was found on the right comes with its mend; the heads above offer more, and so does the button
          here.
        </Box>
      )}
      <Box
        as="ol"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(min(400px, 100%), 1fr))"
        columnGap="20px"
        listStyleType="none"
      >
        {lines.map((line, place) => (
          <Flex
            as="li"
            key={place}
            align="center"
            gap="8px"
            minH="29px"
            borderBottomWidth="1px"
            borderColor="line"
            color={line.mend.off ? "faint" : undefined}
          >
            <Box color="quiet" w="18px" flex="none">
              {place + 1}
            </Box>
            <Box
              flex="1"
              minW="0"
              truncate
              title={line.problem || line.words}
              css={{ "&::first-letter": { textTransform: "uppercase" } }}
            >
              {line.problem && !line.mend.off ? (
                <Box as="span" color="alarm">
                  {line.words}: {line.problem}
                </Box>
              ) : (
                line.words
              )}
            </Box>
            <Box color="quiet" textStyle="small" whiteSpace="nowrap">
              {line.made || (line.problem ? "does not fit" : counted(line.touched, "record"))}
              {line.missed.length > 0 && (
                <>
                  {", "}
                  <chakra.button
                    type="button"
                    color="alarm"
                    cursor="pointer"
                    textDecoration="underline"
                    title={`${line.notes.join("; ")}: ${line.missed.map(({ words }) => words).join("; ")}`}
                    onClick={() => onEdit(place)}
                  >
                    {line.notes[0]?.split(":")[0]}
                  </chakra.button>
                </>
              )}
            </Box>
            <LineMenu
              words={line.words}
              place={place}
              count={lines.length}
              editable={line.mend.do !== "correct"}
              onChange={onChange}
              onEdit={() => onEdit(place)}
            />
            <Switch.Root
              size="sm"
              checked={!line.mend.off}
              disabled={working}
              onCheckedChange={({ checked }) =>
                onChange((mends) => mends.map((mend, i) => (i === place ? switched(mend, checked) : mend)))
              }
            >
              <Switch.HiddenInput aria-label={`Mend ${place + 1}, ${line.words}`} />
              <Switch.Control bg={line.mend.off ? "control" : "leaf"}>
                <Switch.Thumb />
              </Switch.Control>
            </Switch.Root>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function switched(mend: Mend, on: boolean): Mend {
  const { off: _, ...rest } = mend;
  return (on ? rest : { ...rest, off: true }) as Mend;
}

function AddMenu({ onAdd }: { onAdd: (kind: Mend["do"]) => void }) {
  return (
    <Menu.Root positioning={{ placement: "top-start" }}>
      <Menu.Trigger asChild>
        <Button variant="plain" size="sm">
          Add a mend
        </Button>
      </Menu.Trigger>
      <MenuCard width="300px">
        {MENDS.map(({ kind, title, note }) => (
          <MenuLine key={kind} value={kind} onClick={() => onAdd(kind)}>
            <Box flex="1">{title}</Box>
            <Box color="quiet" textStyle="small">
              {note}
            </Box>
          </MenuLine>
        ))}
      </MenuCard>
    </Menu.Root>
  );
}

type LineMenuProps = {
  words: string;
  place: number;
  count: number;
  editable: boolean;
  onChange: Props["onChange"];
  onEdit: () => void;
};

function LineMenu({ words, place, count, editable, onChange, onEdit }: LineMenuProps) {
  const move = (by: number) =>
    onChange((mends) => {
      const next = [...mends];
      const [taken] = next.splice(place, 1);
      if (taken) next.splice(place + by, 0, taken);
      return next;
    });
  return (
    <Menu.Root positioning={{ placement: "top-end" }}>
      <Menu.Trigger asChild>
        <Button variant="bare" size="sm" px="0" aria-label={`More about mend ${grouped(place + 1)}, ${words}`}>
          <Ellipsis size={15} />
        </Button>
      </Menu.Trigger>
      <MenuCard>
        {editable && (
          <MenuLine value="edit" onClick={onEdit}>
            Change it
          </MenuLine>
        )}
        {place > 0 && (
          <MenuLine value="up" onClick={() => move(-1)}>
            <ArrowUp size={14} /> Move earlier
          </MenuLine>
        )}
        {place < count - 1 && (
          <MenuLine value="down" onClick={() => move(1)}>
            <ArrowDown size={14} /> Move later
          </MenuLine>
        )}
        <MenuLine value="remove" removes onClick={() => onChange((mends) => mends.filter((_, i) => i !== place))}>
          Remove
        </MenuLine>
      </MenuCard>
    </Menu.Root>
  );
}
