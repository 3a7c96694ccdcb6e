import { Box, chakra, Flex, Input } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type Mend, type RecordsAsked, sentenceOf } from "../../api/client";
import { importIs, keys, tableChanged } from "../../api/queries";
import { Bar } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { DropFrame } from "../../shared/DropFrame";
import { FindAction } from "../../shared/FindAction";
import { InBin, useBinned } from "../../shared/InBin";
import { Keys } from "../../shared/Keys";
import { NotHere } from "../../shared/NotHere";
import { counted, grouped, megabytes } from "../../shared/numbers";
import { Opening } from "../../shared/Opening";
import { Refused } from "../../shared/Say";
import { UndoRedo } from "../../shared/UndoRedo";
import { useDrop } from "../../shared/useDrop";
import { useKeys } from "../../shared/useKeys";
import { AskTable, exampleOf } from "../asking";
import { useGive } from "../intake";
import { Editions } from "./Editions";
import { FoundPanel } from "./FoundPanel";
import { MENDS } from "./forms";
import { HeadMenu } from "./HeadMenu";
import { KEYS } from "./keys";
import { type MendAsked, MendDialog } from "./MendDialog";
import { MendsPanel } from "./MendsPanel";
import { RecordGrid } from "./RecordGrid";
import { TableName } from "./TableName";
import { useTableActions } from "./useTableActions";

/** The records of a table, what was found in them, and the mends. */
export default function TableScreen() {
  const id = Number(useParams().id);
  return <OneTable key={id} id={id} />;
}

