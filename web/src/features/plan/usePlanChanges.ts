import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import { api, type Plan } from "../../api/client";
import { keys, tableChanged, usePlan } from "../../api/queries";
import { useChanges } from "../../shared/useChanges";
import type { Change } from "./plans";

/** A plan and the ways to change it; each change names the version that it was made from. */
export function usePlanChanges(id: number) {
  const client = useQueryClient();
  const query = usePlan(id);
  const changes = useChanges<Plan>(`plan ${id}`, keys.plan(id));
  const { inLine, refuse } = changes;

  const take = useCallback(
    (step: (now: Plan) => Promise<Plan> | null, again: (() => void) | null) =>
      inLine((now) => step(now)?.then((next) => void client.setQueryData(keys.plan(id), next)) ?? null, again),
    [client, id, inLine],
  );

  const change = useCallback(
    (make: Change): Promise<unknown> =>
      take(
        (now) => {
          const next = make(now.spec);
          if (JSON.stringify(next) === JSON.stringify(now.spec)) return null;
          // What was set is seen at once; what is refused is put back.
          client.setQueryData(keys.plan(id), { ...now, spec: next });
          return api.changePlan(id, next, now.version).catch((error: unknown) => {
            client.setQueryData(keys.plan(id), now);
            throw error;
          });
        },
        () => void change(make),
      ),
    [client, take, id],
  );

  const run = useCallback(
    async (dry: boolean) => {
      try {
        await api.runPlan(id, { dry, again: !dry });
        await client.invalidateQueries({ queryKey: keys.plan(id) });
      } catch (error) {
        refuse(error);
      }
    },
    [client, id, refuse],
  );

  // A run that ended may have let an edition stand, or left a file waiting on the desk.
  const last = query.data?.runs[0];
  const ended = last?.ended ?? null;
  const seen = useRef<string | null | undefined>(undefined);
  useEffect(() => {
    if (seen.current !== undefined && ended && seen.current !== ended) {
      void tableChanged(client, -1);
      void client.invalidateQueries({ queryKey: keys.imports });
    }
    if (last) seen.current = ended;
  }, [client, ended, last]);
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.plans }), [client]);

  return {
    ...changes,
    query,
    change,
    run,
    undo: useCallback(
      () => take(({ undo, version }) => (undo === null ? null : api.undoPlan(id, version)), null),
      [take, id],
    ),
    redo: useCallback(
      () => take(({ redo, version }) => (redo === null ? null : api.redoPlan(id, version)), null),
      [take, id],
    ),
    goTo: useCallback((number: number) => take(({ version }) => api.goToInPlan(id, number, version), null), [take, id]),
  };
}
