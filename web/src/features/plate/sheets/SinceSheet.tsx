import { Box, Dialog } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, sentenceOf } from "../../../api/client";
import { keys } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { Sheet } from "../../../shared/Sheet";
import { Since } from "../../../shared/Since";

type Props = { plate: number; revision: string; open: boolean; onClose: () => void };

/** What changed in the figure since the edition before, and the differences as a plate of their own. */
export function SinceSheet({ open, ...props }: Props) {
  return (
    <Sheet heading="Since the edition before" open={open} onClose={props.onClose} width="520px" tall>
      {open && <Told {...props} />}
    </Sheet>
  );
}

function Told({ plate, revision, onClose }: Omit<Props, "open">) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: ["since", plate, revision], queryFn: () => api.since(plate) });
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");

  async function differences() {
    setWorking(true);
    setProblem("");
    try {
      const started = await api.startDifferences(plate);
      await client.invalidateQueries({ queryKey: keys.plates });
      onClose();
      navigate(`/plates/${started.plate.id}`);
    } catch (refused) {
      setProblem(sentenceOf(refused));
      setWorking(false);
    }
  }

  return (
    <>
      <Dialog.Body textStyle="base">
        {data && <Since since={data} several={false} none="Its table has no edition before." />}
        {!data && !error && <Box color="quiet">Comparing the two editions</Box>}
        {(error || problem) && (
          <Box role="alert" color="alarm" mt="8px">
            {problem || sentenceOf(error)}
          </Box>
        )}
      </Dialog.Body>
      <Dialog.Footer>
        <Button variant="plain" onClick={onClose}>
          Close
        </Button>
        <Button variant="lead" disabled={!data?.is_one || working} onClick={() => void differences()}>
          {working ? "Starting the plate" : "Show the differences as a plate"}
        </Button>
      </Dialog.Footer>
    </>
  );
}
