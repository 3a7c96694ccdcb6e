import { type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { Refusal, sentenceOf } from "../api/client";
import { useInLine, useWorking } from "./useInLine";

/** A change that others were quicker than, and what lays it on top of theirs. */
type Overtaken = { sentence: string; again: (() => void) | null };

/**
 * Changes of one thing that is kept under `key`, sent one after another, each made from what the one before left, so that quick work
 * never overwrites itself. What the server refuses changes nothing and is told; what was overtaken is shown as it stands now.
 */
export function useChanges<Now>(scope: string, key: QueryKey) {
  const client = useQueryClient();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [overtaken, setOvertaken] = useState<Overtaken | null>(null);
  const run = useInLine(scope);
  const name = JSON.stringify(key);

  /** Do something behind all that is under way; what was overtaken can be done `again`. */
  const inLine = useCallback(
    (act: (now: Now) => Promise<void> | null, again: (() => void) | null) =>
      run(async () => {
        const own = JSON.parse(name) as QueryKey;
        const now = client.getQueryData<Now>(own);
        const pending = now && act(now);
        if (!pending) return;
        try {
          await pending;
          setRefusal(null);
          setOvertaken(null);
        } catch (error) {
          if (error instanceof Refusal && error.overtaken) {
            await client.invalidateQueries({ queryKey: own });
            setOvertaken({ sentence: error.message, again });
          } else {
            setRefusal(error instanceof Refusal ? error : new Refusal(String(error), "", 0));
          }
        }
      }),
    [client, name, run],
  );

  return {
    inLine,
    refusal,
    forget: () => setRefusal(null),
    overtaken,
    takeTheirs: () => setOvertaken(null),
    refuse: useCallback((problem: unknown) => setRefusal(new Refusal(sentenceOf(problem), "", 0)), []),
    working: useWorking(scope),
  };
}
