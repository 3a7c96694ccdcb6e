import { Box, Flex, Grid } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api } from "../../api/client";
import { Button } from "../../shared/Button";
import { EditorBar } from "../../shared/EditorBar";
import { type Action, FindAction } from "../../shared/FindAction";
import { HistorySheet } from "../../shared/HistorySheet";
import { Keys } from "../../shared/Keys";
import { NotHere } from "../../shared/NotHere";
import { whenSaved } from "../../shared/numbers";
import { Opening } from "../../shared/Opening";
import { Overtaken, Refused } from "../../shared/Say";
import { SentenceBar } from "../../shared/SentenceBar";
import { useKeys } from "../../shared/useKeys";
import { Working } from "../../shared/Working";
import { Conditions } from "./Conditions";
import { planPieces } from "./pieces";
import { withPlan } from "./plans";
import { isUnderWay, Runs } from "./Runs";
import { useNames } from "./useNames";
import { usePlanChanges } from "./usePlanChanges";

type Shown = "keys" | "actions" | "history";

const KEYS: readonly [string, string][] = [
  ["/", "Go to the sentence that is the plan"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Ctrl K", "Find any action by name"],
  ["?", "This list"],
];

export default function PlanScreen() {
  const id = Number(useParams().id);
  return <Screen key={id} id={id} />;
}

/** What is made by itself: a sentence that is the plan, what has to hold, and what came of it so far. */
function Screen({ id }: { id: number }) {
  const plan = usePlanChanges(id);
  const { data, error } = plan;
  const names = useNames(data?.spec);
  const navigate = useNavigate();
  const [shown, setShown] = useState<Shown | null>(null);
  const sentence = useRef<HTMLDivElement>(null);
  const close = (which: Shown) => () => setShown((now) => (now === which ? null : now));
  useKeys({
    undo: plan.undo,
    redo: plan.redo,
    slash: () => sentence.current?.querySelector<HTMLElement>("button")?.focus(),
    help: () => setShown("keys"),
    actions: () => setShown("actions"),
  });
  const title = data?.title;
  useEffect(() => {
    document.title = title ? `${title}, Mottled Finch` : "Mottled Finch";
  }, [title]);
  if (error) return <NotHere kind="plan" id={id} error={error} />;
  if (!data || !names.ready) return <Opening what="Opening the plan" />;

  const busy = data.runs.some(isUnderWay);
  const broken = Boolean(data.problem);
  const actions: Action[] = [
    ...(data.undo === null ? [] : [{ name: "Undo", note: data.undo, act: plan.undo }]),
    ...(data.redo === null ? [] : [{ name: "Redo", note: data.redo, act: plan.redo }]),
    { name: "Run it now", act: () => plan.run(false) },
    { name: "Try it: see what it would make", act: () => plan.run(true) },
    data.spec.paused
      ? { name: "Let it go on", act: () => plan.change(withPlan({ paused: false })) }
      : { name: "Pause it", act: () => plan.change(withPlan({ paused: true })) },
    { name: "See the history", act: () => setShown("history") },
    { name: "List the keys", act: () => setShown("keys") },
    { name: "Go to the desk", act: () => navigate("/") },
  ];

  return (
    <Flex direction="column" h="100%" overflowY={{ base: "auto", lg: "visible" }} overflowX="clip">
      <EditorBar
        from={<Link to="/">Plans</Link>}
        title={data.title}
        told={plan.working ? "saving" : `saved ${whenSaved(data.saved)}`}
        undoes={data.undo}
        redoes={data.redo}
        onUndo={plan.undo}
        onRedo={plan.redo}
        onHistory={() => setShown("history")}
      >
        <Button variant="lead" disabled={busy || broken} onClick={() => void plan.run(false)}>
          Run now
        </Button>
      </EditorBar>
      <Box h="2px" flex="none" position="relative" mb="-2px" zIndex={3}>
        {(plan.working || busy) && <Working label={busy ? "Running the plan" : "Saving"} />}
      </Box>
      {broken ? (
        <Refused sentence={`${data.problem} Undo leads back to what could be read.`} />
      ) : (
        <SentenceBar own={sentence} label="The plan as a sentence" pieces={planPieces(data, names, plan.change)}>
          <Button variant="plain" flex={{ base: "1", lg: "none" }} disabled={busy} onClick={() => void plan.run(true)}>
            Try it
          </Button>
        </SentenceBar>
      )}
      {plan.refusal && <Refused sentence={plan.refusal.message} onClose={plan.forget} />}
      {plan.overtaken && (
        <Overtaken sentence={plan.overtaken.sentence} onMine={plan.overtaken.again} onTheirs={plan.takeTheirs} />
      )}
      <Grid
        as="main"
        data-home
        tabIndex={-1}
        outline="none"
        flex={{ base: "none", lg: "1" }}
        minH="0"
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 380px" }}
      >
        <Runs plan={data} />
        <Box
          as="aside"
          bg="panel"
          borderLeftWidth={{ base: "0", lg: "1px" }}
          borderTopWidth={{ base: "1px", lg: "0" }}
          borderColor="edge"
          px="16px"
          py="14px"
          overflowY={{ base: "visible", lg: "auto" }}
        >
          {!broken && <Conditions spec={data.spec} names={names} onChange={plan.change} />}
        </Box>
      </Grid>
      <HistorySheet
        of={["plan", id, data.version, data.saved]}
        load={() => api.planHistory(id)}
        open={shown === "history"}
        onGo={plan.goTo}
        onClose={close("history")}
      />
      <Keys keys={KEYS} open={shown === "keys"} onClose={close("keys")} />
      <FindAction actions={actions} open={shown === "actions"} onClose={close("actions")} />
    </Flex>
  );
}
