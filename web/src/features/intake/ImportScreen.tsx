import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type Import, type Look, type Reading, Refusal, sentenceOf } from "../../api/client";
import { importIs, keys, tableChanged, useImportState, useLook } from "../../api/queries";
import { Bar, TrailEnd } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { Notice } from "../../shared/Notice";
import { counted, megabytes } from "../../shared/numbers";
import { Opening } from "../../shared/Opening";
import { ProgressLine } from "../../shared/ProgressLine";
import { Refused } from "../../shared/Say";
import { Compared } from "./Compared";
import { FirstRecords } from "./FirstRecords";
import { ReadingSentence } from "./ReadingSentence";

/** A file on its way in: how it would be read, how far it is, and what a newer edition would change. */
export default function ImportScreen() {
  const id = Number(useParams().id);
  return <OneImport key={id} id={id} />;
}

function OneImport({ id }: { id: number }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const given = useImportState(id);
  const [refusal, setRefusal] = useState("");
  const [working, setWorking] = useState(false);
  const [doubted, setDoubted] = useState<Record<string, string> | null>(null);
  const state = given.data?.state;
  const looking = state === "looking" || state === "failed";
  const look = useLook(id, looking);

  useEffect(() => {
    document.title = given.data ? `${given.data.name}, Mottled Finch` : "Mottled Finch";
  }, [given.data]);
  useEffect(() => {
    if (state !== "done" || !given.data?.table) return;
    // The import has become a table, and is of no more use.
    void api.cancelImport(id).catch(() => undefined);
    void client.invalidateQueries({ queryKey: keys.tables });
    navigate(`/tables/${given.data.table}`, { replace: true });
  }, [state, given.data, id, client, navigate]);

  async function attempt<T>(action: () => Promise<T>): Promise<T | undefined> {
    setRefusal("");
    setWorking(true);
    try {
      return await action();
    } catch (error) {
      setRefusal(sentenceOf(error));
      // Another edition has come to stand: what this one would change of that is shown before it is accepted.
      if (error instanceof Refusal && error.overtaken) await client.invalidateQueries({ queryKey: keys.import(id) });
      return undefined;
    } finally {
      setWorking(false);
    }
  }
  const overrule = (asked: Reading) =>
    attempt(async () => {
      const next = await api.overrule(id, asked);
      client.setQueryData(keys.look(id), next);
      importIs(client, next.file);
    });
  const start = () =>
    attempt(async () => {
      importIs(client, await api.startImport(id));
    });
  const leave = () =>
    attempt(async () => {
      await api.cancelImport(id);
      // First away from here: asked for again, the file is gone, and that would be shown.
      navigate(given.data?.table ? `/tables/${given.data.table}` : "/", { replace: true });
      client.removeQueries({ queryKey: keys.import(id) });
      await client.invalidateQueries({ queryKey: keys.imports });
    });
  // What plates need and the edition lacks is said before it is accepted all the same.
  const accept = (renames: Record<string, string>, against: number, anyway: boolean) =>
    attempt(async () => {
      setDoubted(null);
      const table = await api.acceptImport(id, renames, against, anyway).catch((error) => {
        if (error instanceof Refusal && error.path === "anyway") setDoubted(renames);
        throw error;
      });
      client.removeQueries({ queryKey: keys.workbench(table.id) });
      await tableChanged(client, table.id);
      navigate(`/tables/${table.id}`, { replace: true });
    });

  if (given.error) {
    return (
      <>
        <Bar />
        <Notice heading="This file is not here">
          It may have been imported or discarded meanwhile; the desk shows what is there.
        </Notice>
      </>
    );
  }
  if (!given.data) return <Opening what="Opening the file" />;

  return (
    <Flex direction="column" h="100%">
      <Bar trail={<Trail given={given.data} />}>
        {looking && (
          <>
            <Button variant="onBar" onClick={leave}>
              Discard
            </Button>
            <Button variant="lead" onClick={start} disabled={working || !look.data || !!look.data.problem} autoFocus>
              {given.data.table ? "Read and compare" : "Import"}
            </Button>
          </>
        )}
      </Bar>
      {refusal && <Refused sentence={refusal} onClose={() => setRefusal("")} />}
      {state === "failed" && !refusal && <Refused sentence={given.data.problem} />}
      {looking && <Looking look={look.data} error={look.error} onOverrule={overrule} />}
      {(state === "waiting" || state === "reading" || state === "done") && (
        <InProgress given={given.data} onCancel={leave} />
      )}
      {state === "compared" && given.data.comparison && (
        <Compared
          given={given.data}
          comparison={given.data.comparison}
          working={working}
          doubted={doubted}
          onAccept={accept}
          onLeave={leave}
        />
      )}
    </Flex>
  );
}

