import { Box, chakra, Flex, Image } from "@chakra-ui/react";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, lookAddress, type OneLook, type Recipe, sentenceOf } from "../../api/client";
import { useLooks, useTable } from "../../api/queries";
import { Bar, TrailEnd } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { NotHere } from "../../shared/NotHere";
import { grouped } from "../../shared/numbers";
import { Refused } from "../../shared/Say";
import { stepped } from "../../shared/walk";
import { AskTable, exampleOf } from "../asking";

/** A few figures of a table that are worth seeing, one of which becomes a plate. */
export default function LooksScreen() {
  const id = Number(useParams().id);
  return <Looks key={id} id={id} />;
}

function Looks({ id }: { id: number }) {
  const navigate = useNavigate();
  const table = useTable(id);
  const looks = useLooks(id, table.data?.data);
  const [refusal, setRefusal] = useState("");
  const [working, setWorking] = useState(false);
  const asking = useRef<HTMLTextAreaElement>(null);
  const cards = useRef<(HTMLButtonElement | null)[]>([]);
  const found = looks.data?.looks;
  const count = found?.length ?? 0;

  useEffect(() => {
    document.title = table.data ? `First looks at ${table.data.name}, Mottled Finch` : "Mottled Finch";
  }, [table.data]);
  useEffect(() => {
    if (count) cards.current[0]?.focus();
  }, [count]);

  if (table.error) return <NotHere kind="table" id={id} error={table.error} />;
  async function start(recipe?: Recipe) {
    setWorking(true);
    try {
      const { plate } = await api.startPlate(id, recipe);
      navigate(`/plates/${plate.id}`);
    } catch (error) {
      setRefusal(sentenceOf(error));
      setWorking(false);
    }
  }
  function walk(event: KeyboardEvent) {
    // Who begins to type has a question: it goes into the field above.
    if (/^[\p{L}\p{N}]$/u.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) {
      asking.current?.focus();
      return;
    }
    const at = cards.current.indexOf(document.activeElement as HTMLButtonElement);
    if (at < 0) return;
    // As many stand side by side as the window is wide.
    const across = cards.current.filter((card) => card?.offsetTop === cards.current[0]?.offsetTop).length;
    const grid = { rows: Math.ceil(count / across), columns: across, screen: 1, far: event.ctrlKey };
    const to = stepped(event.key, { row: Math.floor(at / across), column: at % across }, grid);
    if (!to) return;
    event.preventDefault();
    cards.current[Math.min(to.row * across + to.column, count - 1)]?.focus();
  }

  return (
    <Flex direction="column" h="100%">
      <Bar
        trail={
          <>
            <Link to="/">Tables</Link>
            <span>/</span>
            <Link to={`/tables/${id}`}>{table.data?.name ?? "a table"}</Link>
            <span>/</span>
            <TrailEnd>First looks</TrailEnd>
          </>
        }
      >
        {count > 0 && (
          <Button variant="onBar" onClick={() => start()} disabled={working}>
            Start from nothing
          </Button>
        )}
      </Bar>
      {refusal && <Refused sentence={refusal} onClose={() => setRefusal("")} />}
      {table.data && (
        <Box px="24px" pt="16px" flex="none">
          <AskTable table={id} example={exampleOf(table.data.columns)} field={asking} />
        </Box>
      )}
      <Box as="main" flex="1" overflowY="auto" px="24px" py="18px">
        {looks.error && <Refused sentence={looks.error.message} />}
        {!found && !looks.error && (
          <Box color="quiet" role="status" textStyle="statement" py="20px">
            Looking for what explains most{table.data ? ` in ${grouped(table.data.records)} records` : ""}
          </Box>
        )}
        {found && count === 0 && (
          <Flex direction="column" align="center" justify="center" h="100%" gap="12px" textAlign="center">
            <Box as="h1" textStyle="heading">
              Nothing here stands out beyond chance
            </Box>
            <Box color="quiet" maxW="52ch" textWrap="balance">
              No two fields together tell more of another than luck would. Ask what you want to know instead.
            </Box>
            <Button variant="lead" onClick={() => start()} disabled={working} autoFocus>
              Start from nothing
            </Button>
          </Flex>
        )}
        {found && count > 0 && (
          <Box as="h1" textStyle="statement" color="quiet" mb="16px">
            <Box as="span" color="ink" fontWeight="600">
              {count === 1 ? "One figure" : `${NUMBERS[count]} figures`}
            </Box>{" "}
            worth seeing first, checked on all records
          </Box>
        )}
        <Box
          role="group"
          aria-label="First looks"
          display="grid"
          gridTemplateColumns={{ base: "1fr", md: "1fr 1fr", lg: "1fr 1fr 1fr" }}
          gap="16px"
          maxW="1400px"
          onKeyDown={walk}
        >
          {found?.map((look, place) => (
            <Card
              key={`${look.title} ${place}`}
              look={look}
              picture={lookAddress(id, place, table.data?.data ?? "")}
              disabled={working}
              onTake={() => start(look.recipe)}
              keep={(card) => {
                cards.current[place] = card;
              }}
            />
          ))}
        </Box>
      </Box>
    </Flex>
  );
}

const NUMBERS = ["", "One", "Two", "Three", "Four", "Five", "Six"];

type CardProps = {
  look: OneLook;
  picture: string;
  disabled: boolean;
  onTake: () => void;
  keep: (card: HTMLButtonElement | null) => void;
};

function Card({ look, picture, disabled, onTake, keep }: CardProps) {
  const [broken, setBroken] = useState(false);
  return (
    <chakra.button
      ref={keep}
      type="button"
      disabled={disabled}
      onClick={onTake}
      display="flex"
      flexDirection="column"
      textAlign="start"
      bg="card"
      borderWidth="1px"
      borderColor="line"
      borderRadius="8px"
      overflow="hidden"
      cursor="pointer"
      _hover={{ borderColor: "edge", boxShadow: "page" }}
      _focus={{ outline: "2px solid", outlineColor: "link", outlineOffset: "1px" }}
    >
      <Flex
        aspectRatio="16 / 9"
        w="100%"
        bg="card"
        align="center"
        justify="center"
        p="10px"
        borderBottomWidth="1px"
        borderColor="line"
      >
        {broken ? (
          <Box color="quiet">This figure cannot be drawn.</Box>
        ) : (
          <Image src={picture} alt="" maxW="100%" maxH="100%" onError={() => setBroken(true)} />
        )}
      </Flex>
      <Box px="14px" py="11px">
        <Box fontWeight="600">{look.title}</Box>
        <Box color="quiet" textStyle="small" mt="3px">
          {look.why}
        </Box>
      </Box>
    </chakra.button>
  );
}
