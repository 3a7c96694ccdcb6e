import { Box, chakra, Flex, Grid, Heading, Image, Menu, Portal, Progress } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { Ellipsis } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, exportAddress, type Plate, type TableInfo } from "../../api/client";
import { keys, usePlates, useTables } from "../../api/queries";
import { Bar } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { counted, grouped, megabytes, whenSaved } from "../../shared/numbers";
import { Refused } from "../../shared/Say";
import { useDrop } from "./useDrop";
import { type ImportState, useImport } from "./useImport";

/** Plates as live thumbnails, tables, and one plain invitation. */
export function Desk() {
  const plates = usePlates();
  const tables = useTables();
  const { state, take, cancel, rest } = useImport();
  const over = useDrop(take);
  const [refusal, setRefusal] = useState("");
  const empty = plates.data?.length === 0 && tables.data?.length === 0;
  useEffect(() => {
    document.title = "Mottled Finch";
  }, []);

  return (
    <Flex direction="column" h="100%">
      <Bar />
      <Box as="main" flex="1" overflowY="auto" px="32px" py="24px">
        <Box maxW="1760px" mx="auto">
          {refusal && (
            <Box mb="16px">
              <Refused sentence={refusal} onClose={() => setRefusal("")} />
            </Box>
          )}
          {(plates.error ?? tables.error) && (
            <Box mb="16px" color="alarm" role="alert">
              {(plates.error ?? tables.error)?.message}
            </Box>
          )}
          <Grid
            templateColumns={empty ? "minmax(0, 640px)" : "minmax(0, 1fr) 340px"}
            gap="32px"
            justifyContent="center"
          >
            {!empty && (
              <Box as="section" aria-labelledby="plates">
                <Heading id="plates" as="h1" textStyle="heading" mb="14px">
                  Plates
                </Heading>
                {plates.isPending && <Box color="quiet">Fetching the plates</Box>}
                {plates.data?.length === 0 && (
                  <Box color="quiet">No plate yet. Make one from a table on the right.</Box>
                )}
                <Grid templateColumns="repeat(auto-fill, minmax(320px, 1fr))" gap="20px">
                  {plates.data?.map((plate) => (
                    <PlateCard key={plate.id} plate={plate} onRefusal={setRefusal} />
                  ))}
                </Grid>
              </Box>
            )}
            <Box as="section" aria-labelledby="tables">
              <Heading id="tables" as={empty ? "h1" : "h2"} textStyle="heading" mb="14px">
                {empty ? "Start with a table" : "Tables"}
              </Heading>
              <Invitation state={state} over={over} first={empty} onFiles={take} onCancel={cancel} onRest={rest} />
              {tables.data?.map((table) => (
                <TableLine key={table.id} table={table} onRefusal={setRefusal} />
              ))}
            </Box>
          </Grid>
        </Box>
      </Box>
      {over && (
        <Box position="fixed" inset="0" borderWidth="4px" borderColor="amber" pointerEvents="none" zIndex={10} />
      )}
    </Flex>
  );
}

function PlateCard({ plate, onRefusal }: { plate: Plate; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const [broken, setBroken] = useState(false);
  async function remove() {
    try {
      await api.removePlate(plate.id);
      client.removeQueries({ queryKey: keys.plate(plate.id) });
    } catch (error) {
      onRefusal(String(error instanceof Error ? error.message : error));
    }
    await client.invalidateQueries({ queryKey: keys.plates });
  }
  return (
    <Box
      as="article"
      position="relative"
      bg="card"
      borderWidth="1px"
      borderColor="line"
      borderRadius="8px"
      overflow="hidden"
      _hover={{ borderColor: "edge", boxShadow: "page" }}
    >
      <Flex
        aspectRatio="16 / 9"
        bg="ground"
        align="center"
        justify="center"
        p="10px"
        borderBottomWidth="1px"
        borderColor="line"
      >
        {broken ? (
          <Box color="quiet" px="20px" textAlign="center">
            This plate cannot be drawn; open it to see why.
          </Box>
        ) : (
          <Image
            src={exportAddress(plate.id, "svg", `?view=1&revision=${plate.revision}`)}
            alt=""
            maxW="100%"
            maxH="100%"
            boxShadow="page"
            loading="lazy"
            onError={() => setBroken(true)}
          />
        )}
      </Flex>
      <Flex px="14px" py="10px" align="center" gap="8px">
        <Box flex="1" minW="0">
          <Box fontWeight="600" truncate title={plate.title}>
            <chakra.span css={{ "& a::after": { content: '""', position: "absolute", inset: 0 } }}>
              <Link to={`/plates/${plate.id}`}>{plate.title}</Link>
            </chakra.span>
          </Box>
          <Box color="quiet" textStyle="small" truncate>
            {plate.table_name}, saved {whenSaved(plate.saved)}
          </Box>
        </Box>
        <MoreMenu label={`More about ${plate.title}`} action="Remove this plate and its history" onAction={remove} />
      </Flex>
    </Box>
  );
}

function MoreMenu({ label, action, onAction }: { label: string; action: string; onAction: () => void }) {
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }}>
      <Menu.Trigger asChild>
        <Button variant="plain" size="sm" px="0" position="relative" zIndex={1} aria-label={label}>
          <Ellipsis size={16} />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="card" boxShadow="list" borderWidth="1px" borderColor="edge">
            <Menu.Item value="remove" color="alarm" _highlighted={{ bg: "alarmWash" }} onClick={onAction}>
              {action}
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

