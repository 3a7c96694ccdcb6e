import { Box, Dialog } from "@chakra-ui/react";
import { useState } from "react";
import type { PlateLine } from "../../api/client";
import { useAbout, usePlates } from "../../api/queries";
import { Button } from "../../shared/Button";
import { counted } from "../../shared/numbers";
import { Select } from "../../shared/Select";
import { Sheet } from "../../shared/Sheet";
import { save } from "../../shared/save";
import { ChoosePlates } from "./ChoosePlates";

/** Several plates at once, in one form, as one archive. Fetched when it is asked for. */
export default function ExportSeveral({ onClose }: { onClose: () => void }) {
  const plates = usePlates().data;
  return (
    <Sheet heading="Export several plates" open onClose={onClose} width="460px" tall>
      {plates && <Choosing plates={plates} onClose={onClose} />}
    </Sheet>
  );
}

function Choosing({ plates, onClose }: { plates: readonly PlateLine[]; onClose: () => void }) {
  const about = useAbout();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [ending, setEnding] = useState("pptx");
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");
  const chosen = plates.filter(({ id }) => !left.has(id));
  const forms = (about.data?.exports ?? []).filter(({ purpose }) => purpose !== "clipboard");

  async function done() {
    setWorking(true);
    setProblem("");
    try {
      await save(`/api/archive?${new URLSearchParams({ plates: chosen.map(({ id }) => id).join(","), ending })}`);
      onClose();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "The archive could not be made; try again.");
    } finally {
      setWorking(false);
    }
  }

  return (
    <>
      <Dialog.Body textStyle="base">
        <Box mb="10px">
          <Select
            label="Form"
            value={ending}
            options={forms.map((form) => [form.ending, `${form.title}, .${form.ending}`] as const)}
            onChange={setEnding}
          />
        </Box>
        <ChoosePlates plates={plates} left={left} onLeft={setLeft} />
        {problem && (
          <Box role="alert" color="alarm" mt="8px">
            {problem}
          </Box>
        )}
      </Dialog.Body>
      <Dialog.Footer>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="lead" disabled={working || !chosen.length} onClick={() => void done()}>
          {working ? "Making them" : `Save ${counted(chosen.length, "figure")} as .zip`}
        </Button>
      </Dialog.Footer>
    </>
  );
}
