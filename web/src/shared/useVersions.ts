import { type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { useChanges } from "./useChanges";

type Steps = { undo: string | null; redo: string | null; version: string };

/** How a thing that has versions is changed; each way names the version that it was made from, and gives the thing as it stands then. */
export type Ways<Now, Spec> = {
  spec: (now: Now) => Spec;
  steps: (now: Now) => Steps;
  change: (spec: Spec, seen: string) => Promise<Now>;
  undo: (seen: string) => Promise<Now>;
  redo: (seen: string) => Promise<Now>;
  goTo: (number: number, seen: string) => Promise<Now>;
  /** The thing with what was set, where that is seen before it is saved. */
  set?: (now: Now, spec: Spec) => Now;
};

/** Changes of a thing with versions that is kept under `key`, with undo, redo and its history. `ways` stay the same ones. */
export function useVersions<Now, Spec>(scope: string, key: QueryKey, ways: Ways<Now, Spec>) {
  const client = useQueryClient();
  const changes = useChanges<Now>(scope, key);
  const { inLine } = changes;
  const [waiting, setWaiting] = useState<readonly { make: (spec: Spec) => Spec }[]>([]);
  const name = JSON.stringify(key);

  const take = useCallback(
    (step: (now: Now) => Promise<Now> | null, again: (() => void) | null) =>
      inLine(
        (now) => step(now)?.then((next) => void client.setQueryData(JSON.parse(name) as QueryKey, next)) ?? null,
        again,
      ),
    [client, name, inLine],
  );

  const change = useCallback(
    (make: (spec: Spec) => Spec): Promise<unknown> => {
      const own = { make };
      setWaiting((before) => [...before, own]);
      return take(
        (now) => {
          const next = make(ways.spec(now));
          if (JSON.stringify(next) === JSON.stringify(ways.spec(now))) return null;
          return ways.change(next, ways.steps(now).version);
        },
        () => void change(make),
      ).finally(() => setWaiting((before) => before.filter((each) => each !== own)));
    },
    [take, ways],
  );

  /** The thing with all that was changed and is not saved yet. */
  const shown = useCallback(
    (now: Now): Now => {
      const { set } = ways;
      return set ? waiting.reduce((made, { make }) => set(made, make(ways.spec(made))), now) : now;
    },
    [waiting, ways],
  );

  const step = useCallback(
    (which: "undo" | "redo") => () =>
      take((now) => {
        const steps = ways.steps(now);
        return steps[which] === null ? null : ways[which](steps.version);
      }, null),
    [take, ways],
  );

  return {
    ...changes,
    change,
    shown,
    undo: useCallback(() => step("undo")(), [step]),
    redo: useCallback(() => step("redo")(), [step]),
    goTo: useCallback(
      (number: number) => take((now) => ways.goTo(number, ways.steps(now).version), null),
      [take, ways],
    ),
  };
}
