import type { QueryClient } from "@tanstack/react-query";
import { api, type Schemas } from "../api/client";
import { every, keys } from "../api/queries";

/** Start a plan that makes a folio or a plate, on Monday mornings here; its address. One that makes it already is that. */
export async function startPlan(client: QueryClient, what: { folio: number } | { plate: number }): Promise<string> {
  const plans = await every(api.plans);
  const own = plans.find(({ spec }) =>
    (spec.make ?? []).some((make: Schemas["MakeSpec"]) =>
      "folio" in what ? make.folio === what.folio : make.plate === what.plate,
    ),
  );
  if (own) return `/plans/${own.id}`;
  const started = await api.startPlan({ ...what, zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  await client.invalidateQueries({ queryKey: keys.plans });
  return `/plans/${started.id}`;
}
