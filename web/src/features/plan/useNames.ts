import type { Folio, PlanSpec, PlateLine, TableInfo } from "../../api/client";
import { useAbout, useFolios, usePlates, useTables } from "../../api/queries";
import { type Make, makesOf } from "./plans";

/** What a plan may name, and what that is called by now. */
export type Names = {
  ready: boolean;
  tables: readonly TableInfo[];
  folios: readonly Folio[];
  plates: readonly PlateLine[];
  folders: readonly string[];
  addresses: readonly string[];
  /** Forms of what is made, by their endings. */
  forms: (make: Make) => readonly { ending: string; title: string }[];
  title: (make: Make) => string;
  /** The tables that are taken. */
  taken: readonly TableInfo[];
};

export function useNames(spec: PlanSpec | undefined): Names {
  const about = useAbout().data;
  const tables = useTables().data;
  const folios = useFolios().data;
  const plates = usePlates().data;
  const takes = Object.values(spec?.take ?? {});
  const exports = (about?.exports ?? []).filter(({ purpose }) => purpose !== "clipboard");
  return {
    ready: Boolean(about && tables && folios && plates && (!spec || makesOf(spec))),
    tables: tables ?? [],
    folios: folios ?? [],
    plates: plates ?? [],
    folders: about?.folders ?? [],
    addresses: about?.addresses ?? [],
    forms: (make) => (make.folio != null ? (about?.pages ?? []) : exports),
    title: (make) =>
      make.folio != null
        ? (folios?.find(({ id }) => id === make.folio)?.title ?? "a folio that was removed")
        : (plates?.find(({ id }) => id === make.plate)?.title ?? "a plate that was removed"),
    taken: (tables ?? []).filter(({ id }) => takes.some((take) => take.table === id)),
  };
}
