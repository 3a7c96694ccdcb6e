import { Box, Dialog, Input } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type PlateLine, sentenceOf } from "../../api/client";
import { keys, usePlates } from "../../api/queries";
import { Button } from "../../shared/Button";
import { counted } from "../../shared/numbers";
import { Sheet } from "../../shared/Sheet";
import { ChoosePlates } from "./ChoosePlates";

/** A folio of some plates: an opening, and a page for each. Fetched when it is asked for. */
export default function StartFolio({ onClose }: { onClose: () => void }) {
  const plates = usePlates().data;
  return (
    <Sheet heading="Start a folio" open onClose={onClose} width="460px" tall>
      {plates && <Starting plates={plates.filter(({ problem }) => !problem)} onClose={onClose} />}
    </Sheet>
  );
}

function Starting({ plates, onClose }: { plates: readonly PlateLine[]; onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [title, setTitle] = useState("");
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set(plates.map(({ id }) => id)));
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");
  const chosen = plates.filter(({ id }) => !left.has(id)).map(({ id }) => id);

  async function start() {
    setWorking(true);
    setProblem("");
    try {
      const started = await api.startFolio({ title: title.trim(), plates: chosen });
      client.setQueryData(keys.folio(started.folio.id), started);
      await client.invalidateQueries({ queryKey: keys.folios });
      onClose();
      navigate(`/folios/${started.folio.id}`);
    } catch (error) {
      setProblem(sentenceOf(error));
      setWorking(false);
    }
  }

  return (
    <Box
      as="form"
      display="contents"
      onSubmit={(event) => {
        event.preventDefault();
        void start();
      }}
    >
      <Dialog.Body textStyle="base">
        <Box textStyle="label" mb="5px">
          What it is called
        </Box>
        <Input
          size="sm"
          autoFocus
          bg="card"
          borderColor="control"
          aria-label="Title of the folio"
          placeholder="Operations review"
          maxLength={200}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          mb="14px"
        />
        <Box textStyle="label" mb="5px">
          A page for each of these plates
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
        <Button variant="lead" type="submit" disabled={working}>
          {working ? "Laying out the pages" : `Start with ${counted(chosen.length + 1, "page")}`}
        </Button>
      </Dialog.Footer>
    </Box>
  );
}
