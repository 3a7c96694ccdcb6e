import { type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
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
  /** The thing with what was set, where that can be seen before it is saved. */
  set?: (now: Now, spec: Spec) => Now;
};

/** Changes of a thing with versions that is kept under `key`, with undo, redo and its history. `ways` stay the same ones. */
export function useVersions<Now, Spec>(scope: string, key: QueryKey, ways: Ways<Now, Spec>) {
  const client = useQueryClient();
  const changes = useChanges<Now>(scope, key);
  const { inLine } = changes;
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
    (make: (spec: Spec) => Spec): Promise<unknown> =>
      take(
        (now) => {
          const own = JSON.parse(name) as QueryKey;
          const next = make(ways.spec(now));
          if (JSON.stringify(next) === JSON.stringify(ways.spec(now))) return null;
          if (ways.set) client.setQueryData(own, ways.set(now, next));
          return ways.change(next, ways.steps(now).version).catch((error: unknown) => {
            if (ways.set) client.setQueryData(own, now); // what was refused is put back
            throw error;
          });
        },
        () => void change(make),
      ),
    [client, name, take, ways],
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
    undo: useCallback(() => step("undo")(), [step]),
    redo: useCallback(() => step("redo")(), [step]),
    goTo: useCallback(
      (number: number) => take((now) => ways.goTo(number, ways.steps(now).version), null),
      [take, ways],
    ),
  };
}
