import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { api, type Mend, sentenceOf, type Workbench } from "../../api/client";
import { keys, tableChanged, useWorkbench } from "../../api/queries";

/** A table on its screen, and what can be done to it. Changes are done one after another. */
export function useTable(id: number) {
  const client = useQueryClient();
  const query = useWorkbench(id);
  const [working, setWorking] = useState(false);
  const [refusal, setRefusal] = useState("");

  const carryOut = useCallback(
    async (action: (now: Workbench) => Promise<Workbench | null>): Promise<boolean> => {
      const now = client.getQueryData<Workbench>(keys.workbench(id));
      if (!now) return false;
      setWorking(true);
      setRefusal("");
      try {
        const next = await action(now);
        if (next) {
          client.setQueryData(keys.workbench(id), next);
          await tableChanged(client, id);
        }
        return true;
      } catch (error) {
        setRefusal(sentenceOf(error));
        return false;
      } finally {
        setWorking(false);
      }
    },
    [client, id],
  );
  // Each change is made from what the one before left: two quick ones must not both begin from the same list.
  const line = useRef<Promise<unknown>>(Promise.resolve());
  const act = useCallback(
    (action: (now: Workbench) => Promise<Workbench | null>): Promise<boolean> => {
      const done = line.current.then(() => carryOut(action));
      line.current = done;
      return done;
    },
    [carryOut],
  );
  const mends = useCallback(
    (make: (mends: Mend[]) => Mend[]) => act((now) => api.changeMends(id, make(now.mends.map(({ mend }) => mend)))),
    [act, id],
  );

  return {
    query,
    working,
    refusal,
    forget: () => setRefusal(""),
    refuse: setRefusal,
    mends,
    add: (mend: Mend) => mends((all) => [...all, mend]),
    correct: (field: string, record: number, to: string) => act(() => api.correct(id, field, record, to)),
    undo: () => act(async (now) => (now.undo === null ? null : api.undoMends(id))),
    redo: () => act(async (now) => (now.redo === null ? null : api.redoMends(id))),
    returnTo: (number: number) => act(() => api.returnTo(id, number)),
  };
}

export type TableActions = ReturnType<typeof useTable>;
