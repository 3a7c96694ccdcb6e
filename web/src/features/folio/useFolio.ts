import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { api, type FolioPages, type FolioSpec } from "../../api/client";
import { keys, useFolioPages } from "../../api/queries";
import { useVersions, type Ways } from "../../shared/useVersions";

const waysOf = (id: number): Ways<FolioPages, FolioSpec> => ({
  spec: ({ spec }) => spec,
  steps: ({ folio }) => folio,
  change: (spec, seen) => api.changeFolio(id, spec, seen),
  undo: (seen) => api.undoFolio(id, seen),
  redo: (seen) => api.redoFolio(id, seen),
  goTo: (number, seen) => api.goToInFolio(id, number, seen),
});

/** A folio and the ways to change it. */
export function useFolio(id: number) {
  const client = useQueryClient();
  const query = useFolioPages(id);
  const ways = useMemo(() => waysOf(id), [id]);
  const versions = useVersions(`folio ${id}`, keys.folio(id), ways);
  // The desk shows titles and first pages, which any change may have made stale.
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.folios }), [client]);
  return { ...versions, query };
}
