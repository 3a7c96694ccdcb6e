import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api } from "../../api/client";
import { keys, useAbout, useTable } from "../../api/queries";
import { Bar } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { DropFrame } from "../../shared/DropFrame";
import { EditorBar } from "../../shared/EditorBar";
import { Folded } from "../../shared/Folded";
import { afterClosing } from "../../shared/frames";
import { GiveBack } from "../../shared/GiveBack";
import { HistorySheet } from "../../shared/HistorySheet";
import { Keys } from "../../shared/Keys";
import { whenSaved } from "../../shared/numbers";
import { Opening } from "../../shared/Opening";
import { Announced, Overtaken, Refused } from "../../shared/Say";
import { useKeys } from "../../shared/useKeys";
import { useNarrow } from "../../shared/useNarrow";
import { Working } from "../../shared/Working";
import { useDropToDesk } from "../desk";
import { CannotBeMade } from "./CannotBeMade";
import { usePlate } from "./changes/usePlate";
import { useTriedPivot } from "./changes/useTriedPivot";
import { look, magnify, resetView, useView } from "./changes/view";
import { Dock } from "./Dock";
import { ExportCard } from "./ExportCard";
import { TableDone } from "./scale/targets";
import { Actions } from "./sheets/Actions";
import { KEYS } from "./sheets/keys";
import { LayOnSheet } from "./sheets/LayOnSheet";
import { RecordsSheet } from "./sheets/RecordsSheet";
import { SinceSheet } from "./sheets/SinceSheet";
import { cellActions } from "./stage/CellMenu";
import { copyColors, copyPicture } from "./stage/copyPicture";
import { Stage } from "./stage/Stage";
import { Statement, type StatementHandle } from "./statement/Statement";
import { Tray } from "./tray/Tray";

type Shown = "keys" | "actions" | "history" | "lay" | "since" | "back";

export default function PlateEditor() {
  const id = Number(useParams().id);
  // A fresh editor for each plate: nothing looked at in one is carried to another.
  return <Editor key={id} id={id} />;
}

