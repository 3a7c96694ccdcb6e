import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { api, type Mend, Refusal, sentenceOf, type Workbench } from "../../api/client";
import { keys, tableChanged, useWorkbench } from "../../api/queries";
import { useInLine, useWorking } from "../../shared/useInLine";

/** Names the changes of a table, of which one is made after another. */
const scopeOf = (id: number) => `table ${id}`;

type Act = (now: Workbench) => Promise<Workbench | null>;
/** What can be done about a refusal, by name. */
type Again = { name: string; act: () => void };

/**
 * A table on its screen, and what can be done to it. Changes are done one after another, each naming the version it was made from;
 * one that others were quicker than is told, and can be laid on top of what they did.
 */
export function useTableActions(id: number) {
  const client = useQueryClient();
  const query = useWorkbench(id);
  const run = useInLine(scopeOf(id));
  const working = useWorking(scopeOf(id));
  const [refusal, setRefusal] = useState("");
  const [again, setAgain] = useState<Again | null>(null);

  const refuse = useCallback((sentence: string) => {
    setRefusal(sentence);
    setAgain(null);
  }, []);

  const carryOut = useCallback(
    async (action: Act, retry: Again | null): Promise<boolean> => {
      const now = client.getQueryData<Workbench>(keys.workbench(id));
      if (!now) return false;
      refuse("");
      try {
        const next = await action(now);
        if (next) {
          client.setQueryData(keys.workbench(id), next);
          await tableChanged(client, id);
        }
        return true;
      } catch (error) {
        refuse(sentenceOf(error));
        if (error instanceof Refusal && error.overtaken) {
          await client.invalidateQueries({ queryKey: keys.workbench(id) });
          await tableChanged(client, id);
          setAgain(retry);
        } else if (error instanceof Refusal && error.path === "anyway") setAgain(retry);
        return false;
      }
    },
    [client, id, refuse],
  );
  const act = useCallback(
    (action: Act, retry: Again | null = null): Promise<boolean> => run(() => carryOut(action, retry)),
    [run, carryOut],
  );
  const mends = useCallback(
    (make: (mends: Mend[]) => Mend[]): Promise<boolean> =>
      act(({ mends, table }) => api.changeMends(id, make(mends.map(({ mend }) => mend)), table.version), {
        name: "Apply mine",
        act: () => void mends(make),
      }),
    [act, id],
  );
  const returnTo = (number: number, anyway = false): Promise<boolean> =>
    act(({ table }) => api.returnTo(id, number, table.edition, anyway), {
      name: "Use it anyway",
      act: () => void returnTo(number, true),
    });

  return {
    query,
    working,
    refusal,
    again,
    forget: () => refuse(""),
    refuse,
    mends,
    add: (mend: Mend) => mends((all) => [...all, mend]),
    correct: (field: string, record: number, to: string, was: string) =>
      act(() => api.correct(id, field, record, to, was)),
    undo: () => act(async (now) => (now.undo === null ? null : api.undoMends(id, now.table.version))),
    redo: () => act(async (now) => (now.redo === null ? null : api.redoMends(id, now.table.version))),
    returnTo,
  };
}
