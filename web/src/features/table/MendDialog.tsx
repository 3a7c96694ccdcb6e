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
};

/** A mend being written: its form, and what it would do to how many records before it is laid on. */
export function MendDialog({ table, asked, onClose, onDone }: Props) {
  const form = MENDS.find(({ kind }) => kind === asked?.kind);
  return (
    <Sheet heading={form?.title ?? ""} open={Boolean(form)} onClose={onClose} width="460px">
      {form && asked && <Written table={table} asked={asked} form={form.form} onClose={onClose} onDone={onDone} />}
    </Sheet>
  );
}

type WrittenProps = Omit<Props, "asked"> & { asked: MendAsked; form: (typeof MENDS)[number]["form"] };

function Written({ table, asked, form: Form, onClose, onDone }: WrittenProps) {
  const [draft, setDraft] = useState<Draft>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [problem, setProblem] = useState("");
  const [working, setWorking] = useState(false);
  const key = JSON.stringify(draft);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the draft
  useEffect(() => {
    setTrial(null);
    setProblem("");
    if (!draft) return;
    let over = false;
    const timer = setTimeout(async () => {
      try {
        const found = await api.tryMend(table.id, draft, asked.place);
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
  }, [key, table.id, asked.place]);

  async function done() {
    if (!draft) return;
    setWorking(true);
    const laid = await onDone(draft, asked.place);
    setWorking(false);
    if (laid) onClose();
  }

  return (
    <Box
      as="form"
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
          {!problem && trial && <Effect trial={trial} />}
          {!problem && !trial && draft && <Box color="quiet">Trying it</Box>}
        </Box>
      </Dialog.Body>
      <Dialog.Footer pt="0">
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="lead" type="submit" disabled={!trial || Boolean(problem) || working}>
          {asked.place === undefined ? "Add the mend" : "Save the change"}
        </Button>
      </Dialog.Footer>
    </Box>
  );
}

function Effect({ trial }: { trial: Trial }) {
  return (
    <Box bg="card" borderWidth="1px" borderColor="line" borderRadius="6px" px="12px" py="8px">
      <Box fontWeight="600">
        {trial.made ? `Makes ${trial.made}; touches ` : "Touches "}
        {counted(trial.touched, "record")}
      </Box>
      {trial.samples.map((sample) => (
        <Flex key={`${sample.before}>${sample.after}`} gap="8px" textStyle="small" mt="2px">
          <Box flex="1" truncate title={sample.before}>
            {trial.made ? `record ${sample.record}` : <s>{sample.before || "blank"}</s>}
          </Box>
          <Box flex="1" truncate title={sample.after} fontWeight="500">
            {sample.after || "blank"}
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
