/** What the server knows, kept in the query cache and nowhere else. */
import { type QueryClient, useQuery } from "@tanstack/react-query";
import { api, type Import, type Level, type Plan } from "./client";

const FOREVER = { staleTime: Number.POSITIVE_INFINITY };

export const keys = {
  plates: ["plates"] as const,
  tables: ["tables"] as const,
  plate: (id: number) => ["plate", id] as const,
  imports: ["imports"] as const,
  import: (id: number) => ["import", id] as const,
  look: (id: number) => ["look", id] as const,
  table: (id: number | undefined) => ["table", id] as const,
  workbench: (id: number) => ["workbench", id] as const,
  findings: (id: number) => ["findings", id] as const,
  folios: ["folios"] as const,
  folio: (id: number) => ["folio", id] as const,
  plans: ["plans"] as const,
  plan: (id: number) => ["plan", id] as const,
  templates: ["templates"] as const,
  bin: ["bin"] as const,
  usualChoices: ["usual-choices"] as const,
};

export const useAbout = () => useQuery({ queryKey: ["about"], queryFn: api.about, ...FOREVER });
export const usePalettes = () => useQuery({ queryKey: ["palettes"], queryFn: api.palettes, ...FOREVER });
export const useTemplates = () => useQuery({ queryKey: keys.templates, queryFn: api.templates });
export const useUsualChoices = () => useQuery({ queryKey: keys.usualChoices, queryFn: api.usualChoices });
export const useBin = () => useQuery({ queryKey: keys.bin, queryFn: api.bin });
export const useTables = () => useQuery({ queryKey: keys.tables, queryFn: api.tables });
export const usePlates = () => useQuery({ queryKey: keys.plates, queryFn: api.plates });
export const useFolios = () => useQuery({ queryKey: keys.folios, queryFn: api.folios });
export const useFolioPages = (id: number) => useQuery({ queryKey: keys.folio(id), queryFn: () => api.folio(id) });
export const usePlans = () =>
  useQuery({ queryKey: keys.plans, queryFn: api.plans, refetchInterval: ({ state }) => beat(state.data ?? []) });
export const usePlan = (id: number) =>
  useQuery({
    queryKey: keys.plan(id),
    queryFn: () => api.plan(id),
    refetchInterval: ({ state }) => beat(state.data ? [state.data] : []),
  });
export const usePlateFigure = (id: number) =>
  useQuery({ queryKey: keys.plate(id), queryFn: () => api.plate(id), staleTime: 30_000 });
export const useTable = (id: number | undefined) =>
  useQuery({ queryKey: keys.table(id), queryFn: () => api.table(id as number), enabled: id !== undefined });
export const useMembers = (table: number, field: string, cut?: Level["cut"], year_starts?: number) =>
  useQuery({
    queryKey: ["members", table, field, cut, year_starts],
    queryFn: () => api.members(table, field, cut, year_starts),
  });

export const useImports = () => useQuery({ queryKey: keys.imports, queryFn: api.imports });
export const useImportState = (id: number) =>
  useQuery({
    queryKey: keys.import(id),
    queryFn: async ({ client }) => {
      const sent = performance.now();
      const told = await api.import(id);
      // An answer to a question that was asked before something was done tells how things stood before that.
      const known = client.getQueryData<Import>(keys.import(id));
      return known && sent < (toldLast.get(id) ?? 0) ? known : told;
    },
    refetchInterval: (query) => (UNDER_WAY.has(query.state.data?.state ?? "") ? 300 : false),
  });
export const useLook = (id: number, enabled: boolean) =>
  useQuery({ queryKey: keys.look(id), queryFn: () => api.look(id), enabled, staleTime: 60_000 });
export const useWorkbench = (id: number) =>
  useQuery({ queryKey: keys.workbench(id), queryFn: () => api.workbench(id) });
export const useFindings = (id: number) => useQuery({ queryKey: keys.findings(id), queryFn: () => api.findings(id) });

/** First looks of a table as its records stand, which `data` tells from others. */
export const useLooks = (id: number, data: string | undefined) =>
  useQuery({ queryKey: ["looks", id, data], queryFn: () => api.looks(id), enabled: data !== undefined, ...FOREVER });

/** When something was last done to a file on its way in, by its number. */
const toldLast = new Map<number, number>();

/** How a file stands after something was done to it: what was asked before is no news any more. */
export function importIs(client: QueryClient, file: Import): void {
  toldLast.set(file.id, performance.now());
  client.setQueryData(keys.import(file.id), file);
}

/** How often is asked how plans stand: often while one runs, now and then while one may begin by itself. */
function beat(plans: readonly Plan[]): number | false {
  if (plans.some(({ runs }) => UNDER_WAY.has(runs[0]?.state ?? ""))) return 700;
  return plans.some(({ next, spec }) => next || spec.arrives) ? 15_000 : false;
}

const UNDER_WAY = new Set(["waiting", "reading", "running"]);

/** What a table says has changed, and with it all that is made from it: its plates, and tables that bring columns from it. */
export async function tableChanged(client: QueryClient, id: number): Promise<void> {
  client.removeQueries({ queryKey: ["records", id] });
  client.removeQueries({ queryKey: ["members"] });
  client.removeQueries({ queryKey: ["plate"], type: "inactive" });
  client.removeQueries({ queryKey: ["folio"], type: "inactive" });
  await Promise.all([
    client.invalidateQueries({ queryKey: ["plate"] }),
    client.invalidateQueries({ queryKey: keys.tables }),
    client.invalidateQueries({ queryKey: ["table"] }),
    client.invalidateQueries({ queryKey: ["findings"] }),
    client.invalidateQueries({ predicate: ({ queryKey: [what, which] }) => what === "workbench" && which !== id }),
    client.invalidateQueries({ queryKey: keys.plates }),
    client.invalidateQueries({ queryKey: ["folio"] }),
    client.invalidateQueries({ queryKey: keys.folios }),
  ]);
}
