import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api } from "../../api/client";
import { keys } from "../../api/queries";
import { ARRANGEMENT_TERMS, PAGE_TERMS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { EditorBar } from "../../shared/EditorBar";
import { type Action, FindAction } from "../../shared/FindAction";
import { Folded } from "../../shared/Folded";
import { GiveBack } from "../../shared/GiveBack";
import { HistorySheet } from "../../shared/HistorySheet";
import { Keys } from "../../shared/Keys";
import { NotHere } from "../../shared/NotHere";
import { counted, whenSaved } from "../../shared/numbers";
import { Opening } from "../../shared/Opening";
import { SavedInput } from "../../shared/SavedInput";
import { Announced, Overtaken, Refused } from "../../shared/Say";
import { Controls, type Piece } from "../../shared/Sentence";
import { SentenceBar } from "../../shared/SentenceBar";
import { startPlan } from "../../shared/startPlan";
import { useKeys } from "../../shared/useKeys";
import { useNarrow } from "../../shared/useNarrow";
import { Working } from "../../shared/Working";
import { Argument } from "./Argument";
import { FolioDock, type FolioTab, TABS } from "./FolioDock";
import { FolioExport } from "./FolioExport";
import { FolioTray } from "./FolioTray";
import {
  type Arrangement,
  pagesOf,
  withArrangement,
  withFolio,
  withoutPage,
  withPageAdded,
  withPageMoved,
} from "./folios";
import { KEYS } from "./keys";
import { larger, PageStage, smaller } from "./PageStage";
import type { PartProps } from "./partProps";
import { TemplatePart } from "./TemplatePart";
import { useFolio } from "./useFolio";

type Shown = "keys" | "actions" | "history" | "back";

export default function FolioEditor() {
  const id = Number(useParams().id);
  return <Editor key={id} id={id} />;
}

function Editor({ id }: { id: number }) {
  const folio = useFolio(id);
  const { data, error } = folio.query;
  const narrow = useNarrow();
  const navigate = useNavigate();
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const [room, setRoom] = useState<number | null>(null);
  const [zoom, setZoom] = useState(1);
  const [tab, setTab] = useState<FolioTab>("plates");
  const [shown, setShown] = useState<Shown | null>(null);
  const [said, setSaid] = useState("");
  const sentence = useRef<HTMLDivElement>(null);
  const close = (which: Shown) => () => setShown((now) => (now === which ? null : now));
  useKeys({
    undo: folio.undo,
    redo: folio.redo,
    slash: () => sentence.current?.querySelector<HTMLElement>("button")?.focus(),
    help: () => setShown("keys"),
    actions: () => setShown("actions"),
    larger: () => setZoom(larger),
    smaller: () => setZoom(smaller),
    fit: () => setZoom(1),
  });
  const title = data?.folio.title;
  useEffect(() => {
    document.title = title ? `${title}, Mottled Finch` : "Mottled Finch";
  }, [title]);

  if (error) return <NotHere kind="folio" id={id} error={error} />;
  if (!data) return <Opening what="Laying out the pages" />;

  const pages = pagesOf(data.spec);
  const at = Math.max(0, Math.min(Number(params.get("page") ?? 1) - 1 || 0, pages.length - 1));
  const page = data.pages[at];
  const spec = pages[at] ?? {};
  const chosen = room !== null && page && room < page.rooms.length ? room : null;

  function go(to: number) {
    setRoom(null);
    setParams(to > 0 ? { page: `${to + 1}` } : {}, { replace: true });
  }

  function move(to: number) {
    if (to < 0 || to >= pages.length) return;
    folio.change(withPageMoved(at, to));
    go(to);
  }

  async function another() {
    try {
      const started = await api.startFolio({ like: id });
      await client.invalidateQueries({ queryKey: keys.folios });
      navigate(`/folios/${started.folio.id}`);
    } catch (problem) {
      folio.refuse(problem);
    }
  }

  async function byItself() {
    try {
      navigate(await startPlan(client, { folio: id }));
    } catch (problem) {
      folio.refuse(problem);
    }
  }

  const parts: PartProps = {
    data,
    page,
    spec,
    at,
    room: chosen,
    onChange: folio.change,
    onGo: go,
    onRefused: folio.refuse,
  };
  const dock = <FolioDock {...parts} tab={tab} onTab={setTab} />;
  const tray = <FolioTray data={data} page={page} spec={spec} at={at} onGo={go} onChange={folio.change} />;
  const argument = <Argument data={data} at={at} onGo={go} onChange={folio.change} />;
  const actions: Action[] = [
    ...(data.folio.undo === null ? [] : [{ name: "Undo", note: data.folio.undo, act: folio.undo }]),
    ...(data.folio.redo === null ? [] : [{ name: "Redo", note: data.folio.redo, act: folio.redo }]),
    ...data.pages.map((each, i) => ({ name: `Go to page ${each.number}`, note: each.title, act: () => go(i) })),
    ...Object.entries(ARRANGEMENT_TERMS).map(([name, term]) => ({
      name: `Add a page: ${term.title.toLowerCase()}`,
      act: () => {
        folio.change(withPageAdded(pages.length ? at : -1, { arrange: name as Arrangement }));
        go(pages.length ? at + 1 : 0);
      },
    })),
    ...(page
      ? [
          ...Object.entries(ARRANGEMENT_TERMS).map(([name, term]) => ({
            name: `Arrange the page as ${term.said}`,
            act: () => folio.change(withArrangement(at, name as Arrangement)),
          })),
          { name: "Move the page up", act: () => move(at - 1) },
          { name: "Move the page down", act: () => move(at + 1) },
          { name: "Take the page out", act: () => folio.change(withoutPage(at)) },
        ]
      : []),
    ...TABS.map(({ value, label }) => ({ name: `Open the part: ${label.toLowerCase()}`, act: () => setTab(value) })),
    { name: "Start another folio from this one", act: another },
    { name: "Give a file back", act: () => setShown("back") },
    { name: "Make it by itself: start a plan", act: byItself },
    { name: "See the history", act: () => setShown("history") },
    { name: "Show the page larger", act: () => setZoom(larger) },
    { name: "Show the page smaller", act: () => setZoom(smaller) },
    { name: "Fit the page to the screen", act: () => setZoom(1) },
    { name: "List the keys", act: () => setShown("keys") },
    { name: "Go to the desk", act: () => navigate("/") },
  ];

  return (
    <Flex direction="column" h="100%" overflowY={{ base: "auto", lg: "visible" }} overflowX="clip">
      <EditorBar
        from={<Link to="/">Folios</Link>}
        title={data.folio.title}
        told={folio.working ? "saving" : said || `saved ${whenSaved(data.folio.saved)}`}
        undoes={data.folio.undo}
        redoes={data.folio.redo}
        onUndo={folio.undo}
        onRedo={folio.redo}
        onHistory={() => setShown("history")}
      >
        <FolioExport data={data} onSaid={setSaid} />
      </EditorBar>
      <Box h="2px" flex="none" position="relative" mb="-2px" zIndex={3}>
        {folio.working && <Working label="Laying out the pages" />}
      </Box>
      <SentenceBar own={sentence} label="The folio as a sentence" pieces={sentenceOfFolio(parts)}>
        <Button variant="plain" flex={{ base: "1", lg: "none" }} onClick={() => void byItself()}>
          Make it by itself
        </Button>
        <Button variant="plain" flex={{ base: "1", lg: "none" }} onClick={() => setShown("back")}>
          Give a file back
        </Button>
      </SentenceBar>
      {folio.refusal && <Refused sentence={folio.refusal.message} onClose={folio.forget} />}
      {data.problem && (
        <Refused sentence={`The pages are plain, since the template cannot be used: ${data.problem}.`} />
      )}
      {folio.overtaken && (
        <Overtaken sentence={folio.overtaken.sentence} onMine={folio.overtaken.again} onTheirs={folio.takeTheirs} />
      )}
      <Flex flex={{ base: "none", lg: "1" }} minH="0" direction={{ base: "column", lg: "row" }}>
        {argument}
        <Flex as="main" data-home tabIndex={-1} outline="none" direction="column" flex="1" minW="0">
          {page ? (
            <PageStage
              key={at}
              data={data}
              page={page}
              spec={spec}
              at={at}
              room={chosen}
              zoom={zoom}
              onZoom={setZoom}
              onRoom={(next) => {
                setRoom(next);
                if (next !== null) setTab("plates");
              }}
              onChange={folio.change}
            />
          ) : (
            <Flex flex="1" align="center" justify="center" bg="ground" color="quiet" minH="200px">
              No page yet. Add one at the left.
            </Flex>
          )}
        </Flex>
        {!narrow && dock}
      </Flex>
      {!narrow && tray}
      {narrow && (
        <Folded
          parts={[
            { name: "Parts", content: dock },
            { name: "Claims and cautions", content: tray },
          ]}
        />
      )}
      <Announced>{said}</Announced>
      <HistorySheet
        of={["folio", id, data.folio.version, data.folio.saved]}
        load={() => api.folioHistory(id)}
        open={shown === "history"}
        onGo={folio.goTo}
        onClose={close("history")}
      />
      <GiveBack open={shown === "back"} onClose={close("back")} onSaid={setSaid} />
      <Keys keys={KEYS} open={shown === "keys"} onClose={close("keys")} />
      <FindAction actions={actions} open={shown === "actions"} onClose={close("actions")} />
    </Flex>
  );
}

/** "Six pages called Operations review for a full slide in the house's template". */
function sentenceOfFolio(parts: PartProps): Piece[] {
  const { data, onChange } = parts;
  const page = data.spec.page ?? {};
  const size = Object.values(PAGE_TERMS).find(
    ({ width, height }) => width === (page.width ?? 960) && height === (page.height ?? 540),
  );
  const template = page.template?.slides;
  const settings = () => (
    <Controls width="300px">
      <TemplatePart {...parts} />
    </Controls>
  );
  return [
    `${counted(data.pages.length, "page")} called `,
    {
      name: "Title",
      words: data.spec.title || "nothing yet",
      set: Boolean(data.spec.title),
      card: () => (
        <Controls>
          <SavedInput
            size="sm"
            autoFocus
            aria-label="Title of the folio"
            maxLength={200}
            value={data.spec.title ?? ""}
            onDone={(title) => onChange(withFolio({ title: title || undefined }))}
          />
        </Controls>
      ),
    },
    " for ",
    {
      name: "Page",
      words: template ? "slides of the house" : size ? `a ${size.title.toLowerCase()}` : "pages of their own size",
      set: true,
      card: settings,
    },
    " in ",
    {
      name: "Template",
      words: template ? `“${template}”` : "no template",
      set: Boolean(template),
      card: settings,
    },
  ];
}
