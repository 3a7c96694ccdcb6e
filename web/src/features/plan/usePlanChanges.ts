import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef } from "react";
import { api, type Plan, type PlanSpec } from "../../api/client";
import { keys, tableChanged, usePlan } from "../../api/queries";
import { useVersions, type Ways } from "../../shared/useVersions";

const waysOf = (id: number): Ways<Plan, PlanSpec> => ({
  spec: ({ spec }) => spec,
  steps: (plan) => plan,
  change: (spec, seen) => api.changePlan(id, spec, seen),
  undo: (seen) => api.undoPlan(id, seen),
  redo: (seen) => api.redoPlan(id, seen),
  goTo: (number, seen) => api.goToInPlan(id, number, seen),
  set: (plan, spec) => ({ ...plan, spec }),
});

/** A plan, the ways to change it, and to let it run. */
export function usePlanChanges(id: number) {
  const client = useQueryClient();
  const query = usePlan(id);
  const ways = useMemo(() => waysOf(id), [id]);
  const versions = useVersions(`plan ${id}`, keys.plan(id), ways);
  const { refuse, shown } = versions;
  const data = useMemo(() => query.data && shown(query.data), [query.data, shown]);

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

  return { ...versions, data, error: query.error, run };
}
