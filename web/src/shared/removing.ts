/** What was removed lies in the bin: a notice says so with a way back, and what uses it. */
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { create } from "zustand";
import { api, type Binned, sentenceOf } from "../api/client";
import { keys } from "../api/queries";
import { until } from "./numbers";

export type Kind = "plate" | "table" | "folio" | "plan" | "template";

type Removed = { sentence: string; undo: (() => Promise<void>) | null };
type Notice = { removed: Removed | null; tell: (removed: Removed | null) => void };

export const useRemoved = create<Notice>((set) => ({ removed: null, tell: (removed) => set({ removed }) }));

/** Removes a thing by `act`, and tells of it. What is refused is thrown. */
export function useRemove() {
  const client = useQueryClient();
  const tell = useRemoved(({ tell }) => tell);
  return async (kind: Kind, id: number, act: () => Promise<unknown>) => {
    await act();
    await shownAnew(client);
    const binned = (await api.bin()).find((each) => each.kind === kind && each.id === id);
    if (binned) tell({ sentence: wordsOf(binned), undo: () => putBack(client, binned, tell) });
  };
}

async function putBack(client: QueryClient, { kind, id, name }: Binned, tell: Notice["tell"]) {
  try {
    await api.putBack(kind, id);
    tell({ sentence: `“${name}” is back.`, undo: null });
  } catch (error) {
    tell({ sentence: sentenceOf(error), undo: null });
  }
  await shownAnew(client);
}

/** "“Late trips” is in the bin until 31 December. The folio “Review” uses it, and keeps it until then." */
function wordsOf({ name, until: day, used_by }: Binned): string {
  const plain = `“${name}” is in the bin until ${until(day)}.`;
  const users = usersOf(used_by);
  if (!users) return plain;
  const [uses, keeps] = used_by.length > 1 ? ["use", "keep"] : ["uses", "keeps"];
  return `${plain} ${users.charAt(0).toUpperCase()}${users.slice(1)} ${uses} it, and ${keeps} it until then.`;
}

/** What uses a thing, the first two by name. */
export function usersOf(users: readonly string[]): string {
  if (users.length <= 2) return users.join(" and ");
  return `${users.slice(0, 2).join(", ")} and ${users.length - 2} more`;
}

/** All that lists, pages and plans show of what was removed or put back. */
export async function shownAnew(client: QueryClient): Promise<void> {
  client.removeQueries({ queryKey: ["plate"], type: "inactive" });
  client.removeQueries({ queryKey: ["folio"], type: "inactive" });
  const every = [keys.bin, keys.plates, keys.tables, keys.folios, keys.plans, keys.templates, ["plan"], ["folio"]];
  await Promise.all(every.map((queryKey) => client.invalidateQueries({ queryKey })));
}
