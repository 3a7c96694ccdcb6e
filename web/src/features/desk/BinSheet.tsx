import { Box, Dialog, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Binned, sentenceOf } from "../../api/client";
import { useBin } from "../../api/queries";
import { Button } from "../../shared/Button";
import { until, whenSaved } from "../../shared/numbers";
import { shownAnew, usersOf } from "../../shared/removing";
import { Sheet } from "../../shared/Sheet";

/** What was removed and is not yet gone: put back, or taken away for good. Fetched when it is asked for. */
export default function BinSheet({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const binned = useBin();
  const [refused, setRefused] = useState("");
  const [emptying, setEmptying] = useState(false);

  async function done(act: () => Promise<unknown>) {
    setRefused("");
    try {
      await act();
    } catch (error) {
      setRefused(sentenceOf(error));
    }
    setEmptying(false);
    await shownAnew(client);
  }

  return (
    <Sheet heading="Bin" open onClose={onClose} width="640px" tall>
      <Dialog.Body>
        <Box color="quiet" mb="10px">
          What is removed lies here for 30 days. What uses it keeps it until then.
        </Box>
        {binned.data?.length === 0 && <Box>Nothing lies here.</Box>}
        {binned.data?.map((each) => (
          <Line key={`${each.kind} ${each.id}`} binned={each} onDone={done} />
        ))}
        {refused && (
          <Box role="alert" color="alarm" mt="8px">
            {refused}
          </Box>
        )}
      </Dialog.Body>
      <Dialog.Footer>
        {Boolean(binned.data?.length) && !emptying && (
          <Button variant="plain" onClick={() => setEmptying(true)}>
            Empty the bin
          </Button>
        )}
        {emptying && (
          <Button variant="plain" color="alarm" autoFocus onClick={() => void done(api.emptyBin)}>
            Delete all of it for good
          </Button>
        )}
        <Button variant="lead" onClick={onClose}>
          Done
        </Button>
      </Dialog.Footer>
    </Sheet>
  );
}

function Line({ binned, onDone }: { binned: Binned; onDone: (act: () => Promise<unknown>) => Promise<void> }) {
  const { kind, id, name, used_by } = binned;
  const [asked, setAsked] = useState(false);
  return (
    <Flex align="center" gap="10px" py="9px" borderTopWidth="1px" borderColor="line">
      <Box flex="1" minW="0">
        <Box fontWeight="600" truncate title={name}>
          {name}
        </Box>
        <Box textStyle="small" color="quiet" overflowWrap="anywhere">
          {kind.charAt(0).toUpperCase() + kind.slice(1)}, removed {whenSaved(binned.removed)}, here until{" "}
          {until(binned.until)}
          {used_by.length > 0 && `; used by ${usersOf(used_by)}`}
        </Box>
      </Box>
      <Button
        size="sm"
        variant="plain"
        aria-label={`Put back ${name}`}
        onClick={() => void onDone(() => api.putBack(kind, id))}
      >
        Put back
      </Button>
      <Button
        size="sm"
        variant="plain"
        color="alarm"
        aria-label={asked ? `Yes, for good: ${name}` : `Delete: ${name}`}
        onClick={() => (asked ? void onDone(() => api.takeAway(kind, id)) : setAsked(true))}
        onBlur={() => setAsked(false)}
      >
        {asked ? "Yes, for good" : "Delete"}
      </Button>
    </Flex>
  );
}
