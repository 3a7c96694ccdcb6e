/** What the server knows, kept in the query cache and nowhere else. */
import { keepPreviousData, type QueryClient, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { api, type Import, type Level, type Page, type PageAsked, type Plan } from "./client";

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

type Load<T> = (asked: PageAsked) => Promise<Page<T>>;
type Beat<T> = (items: readonly T[]) => number | false;

/** All of a list, however many pages it has. */
export async function every<T>(load: Load<T>): Promise<T[]> {
  const items: T[] = [];
  let cursor: string | undefined;
  do {
    const { items: more, next } = await load({ count: 500, cursor });
    items.push(...more);
    cursor = next;
  } while (cursor);
  return items;
}

const useEvery = <T>(key: readonly string[], load: Load<T>) =>
  useQuery({ queryKey: [...key, "every"], queryFn: () => every(load) });
export const useTables = () => useEvery(keys.tables, api.tables);
export const usePlates = () => useEvery(keys.plates, api.plates);
export const useFolios = () => useEvery(keys.folios, api.folios);

/** As much of a list as was asked for, of what is called so. What was shown stays until the answer is there. */
function usePages<T>(key: readonly string[], load: Load<T>, find: string, count?: number, refetched?: Beat<T>) {
  const { data, ...more } = useInfiniteQuery({
    queryKey: [...key, "pages", find],
    queryFn: ({ pageParam }) => load({ find: find || undefined, count, cursor: pageParam }),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => refetched?.(state.data?.pages.flatMap(({ items }) => items) ?? []) ?? false,
  });
  return { ...more, items: data?.pages.flatMap(({ items }) => items) };
}

/** Folios and plans stand above the plates, which are to be seen without scrolling. */
const FEW = 6;
export const useTablePages = (find: string) => usePages(keys.tables, api.tables, find);
export const usePlatePages = (find: string) => usePages(keys.plates, api.plates, find);
export const useFolioList = (find: string) => usePages(keys.folios, api.folios, find, FEW);
export const usePlanList = (find: string) => usePages(keys.plans, api.plans, find, FEW, beat);
export const useFolioPages = (id: number) => useQuery({ queryKey: keys.folio(id), queryFn: () => api.folio(id) });
export const usePlan = (id: number) =>
  useQuery({
    queryKey: keys.plan(id),
    queryFn: () => api.plan(id),
    refetchInterval: ({ state }) => beat(state.data ? [state.data] : []),
  });
export const usePlateAlone = (id: number) =>
  useQuery({ queryKey: [...keys.plate(id), "alone"], queryFn: () => api.plateAlone(id) });
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