function Trail({ given }: { given: Import }) {
  return (
    <>
      {given.table ? <Link to={`/tables/${given.table}`}>{given.table_name}</Link> : <Box as="span">A new table</Box>}
      <span>/</span>
      <TrailEnd>{given.name}</TrailEnd>
    </>
  );
}

function Looking({
  look,
  error,
  onOverrule,
}: {
  look: Look | undefined;
  error: Error | null;
  onOverrule: (asked: Reading) => void;
}) {
  if (error) return <Middle heading="The file cannot be read">{error.message}</Middle>;
  if (!look) return <Middle heading="Looking at the file">Finding out how it is written</Middle>;
  return (
    <Flex as="main" data-home tabIndex={-1} outline="none" direction="column" flex="1" minH="0">
      <Box px="18px" py="14px" bg="paper" borderBottomWidth="1px" borderColor="edge">
        <ReadingSentence look={look} onOverrule={onOverrule} />
        {look.problem ? (
          <Box mt="6px" role="alert" color="alarm">
            {look.problem}. Below are its lines as they stand; choose above how to read them.
          </Box>
        ) : (
          <Box color="quiet" mt="4px">
            {counted(look.columns.length, "column")}, {megabytes(look.file.size)}. Below are the first records as they
            would be read; what is marked above can be overruled.
          </Box>
        )}
        {look.notes.length > 0 && (
          <Box mt="4px">
            <b>Put right:</b> {look.notes.join("; ")}.
          </Box>
        )}
        {look.instead && <Doubted instead={look.instead} onTake={onOverrule} />}
      </Box>
      <FirstRecords look={look} />
    </Flex>
  );
}

/** Another way of reading, where the one taken leaves many lines that do not fit it. */
function Doubted({ instead, onTake }: { instead: NonNullable<Look["instead"]>; onTake: (asked: Reading) => void }) {
  return (
    <Flex mt="8px" gap="10px" align="center" role="status">
      <Box>{instead.words}</Box>
      <Button size="sm" onClick={() => onTake(instead.reading)}>
        {instead.action}
      </Button>
    </Flex>
  );
}

const PHASES: Record<string, string> = {
  records: " so far",
  columns: ", finding out what the columns hold",
  keeping: ", putting them into the library",
};

function InProgress({ given, onCancel }: { given: Import; onCancel: () => void }) {
  const words = given.state === "waiting" ? "Waiting for the file before it" : `Reading ${given.name}`;
  return (
    <Middle heading={words}>
      <Box mb="10px" minH="20px" role="status">
        {given.records ? `${counted(given.records, "record")}${PHASES[given.phase] ?? ""}` : megabytes(given.size)}
      </Box>
      <Box w="320px">
        <ProgressLine label={words} share={null} />
      </Box>
      <Button variant="plain" mt="16px" onClick={onCancel}>
        Cancel
      </Button>
    </Middle>
  );
}

function Middle({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Flex
      as="main"
      data-home
      tabIndex={-1}
      outline="none"
      direction="column"
      flex="1"
      align="center"
      justify="center"
      px="24px"
      textAlign="center"
      color="quiet"
    >
      <Box as="h2" textStyle="heading" color="ink" mb="8px" overflowWrap="anywhere">
        {heading}
      </Box>
      {children}
    </Flex>
  );
}