function Editor({ id }: { id: number }) {
  const plate = usePlate(id);
  const { data, error, isPending } = plate.query;
  const table = useTable(data?.plate.table);
  const narrow = useNarrow();
  const about = useAbout();
  const over = useDropToDesk();
  const statement = useRef<StatementHandle>(null);
  const [said, setSaid] = useState("");
  const [shown, setShown] = useState<Shown | null>(null);
  /** A sheet that closes late must not close the one that was opened from it. */
  const close = (which: Shown) => () => setShown((now) => (now === which ? null : now));
  const client = useQueryClient();
  const navigate = useNavigate();
  const behind = useView((view) => view.behind);
  useEffect(resetView, []);
  useKeys({
    undo: plate.undo,
    redo: plate.redo,
    slash: () => statement.current?.write(),
    help: () => setShown("keys"),
    actions: () => setShown("actions"),
    larger: () => magnify(1),
    smaller: () => magnify(-1),
    fit: () => magnify(0),
  });
  const tried = useTriedPivot(id, data?.plate.recipe);
  const { attempt } = tried;
  const refused = plate.refusal;
  useEffect(() => {
    if (refused) attempt(null);
  }, [refused, attempt]);
  const title = data?.plate.title;
  useEffect(() => {
    document.title = title ? `${title}, Mottled Finch` : "Mottled Finch";
  }, [title]);

  if (error) {
    return (
      <>
        <Bar />
        <CannotBeMade id={id} error={error} />
      </>
    );
  }
  if (isPending || !table.data) return <Opening what="Drawing the figure" />;

  const figure = tried.shown?.figure ?? data.figure;
  const { saved, table_name } = data.plate;
  const recipe = tried.shown?.recipe ?? data.plate.recipe;
  const { undoes, redoes } = plate;
  /** What is set against another side has a middle and ends that follow from it, which the recipe leaves open. */
  const told = recipe.pivot.show?.as === "against" ? { ...recipe, color: figure.color } : recipe;

  async function copy() {
    setSaid("Making the picture");
    setSaid(await copyPicture(id));
  }

  async function another() {
    try {
      const started = await api.startPlate(table.data?.id ?? 0, recipe);
      await client.invalidateQueries({ queryKey: keys.plates });
      navigate(`/plates/${started.plate.id}`);
    } catch (problem) {
      plate.refuse(problem);
    }
  }

  const tray = (
    <Tray
      plate={id}
      revision={data.plate.revision}
      figure={figure}
      recipe={told}
      onChange={plate.change}
      onTable={plate.changeTable}
    />
  );
  const dock = (
    <Dock
      plate={id}
      table={table.data}
      figure={figure}
      recipe={told}
      onChange={plate.change}
      onRefused={plate.refuse}
    />
  );

  return (
    <TableDone value={plate.tableDone}>
      <Flex direction="column" h="100%" overflowY={{ base: "auto", lg: "visible" }} overflowX="clip">
        <EditorBar
          from={
            <Box as="span" truncate>
              <Link to={`/tables/${data.plate.table}`}>{table_name}</Link>
            </Box>
          }
          title={data.plate.title}
          told={plate.working ? "saving" : said || `saved ${whenSaved(saved)}`}
          undoes={undoes}
          redoes={redoes}
          onUndo={plate.undo}
          onRedo={plate.redo}
          onHistory={() => setShown("history")}
        >
          {table.data.edition > 1 && (
            <Button variant="bareOnBar" onClick={() => setShown("since")}>
              What changed
            </Button>
          )}
          <Button variant="onBar" onClick={copy}>
            Copy picture
          </Button>
          <ExportCard id={id} forms={about.data?.exports ?? []} template={recipe.page?.template} onSaid={setSaid} />
        </EditorBar>
        <Box h="2px" flex="none" position="relative" mb="-2px" zIndex={3}>
          {plate.working && <Working label="Making the figure" onGiveUp={plate.giveUp} />}
        </Box>
        <Statement
          ref={statement}
          plate={data.plate}
          figure={data.figure}
          table={table.data}
          onChange={plate.change}
          onTry={tried.attempt}
        />
        {plate.refusal && <Refused sentence={plate.refusal.plain} onClose={plate.forget} />}
        {plate.overtaken && (
          <Overtaken sentence={plate.overtaken.sentence} onMine={plate.overtaken.again} onTheirs={plate.takeTheirs} />
        )}
        <Flex flex={{ base: "none", lg: "1" }} minH="0">
          <Flex
            as="main"
            data-home
            tabIndex={-1}
            outline="none"
            onKeyDown={toTheCells}
            direction="column"
            flex="1"
            minW="0"
          >
            <Stage
              figure={figure}
              recipe={recipe}
              onChange={plate.change}
              heads={{
                ownMends: Boolean(recipe.table?.mends?.length),
                onTable: plate.changeTable,
              }}
            />
            {!narrow && tray}
          </Flex>
          {!narrow && dock}
        </Flex>
        {narrow && (
          <Folded
            parts={[
              { name: "Parts", content: dock },
              { name: "Reading", content: tray },
            ]}
          />
        )}
        <Announced>{said}</Announced>
        {behind && (
          <RecordsSheet
            plate={id}
            revision={data.plate.revision}
            table={table.data}
            figure={figure}
            lines={behind}
            onClose={() => look({ behind: null })}
          />
        )}
        {over && <DropFrame />}
        <HistorySheet
          of={["plate", id, data.plate.revision, saved]}
          load={() => api.history(id)}
          open={shown === "history"}
          onGo={plate.goTo}
          onClose={close("history")}
        />
        <SinceSheet plate={id} revision={data.plate.revision} open={shown === "since"} onClose={close("since")} />
        <GiveBack open={shown === "back"} onClose={close("back")} onSaid={setSaid} />
        <LayOnSheet table={data.plate.table} recipe={recipe} open={shown === "lay"} onClose={close("lay")} />
        <Keys keys={KEYS} open={shown === "keys"} onClose={close("keys")} />
        <Actions
          plate={id}
          recipe={recipe}
          open={shown === "actions"}
          onClose={close("actions")}
          onChange={plate.change}
          others={(chosen) => [
            ...(undoes === null ? [] : [{ name: "Undo", note: undoes, act: plate.undo }]),
            ...(redoes === null ? [] : [{ name: "Redo", note: redoes, act: plate.redo }]),
            { name: "Copy picture", act: copy },
            { name: "Copy the hex codes of all cells", act: async () => setSaid(await copyColors(figure)) },
            { name: "See the history", act: () => setShown("history") },
            { name: "See what changed since the edition before", act: () => setShown("since") },
            { name: "Start another plate from this one", act: another },
            { name: "Give a file back: refresh what came back", act: () => setShown("back") },
            { name: "Use this plate on another table", act: () => setShown("lay") },
            ...(["title", "subtitle", "caption"] as const).map((line) => ({
              name: `Write the ${line}`,
              act: () => afterClosing(() => look({ writing: line })),
            })),
            { name: "Show the page larger", act: () => magnify(1) },
            { name: "Show the page smaller", act: () => magnify(-1) },
            { name: "Fit the page to the screen", act: () => magnify(0) },
            { name: "Type the statement", act: () => statement.current?.write() },
            { name: "Split by a further field", act: () => statement.current?.open("split") },
            { name: "See how fields move together", act: () => statement.current?.open("correlate") },
            ...(chosen
              ? cellActions(figure, recipe, chosen, plate.change)
                  .flat()
                  .filter(({ off }) => !off)
                  .map(({ name, act }) => ({ name: `This cell: ${name.toLowerCase()}`, act }))
              : []),
            { name: "List the keys", act: () => setShown("keys") },
          ]}
        />
      </Flex>
    </TableDone>
  );
}

/** From the page itself, the arrows lead into its cells. */
function toTheCells(event: KeyboardEvent) {
  if (event.target !== event.currentTarget || !event.key.startsWith("Arrow")) return;
  event.preventDefault();
  event.currentTarget.querySelector<HTMLElement>("[data-cells]")?.focus();
}
