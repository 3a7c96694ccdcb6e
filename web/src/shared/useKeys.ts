import { useEffect } from "react";

type Shortcuts = Partial<
  Record<"undo" | "redo" | "slash" | "help" | "actions" | "larger" | "smaller" | "fit", () => unknown>
>;

/** The keys that a screen answers, wherever one is but where one writes. */
export function useKeys({ undo, redo, slash, help, actions, larger, smaller, fit }: Shortcuts): void {
  useEffect(() => {
    function onKeyDown(event: KeyboardEvent) {
      if ((event.target as HTMLElement).matches("input:not([type=radio]), textarea, select")) return;
      const command = event.ctrlKey || event.metaKey;
      const key = event.key.toLowerCase();
      const answers: [boolean, (() => unknown) | undefined][] = [
        [command && key === "z" && !event.shiftKey, undo],
        [command && (key === "y" || (key === "z" && event.shiftKey)), redo],
        [command && key === "k", actions],
        [!command && key === "/", slash],
        [!command && key === "?", help],
        [!command && (key === "+" || key === "="), larger],
        [!command && key === "-", smaller],
        [!command && key === "0", fit],
      ];
      const answer = answers.find(([wanted]) => wanted)?.[1];
      if (!answer) return;
      event.preventDefault();
      answer();
    }
    document.addEventListener("keydown", onKeyDown);
    return () => document.removeEventListener("keydown", onKeyDown);
  }, [undo, redo, slash, help, actions, larger, smaller, fit]);
}