function OneTable({ id }: { id: number }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const table = useTableActions(id);
  const giving = useGive(id);
  const over = useDrop(giving.take);
  const file = useRef<HTMLInputElement>(null);
  const finder = useRef<HTMLInputElement>(null);
  const [asked, setAsked] = useState<RecordsAsked>({});
  const [typed, setTyped] = useState("");
  const [total, setTotal] = useState<number | null>(null);
  const [mending, setMending] = useState<MendAsked | null>(null);
  const { data: bench, error } = table.query;

  useEffect(() => {
    document.title = bench ? `${bench.table.name}, Mottled Finch` : "Mottled Finch";
  }, [bench]);
  // What is typed is looked for once the hand rests.
  useEffect(() => {
    const timer = setTimeout(() => setAsked((now) => found(now, typed)), 250);
    return () => clearTimeout(timer);
  }, [typed]);
  const [shown, setShown] = useState<"keys" | "actions" | null>(null);
  useKeys({
    undo: table.undo,
    redo: table.redo,
    slash: () => finder.current?.focus(),
    help: () => setShown("keys"),
    actions: () => setShown("actions"),
  });
  /** Nothing new is laid on it there. */
  const binned = useBinned("table", id) !== undefined;
  const onTotal = useCallback((count: number) => setTotal(count), []);

  if (error) return <NotHere kind="table" id={id} error={error} />;
  if (!bench) return <Opening what="Opening the table" />;

  const attempt = async (action: () => Promise<void>) => {
    try {
      await action();
    } catch (problem) {
      table.refuse(sentenceOf(problem));
    }
  };
  const makePlate = () => navigate(`/tables/${id}/looks`);
  const reread = () =>
    attempt(async () => {
      const look = await api.reread(id);
      client.setQueryData(keys.look(look.file.id), look);
      importIs(client, look.file);
      navigate(`/imports/${look.file.id}`);
    });
  const rename = (name: string) =>
    attempt(async () => {
      await api.renameTable(id, name, bench.table.name_version);
      await client.invalidateQueries({ queryKey: keys.workbench(id) });
      await tableChanged(client, id);
    });
  const records = bench.own_numbers ? bench.delivered : bench.table.records;
  const narrowed = asked.find !== undefined;
  const { state } = giving;

  return (
    <Flex direction="column" h="100%" overflowY={{ base: "auto", lg: "visible" }} overflowX="clip">
      <Bar
        trail={
          <>
            <Link to="/">Tables</Link>
            <span>/</span>
            <TableName name={bench.table.name} onRename={rename} />
            <Editions bench={bench} onReturn={table.returnTo} />
          </>
        }
      >
        <UndoRedo undo={bench.undo} redo={bench.redo} onUndo={table.undo} onRedo={table.redo} />
        <Button variant="onBar" onClick={() => file.current?.click()} disabled={state.at === "sending" || binned}>
          Add a newer file
        </Button>
        <Button variant="lead" onClick={makePlate} disabled={binned}>
          Make a plate
        </Button>
        <input
          ref={file}
          type="file"
          aria-label="A newer file of this table"
          tabIndex={-1}
          style={{ display: "none" }}
          onChange={(event) => {
            void giving.take([...(event.target.files ?? [])]);
            event.target.value = "";
          }}
        />
      </Bar>
      <InBin kind="table" id={id} />
      <Flex
        align="center"
        wrap={{ base: "wrap", lg: "nowrap" }}
        columnGap="16px"
        px="18px"
        pb={{ base: "12px", lg: "0" }}
        minH="64px"
        flex="none"
        bg="paper"
      >
        <Box flex={{ base: "1 0 100%", lg: "1" }} textStyle="statement" color="quiet" py="10px">
          <Strong>{grouped(bench.table.records)}</Strong> {bench.table.records === 1 ? "record" : "records"},{" "}
          <Strong>{bench.table.columns.length}</Strong> columns
          {bench.parts.length > 0 && (
            <>
              , read as{" "}
              <chakra.button
                type="button"
                onClick={reread}
                title="Read the file in another way"
                color="ink"
                textAlign="start"
                borderBottomWidth="2px"
                borderStyle="dotted"
                borderColor="control"
                cursor="pointer"
                _hover={{ bg: "amberWash" }}
              >
                {bench.parts
                  .filter(({ usual }) => !usual)
                  .map(({ words }) => words)
                  .join(", ")}
              </chakra.button>
            </>
          )}
          {state.at === "sending" && (
            <Box textStyle="small" role="status">
              Sending {state.name}, {megabytes(state.sent)} of {megabytes(state.size)}{" "}
              <Button variant="bare" size="sm" onClick={giving.cancel}>
                Cancel
              </Button>
            </Box>
          )}
        </Box>
        {narrowed && total !== null && (
          <Box color="quiet" textStyle="small" whiteSpace="nowrap" role="status">
            {counted(total, "record")}
          </Box>
        )}
        <Input
          ref={finder}
          size="sm"
          w="200px"
          flex="none"
          type="search"
          aria-label="Find in records"
          placeholder="Find in records"
          bg="card"
          borderColor="control"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === "Escape" && setTyped("")}
        />
      </Flex>
      {!binned && (
        <Box px="18px" pb="12px" bg="paper" borderBottomWidth="1px" borderColor="edge" flex="none">
          <AskTable table={id} example={exampleOf(bench.table.columns)} />
        </Box>
      )}
      {state.at === "refused" && <Refused sentence={state.sentence} onClose={giving.rest} />}
      {table.refusal && <Refused sentence={table.refusal} onClose={table.forget} again={table.again} />}
      <Flex flex={{ base: "none", lg: "1" }} direction={{ base: "column", lg: "row" }} minH="0">
        <Flex
          as="main"
          direction="column"
          flex={{ base: "none", lg: "1" }}
          h={{ base: "min(560px, 80vh)", lg: "auto" }}
          minW="0"
        >
          <RecordGrid
            source={{
              key: [id, bench.table.data, asked],
              window: (start, count) => api.records(id, { ...asked, start, count }),
            }}
            records={records}
            columns={bench.table.columns}
            asked={asked}
            onTotal={onTotal}
            head={(column) => (
              <HeadMenu
                column={column}
                asked={asked}
                onSort={(descending) =>
                  setAsked(({ find, field }) => ({
                    ...(descending === null ? {} : { sort: column.name, descending }),
                    ...(find === undefined ? {} : { find, field }),
                  }))
                }
                onMend={(kind) => setMending({ kind, column })}
              />
            )}
            onCorrect={(column, row, to, was) => table.correct(column.name, row.number, to, was)}
          />
          <MendsPanel
            lines={bench.mends}
            touched={bench.touched}
            working={table.working}
            onChange={table.mends}
            onAdd={(kind) => setMending({ kind })}
            onEdit={(place) => {
              const mend = bench.mends[place]?.mend;
              if (mend) setMending({ kind: mend.do, mend, place });
            }}
          />
        </Flex>
        <FoundPanel
          table={bench.table}
          plates={bench.plates}
          mended={bench.mends.length}
          working={table.working}
          onMend={table.add}
          onShow={(finding) => setTyped(finding.text ?? "")}
          onMatrix={() =>
            attempt(async () => {
              const { plate } = await api.startPlate(id);
              navigate(`/plates/${plate.id}`);
            })
          }
          onRefusal={table.refuse}
        />
      </Flex>
      <MendDialog
        table={bench.table}
        asked={mending}
        onClose={() => setMending(null)}
        onDone={(mend: Mend, place) =>
          place === undefined
            ? table.add(mend)
            : table.mends((all) => all.map((each, i) => (i === place ? kept(mend, each) : each)))
        }
        onBefore={(mend, place) => table.mends((all) => all.toSpliced(place ?? all.length, 0, mend))}
      />
      {over && <DropFrame />}
      <Keys keys={KEYS} open={shown === "keys"} onClose={() => setShown(null)} />
      <FindAction
        open={shown === "actions"}
        onClose={() => setShown(null)}
        actions={[
          ...(binned
            ? []
            : [
                { name: "Make a plate", act: makePlate },
                { name: "Add a newer file", act: () => file.current?.click() },
              ]),
          { name: "Read the file in another way", act: reread },
          { name: "Find in the records", act: () => finder.current?.focus() },
          ...(bench.undo === null ? [] : [{ name: "Undo", note: bench.undo, act: table.undo }]),
          ...(bench.redo === null ? [] : [{ name: "Redo", note: bench.redo, act: table.redo }]),
          ...MENDS.map(({ kind, title, note }) => ({ name: title, note, act: () => setMending({ kind }) })),
          ...bench.editions
            .filter(({ stands }) => !stands)
            .map(({ number }) => ({ name: `Let edition ${number} stand`, act: () => table.returnTo(number) })),
          { name: "List the keys", act: () => setShown("keys") },
          { name: "Go to the desk", act: () => navigate("/") },
        ]}
      />
    </Flex>
  );
}

const Strong = ({ children }: { children: string | number }) => (
  <Box as="span" color="ink" fontWeight="600">
    {children}
  </Box>
);

/** A mend that was switched off stays so when it is changed. */
function kept(mend: Mend, before: Mend): Mend {
  return before.off ? { ...mend, off: true } : mend;
}

function found(now: RecordsAsked, text: string): RecordsAsked {
  const { find: _, field: __, ...rest } = now;
  return text.trim() ? { ...rest, find: text.trim() } : rest;
}
