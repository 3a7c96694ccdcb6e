import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type PlateFigure, type Recipe, Refusal } from "../../api/client";
import { keys, usePlateFigure } from "../../api/queries";

export type Change = (recipe: Recipe) => Recipe;

/**
 * A plate and the ways to change it. Changes are sent one after another, each made from what the one before left, so that quick
 * work never overwrites itself; what the server refuses changes nothing and is told.
 */
export function usePlate(id: number) {
  const client = useQueryClient();
  const query = usePlateFigure(id);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [working, setWorking] = useState(0);
  const line = useRef<Promise<unknown>>(Promise.resolve());

  const take = useCallback(
    (step: (now: PlateFigure) => Promise<PlateFigure> | null) => {
      const run = async () => {
        const now = client.getQueryData<PlateFigure>(keys.plate(id));
        const pending = now && step(now);
        if (!pending) return;
        setWorking((count) => count + 1);
        try {
          client.setQueryData(keys.plate(id), await pending);
          setRefusal(null);
        } catch (error) {
          setRefusal(error instanceof Refusal ? error : new Refusal(String(error), "", 0));
        } finally {
          setWorking((count) => count - 1);
        }
      };
      line.current = line.current.then(run);
      return line.current;
    },
    [client, id],
  );

  // The desk shows titles and thumbnails, which any change may have made stale.
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.plates }), [client]);

  return {
    query,
    refusal,
    forget: () => setRefusal(null),
    refuse: useCallback((sentence: string) => setRefusal(new Refusal(sentence, "", 0)), []),
    giveUp: useCallback(() => void api.giveUp(id), [id]),
    working: working > 0,
    change: useCallback(
      (make: Change) =>
        take((now) => {
          const next = make(now.plate.recipe);
          return JSON.stringify(next) === JSON.stringify(now.plate.recipe) ? null : api.changePlate(id, next);
        }),
      [take, id],
    ),
    goTo: useCallback((number: number) => take(() => api.goTo(id, number)), [take, id]),
    undo: useCallback(() => take((now) => (now.plate.undo === null ? null : api.undo(id))), [take, id]),
    redo: useCallback(() => take((now) => (now.plate.redo === null ? null : api.redo(id))), [take, id]),
  };
}
