/** Targets of a table: set for all its plates at once. */
import { useQueryClient } from "@tanstack/react-query";
import { createContext, useContext } from "react";
import { api, type TableInfo } from "../../../api/client";
import { keys, tableChanged } from "../../../api/queries";

/** Hears of what was done to the table, with the version that this made of it, so that undo takes it back in its turn. */
export const TableDone = createContext<(name: string, version: string) => void>(() => undefined);

export function useSetTargets(table: number) {
  const client = useQueryClient();
  const done = useContext(TableDone);
  return async (targets: Record<string, number>) => {
    const known = client.getQueryData<TableInfo>(keys.table(table)) ?? (await api.table(table));
    await api.setTargets(table, targets, known.version);
    const { version } = await api.table(table);
    done("the targets", version);
    await tableChanged(client, table);
  };
}

/** The number that was typed; a percent sign may be written or left out where all numbers are percent. */
export function numberIn(text: string, percent: boolean | undefined): number | null {
  const plain = text.trim().replace("−", "-");
  const number = percent ? Number((Number(plain.replace(/\s*%$/, "")) / 100).toPrecision(12)) : Number(plain);
  return plain === "" || !Number.isFinite(number) ? null : number;
}

/** The number as it is put into a field to be typed over. */
export function numberOut(number: number, percent: boolean | undefined): string {
  return percent ? `${Number((number * 100).toPrecision(7))}%` : String(Number(number.toPrecision(7)));
}
