import { useSyncExternalStore } from "react";

/** Below this many pixels of the page, which zooming makes fewer, what stands side by side stands one below the other. */
const query = typeof window === "undefined" ? null : window.matchMedia("(max-width: 1023px)");

function subscribe(changed: () => void): () => void {
  query?.addEventListener("change", changed);
  return () => query?.removeEventListener("change", changed);
}

/** Whether the window is a phone's, or magnified so far that it might be. */
export function useNarrow(): boolean {
  return useSyncExternalStore(subscribe, () => query?.matches ?? false);
}
