/** Targets of a table: set for all its plates at once. */
import { useQueryClient } from "@tanstack/react-query";
import { api } from "../../../api/client";
import { tableChanged } from "../../../api/queries";

export function useSetTargets(table: number) {
  const client = useQueryClient();
  return async (targets: Record<string, number>) => {
    await api.setTargets(table, targets);
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