function TableLine({ table, onRefusal }: { table: TableInfo; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const misfits = table.columns.reduce(
    (sum, column) => sum + column.misfits.reduce((all, misfit) => all + misfit.records, 0),
    0,
  );

  async function attempt(action: () => Promise<void>) {
    try {
      await action();
    } catch (error) {
      onRefusal(error instanceof Error ? error.message : String(error));
    }
  }
  const start = () => attempt(async () => navigate(`/plates/${(await api.startPlate(table.id)).plate.id}`));
  const remove = () =>
    attempt(async () => {
      await api.removeTable(table.id);
      await client.invalidateQueries({ queryKey: keys.tables });
    });

  return (
    <Box as="article" mt="12px" p="14px" bg="card" borderWidth="1px" borderColor="line" borderRadius="8px">
      <Flex justify="space-between" gap="8px">
        <Box fontWeight="600" truncate title={table.name}>
          {table.name}
        </Box>
        <Box color="quiet" textStyle="small" whiteSpace="nowrap">
          read {whenSaved(table.read)}
        </Box>
      </Flex>
      <Box color="quiet" mt="2px">
        {counted(table.records, "record")}, {counted(table.columns.length, "column")}
      </Box>
      {misfits > 0 && (
        <Box color="link" textStyle="small" mt="2px" title={misfitWords(table)}>
          {grouped(misfits)} values did not fit their column and are blank
        </Box>
      )}
      <Flex mt="10px" gap="8px">
        <Button variant="plain" size="sm" onClick={start}>
          Make a plate
        </Button>
        <MoreMenu label={`More about ${table.name}`} action="Remove this table" onAction={remove} />
      </Flex>
    </Box>
  );
}

function misfitWords(table: TableInfo): string {
  return table.columns
    .filter((column) => column.misfits.length)
    .map(
      (column) =>
        `${column.words}: ${column.misfits.map(({ text, records }) => `“${text}” ${grouped(records)} times`).join(", ")}`,
    )
    .join("; ");
}

type InvitationProps = {
  state: ImportState;
  over: boolean;
  /** Nothing is here yet, so there is room, and a need, to say what a table is. */
  first: boolean;
  onFiles: (files: readonly File[]) => void;
  onCancel: () => void;
  onRest: () => void;
};

function Invitation({ state, over, first, onFiles, onCancel, onRest }: InvitationProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <Box
      borderWidth="1.5px"
      borderStyle={over ? "solid" : "dashed"}
      borderColor={over ? "amberLine" : "control"}
      bg={over ? "amberWash" : "panel"}
      borderRadius="8px"
      px="18px"
      py={first ? "64px" : "20px"}
      textAlign="center"
      aria-live="polite"
    >
      {state.at === "sending" && (
        <Progressing
          words={`Sending ${state.name}`}
          note={`${megabytes(state.sent)} of ${megabytes(state.size)}`}
          share={state.size ? state.sent / state.size : null}
        >
          <Button variant="plain" size="sm" onClick={onCancel}>
            Cancel
          </Button>
        </Progressing>
      )}
      {state.at === "reading" && <Progressing words={`Reading the records of ${state.name}`} share={null} />}
      {state.at === "refused" && (
        <Box mb="14px" textAlign="start">
          <Refused sentence={state.sentence} onClose={onRest} />
        </Box>
      )}
      {(state.at === "rest" || state.at === "refused") && (
        <>
          <Box fontWeight="600">Drop a table here</Box>
          <Box color="quiet" textStyle="small" mt="2px" mb="12px">
            A CSV file in UTF-8, its first line naming the columns
            {first && (
              <Box mt="4px">
                Each further line is one record, such as a sale or a departure. You then say what goes down and across.
              </Box>
            )}
          </Box>
          <Button variant="lead" onClick={() => input.current?.click()}>
            Choose a file
          </Button>
        </>
      )}
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        aria-label="A table, as a CSV file"
        tabIndex={-1}
        style={{ display: "none" }}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </Box>
  );
}

function Progressing({
  words,
  note,
  share,
  children,
}: {
  words: string;
  note?: string;
  share: number | null;
  children?: ReactNode;
}) {
  return (
    <>
      <Box fontWeight="600" overflowWrap="anywhere">
        {words}
      </Box>
      <Box color="quiet" textStyle="small" minH="16px">
        {note}
      </Box>
      <Progress.Root value={share === null ? null : share * 100} size="xs" my="10px" aria-label={words}>
        <Progress.Track bg="line">
          <Progress.Range bg="amberLine" />
        </Progress.Track>
      </Progress.Root>
      {children}
    </>
  );
}
