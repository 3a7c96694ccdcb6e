import { Box, Dialog, Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { api, type ColumnInfo, type Mend, sentenceOf, type TableInfo, type Trial } from "../../api/client";
import { Button } from "../../shared/Button";
import { counted } from "../../shared/numbers";
import { Sheet } from "../../shared/Sheet";
import { MENDS } from "./forms";
import type { Draft } from "./forms/form";

export type MendAsked = { kind: Mend["do"]; column?: ColumnInfo; mend?: Mend; place?: number };

type Props = {
  table: TableInfo;
  asked: MendAsked | null;
  onClose: () => void;
  /** Resolves to whether the mend was laid on. */
  onDone: (mend: Mend, place: number | undefined) => Promise<boolean>;
  /** Lays another mend on before the one that is written. */
  onBefore: (mend: Mend, place: number | undefined) => Promise<boolean>;
};

/** A mend being written: its form, and what it would do to how many records before it is laid on. */
export function MendDialog({ table, asked, ...on }: Props) {
  const form = MENDS.find(({ kind }) => kind === asked?.kind);
  return (
    <Sheet heading={form?.title ?? ""} open={Boolean(form)} onClose={on.onClose} width="500px" tall>
      {form && asked && <Written table={table} asked={asked} form={form.form} {...on} />}
    </Sheet>
  );
}

type WrittenProps = Omit<Props, "asked"> & { asked: MendAsked; form: (typeof MENDS)[number]["form"] };

function Written({ table, asked, form: Form, onClose, onDone, onBefore }: WrittenProps) {
  const [draft, setDraft] = useState<Draft>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [problem, setProblem] = useState("");
  const [working, setWorking] = useState(false);
  const [place, setPlace] = useState(asked.place);
  const [before, setBefore] = useState(0);
  const key = JSON.stringify(draft);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the draft
  useEffect(() => {
    setTrial(null);
    setProblem("");
    if (!draft) return;
    let over = false;
    const timer = setTimeout(async () => {
      try {
        const found = await api.tryMend(table.id, draft, place);
        if (over) return;
        setTrial(found);
        setProblem(found.problem);
      } catch (error) {
        if (!over) setProblem(sentenceOf(error));
      }
    }, 200);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [key, table.id, place, before]);

  async function done() {
    if (!draft) return;
    setWorking(true);
    const laid = await onDone(draft, place);
    setWorking(false);
    if (laid) onClose();
  }

  async function merge(mends: readonly Mend[]) {
    setWorking(true);
    let laid = 0;
    for (const mend of mends) {
      if (!(await onBefore(mend, place === undefined ? undefined : place + laid))) break;
      laid += 1;
    }
    setWorking(false);
    setBefore(before + laid);
    if (place !== undefined) setPlace(place + laid);
  }

  return (
    <Box
      as="form"
      display="flex"
      flexDirection="column"
      minH="0"
      onSubmit={(event) => {
        event.preventDefault();
        void done();
      }}
    >
      <Dialog.Body pt="6px" textStyle="base">
        <Form table={table} column={asked.column} mend={asked.mend} onDraft={setDraft} />
        <Box minH="40px" pt="6px" aria-live="polite">
          {problem && (
            <Box color="alarm" overflowWrap="anywhere">
              {problem.charAt(0).toUpperCase() + problem.slice(1)}.
            </Box>
          )}
          {!problem && trial && <Effect trial={trial} working={working} onMerge={merge} />}
          {!problem && !trial && draft && <Box color="quiet">Trying it</Box>}
        </Box>
      </Dialog.Body>
      <Dialog.Footer pt="0">
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="lead" type="submit" disabled={!trial || Boolean(problem) || working}>
          {place === undefined ? "Add the mend" : "Save the change"}
        </Button>
      </Dialog.Footer>
    </Box>
  );
}

type EffectProps = { trial: Trial; working: boolean; onMerge: (mends: readonly Mend[]) => void };

function Effect({ trial, working, onMerge }: EffectProps) {
  return (
    <Box bg="card" borderWidth="1px" borderColor="line" borderRadius="6px" px="12px" py="8px">
      <Box fontWeight="600">
        {trial.made ? `Makes ${trial.made === "new column" ? "a new column" : trial.made}; touches ` : "Touches "}
        {counted(trial.touched, "record")}
      </Box>
      {trial.samples.map((sample) => (
        <Flex key={`${sample.before}>${sample.after}`} gap="8px" textStyle="small" mt="2px">
          <Box flex="1" truncate title={sample.before}>
            {trial.made ? `${sample.column}, record ${sample.record}` : <s>{sample.before || "blank"}</s>}
          </Box>
          <Box flex="1" truncate title={sample.after} fontWeight="500">
            {sample.after || "blank"}
          </Box>
        </Flex>
      ))}
      {trial.notes.map((note) => (
        <Box key={note} textStyle="small" color="quiet" mt="4px">
          {note.charAt(0).toUpperCase() + note.slice(1)}.
        </Box>
      ))}
      <Missed missed={trial.missed} working={working} onMerge={onMerge} />
    </Box>
  );
}

const MISSED_LISTED = 6;

/** Keys that find nothing, each with what it may be meant for. */
function Missed({ missed, working, onMerge }: Omit<EffectProps, "trial"> & { missed: Trial["missed"] }) {
  const listed = missed.slice(0, MISSED_LISTED);
  if (!listed.length) return null;
  return (
    <Box as="ul" listStyleType="none" aria-label="Keys that find nothing" mt="6px">
      {listed.map(({ words, records, cures }) => (
        <Flex as="li" key={words} align="center" gap="8px" textStyle="small" minH="27px">
          <Box flex="1" minW="0" truncate title={words} fontWeight="500">
            {words}
          </Box>
          <Box color="quiet" whiteSpace="nowrap">
            {counted(records, "record")}
          </Box>
          {cures.length > 0 && (
            <Button size="sm" disabled={working} onClick={() => onMerge(cures)} maxW="190px">
              <Box as="span" truncate>
                Merge into {cures.map(({ into }) => into).join(", ")}
              </Box>
            </Button>
          )}
        </Flex>
      ))}
      {missed.length > listed.length && (
        <Box as="li" textStyle="small" color="quiet">
          and more
        </Box>
      )}
    </Box>
  );
}
