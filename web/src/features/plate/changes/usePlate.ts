import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type PlateFigure, type Recipe, type Workbench } from "../../../api/client";
import { keys, tableChanged, usePlateFigure } from "../../../api/queries";
import { useChanges } from "../../../shared/useChanges";

export type Change = (recipe: Recipe) => Recipe;

/** What was done on this screen: to the plate, or to its table, with the version that this made of it. */
export type Done = { of: "plate" } | { of: "table"; name: string; version: string };

/** What was done on this screen and can be taken back, and what was taken back and can be made again; the last one last. */
type Steps = { behind: readonly Done[]; ahead: readonly Done[] };
const NO_STEPS: Steps = { behind: [], ahead: [] };

/** A change of the table, made from how it stands. */
export type TableChange = (bench: Workbench) => Promise<Workbench>;

/** Names the changes of a plate, of which one is made after another. */
const scopeOf = (id: number) => `plate ${id}`;

/**
 * A plate and the ways to change it, its table among them. Changes are sent one after another, each made from what the one before
 * left, so that quick work never overwrites itself; each names the version it was made from, so that it never overwrites others';
 * what the server refuses changes nothing and is told. Undo takes back the last thing done here, whatever it touched.
 */
export function usePlate(id: number) {
  const client = useQueryClient();
  const query = usePlateFigure(id);
  const changes = useChanges<PlateFigure>(scopeOf(id), keys.plate(id));
  const { inLine } = changes;
  // What stands behind and ahead when a step's turn comes may be other than when its key was pressed, so it is not read from state.
  const steps = useRef<Steps>(NO_STEPS);
  const [{ behind, ahead }, setSteps] = useState(NO_STEPS);

  const take = useCallback(
    (step: (now: PlateFigure) => Promise<PlateFigure> | null, again: (() => void) | null, after: () => void) =>
      inLine((now) => {
        const save = (next: PlateFigure) => {
          client.setQueryData(keys.plate(id), next);
          after();
        };
        return step(now)?.then(save) ?? null;
      }, again),
    [client, id, inLine],
  );

  const setDone = useCallback((next: Steps) => {
    steps.current = next;
    setSteps(next);
  }, []);

  const note = useCallback((done: Done) => setDone({ behind: [...steps.current.behind, done], ahead: [] }), [setDone]);

  const change = useCallback(
    (make: Change): Promise<unknown> =>
      take(
        (now) => {
          const next = make(now.plate.recipe);
          if (JSON.stringify(next) === JSON.stringify(now.plate.recipe)) return null;
          return api.changePlate(id, next, now.plate.version);
        },
        () => void change(make),
        () => note({ of: "plate" }),
      ),
    [take, id, note],
  );

  const tableDone = useCallback((name: string, version: string) => note({ of: "table", name, version }), [note]);

  const changeTable = useCallback(
    (name: string, make: TableChange): Promise<unknown> =>
      inLine(
        async (now) => {
          const next = await make(await api.workbench(now.plate.table));
          client.setQueryData(keys.workbench(now.plate.table), next);
          note({ of: "table", name, version: next.table.version });
          await tableChanged(client, now.plate.table);
        },
        () => void changeTable(name, make),
      ),
    [client, inLine, note],
  );

  /** Take back the last thing done here, or make the last one again that was. */
  const step = useCallback(
    (back: boolean) =>
      inLine((now) => {
        const { behind, ahead } = steps.current;
        const last = (back ? behind : ahead).at(-1);
        const moved = (done: Done) =>
          setDone(
            back
              ? { behind: behind.slice(0, -1), ahead: [...ahead, done] }
              : { behind: [...behind, done], ahead: ahead.slice(0, -1) },
          );
        if (last?.of === "table") {
          const { table } = now.plate;
          return (back ? api.undoMends : api.redoMends)(table, last.version).then(async (next) => {
            client.setQueryData(keys.workbench(table), next);
            moved({ ...last, version: next.table.version });
            await tableChanged(client, table);
          });
        }
        const { undo, redo, version } = now.plate;
        if ((back ? undo : redo) === null) return null;
        return (back ? api.undo : api.redo)(id, version).then((next) => {
          client.setQueryData(keys.plate(id), next);
          if (last) moved(last);
        });
      }, null),
    [client, id, inLine, setDone],
  );

  // The desk shows titles and thumbnails, which any change may have made stale.
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.plates }), [client]);

  const named = (last: Done | undefined, own: string | null | undefined) =>
    last?.of === "table" ? last.name : (own ?? null);
  return {
    ...changes,
    query,
    giveUp: useCallback(() => void api.giveUp(id), [id]),
    change,
    changeTable,
    tableDone,
    goTo: useCallback(
      (number: number) =>
        take(
          (now) => api.goTo(id, number, now.plate.version),
          null,
          () => setDone(NO_STEPS),
        ),
      [take, id, setDone],
    ),
    undo: useCallback(() => step(true), [step]),
    redo: useCallback(() => step(false), [step]),
    /** What undo would take back, and redo make again, by name. */
    undoes: named(behind.at(-1), query.data?.plate.undo),
    redoes: named(ahead.at(-1), query.data?.plate.redo),
  };
}
