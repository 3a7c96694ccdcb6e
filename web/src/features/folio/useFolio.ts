import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { api, type FolioPages } from "../../api/client";
import { keys, useFolioPages } from "../../api/queries";
import { useChanges } from "../../shared/useChanges";
import type { Change } from "./folios";

/** A folio and the ways to change it; each change names the version that it was made from. */
export function useFolio(id: number) {
  const client = useQueryClient();
  const query = useFolioPages(id);
  const changes = useChanges<FolioPages>(`folio ${id}`, keys.folio(id));
  const { inLine } = changes;

  const take = useCallback(
    (step: (now: FolioPages) => Promise<FolioPages> | null, again: (() => void) | null) =>
      inLine((now) => step(now)?.then((next) => void client.setQueryData(keys.folio(id), next)) ?? null, again),
    [client, id, inLine],
  );

  const change = useCallback(
    (make: Change): Promise<unknown> =>
      take(
        (now) => {
          const next = make(now.spec);
          if (JSON.stringify(next) === JSON.stringify(now.spec)) return null;
          return api.changeFolio(id, next, now.folio.version);
        },
        () => void change(make),
      ),
    [take, id],
  );

  // The desk shows titles and first pages, which any change may have made stale.
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.folios }), [client]);

  return {
    ...changes,
    query,
    change,
    undo: useCallback(
      () => take(({ folio }) => (folio.undo === null ? null : api.undoFolio(id, folio.version)), null),
      [take, id],
    ),
    redo: useCallback(
      () => take(({ folio }) => (folio.redo === null ? null : api.redoFolio(id, folio.version)), null),
      [take, id],
    ),
    goTo: useCallback(
      (number: number) => take(({ folio }) => api.goToInFolio(id, number, folio.version), null),
      [take, id],
    ),
  };
}
