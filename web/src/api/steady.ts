/** A change that meets a server which is being started again is sent again, until it answers. */
import { create } from "zustand";

/** Whether the server does not answer by now, and a change waits to be sent again. */
export const useAway = create<{ away: boolean }>(() => ({ away: false }));

/** Milliseconds between one try and the next, about two minutes together. */
const WAITS = [300, 600, 1200, 2400, 4800, ...Array(12).fill(9600)];

/**
 * Like fetch. Only changes that name the version that was seen are sent again: one that arrived, and whose answer was lost, is
 * known by it.
 */
export async function steady(request: Request): Promise<Response> {
  for (const wait of request.headers.has("If-Match") ? WAITS : []) {
    try {
      const answer = await fetch(request.clone());
      useAway.setState({ away: false });
      return answer;
    } catch (error) {
      if (request.signal.aborted) throw error;
      useAway.setState({ away: true });
      await new Promise((done) => setTimeout(done, wait));
    }
  }
  useAway.setState({ away: false });
  return fetch(request);
}
