/** What the server knows, kept in the query cache and nowhere else. */
import { useQuery } from "@tanstack/react-query";
import { api, type Level } from "./client";

const FOREVER = { staleTime: Number.POSITIVE_INFINITY };

export const keys = {
  plates: ["plates"] as const,
  tables: ["tables"] as const,
  plate: (id: number) => ["plate", id] as const,
};

export const useAbout = () => useQuery({ queryKey: ["about"], queryFn: api.about, ...FOREVER });
export const usePalettes = () => useQuery({ queryKey: ["palettes"], queryFn: api.palettes, ...FOREVER });
export const useTables = () => useQuery({ queryKey: keys.tables, queryFn: api.tables });
export const usePlates = () => useQuery({ queryKey: keys.plates, queryFn: api.plates });
export const usePlateFigure = (id: number) =>
  useQuery({ queryKey: keys.plate(id), queryFn: () => api.plate(id), staleTime: 30_000 });
export const useTable = (id: number | undefined) =>
  useQuery({ queryKey: ["table", id], queryFn: () => api.table(id as number), enabled: id !== undefined });
export const useMembers = (table: number, field: string, cut?: Level["cut"]) =>
  useQuery({ queryKey: ["members", table, field, cut], queryFn: () => api.members(table, field, cut) });
