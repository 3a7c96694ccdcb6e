import { Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, sentenceOf } from "../api/client";
import { useBin } from "../api/queries";
import { Button } from "./Button";
import { until } from "./numbers";
import type { Kind } from "./removing";

/** A thing as it lies in the bin; undefined for any other. */
export const useBinned = (kind: Kind, id: number) =>
  useBin().data?.find((each) => each.kind === kind && each.id === id);

/** Of a thing that lies in the bin, until when it does, and the way back; nothing of any other. */
export function InBin({ kind, id }: { kind: Kind; id: number }) {
  const client = useQueryClient();
  const binned = useBinned(kind, id);
  const [refused, setRefused] = useState("");
  if (!binned) return null;

  async function back() {
    try {
      await api.putBack(kind, id);
    } catch (error) {
      setRefused(sentenceOf(error));
    }
    await client.invalidateQueries();
  }

  return (
    <Flex role="status" align="center" gap="10px" px="12px" py="6px" bg="amberWash" color="ink" wrap="wrap">
      {refused || `This ${kind} is in the bin until ${until(binned.until)}.`}
      <Button size="sm" variant="plain" onClick={() => void back()}>
        Put it back
      </Button>
    </Flex>
  );
}
