import { useEffect } from "react";

/** A file or a table's text pasted anywhere but where one is writing. */
export function usePaste(take: (files: readonly File[]) => void): void {
  useEffect(() => {
    function onPaste(event: ClipboardEvent) {
      if ((event.target as HTMLElement).closest("input, textarea, [contenteditable]")) return;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (files.length) take(files);
      else if (text.trim()) take([new File([text], "Pasted table.txt", { type: "text/plain" })]);
      else return;
      event.preventDefault();
    }
    document.addEventListener("paste", onPaste);
    return () => document.removeEventListener("paste", onPaste);
  }, [take]);
}
