import { useEffect } from "react";

const SOURCE = "data-mottled-finch-source=";

/** A file or a table's text pasted anywhere but where one is writing. */
export function usePaste(take: (files: readonly File[]) => void): void {
  useEffect(() => {
    function onPaste(event: ClipboardEvent) {
      if ((event.target as HTMLElement).closest("input, textarea, [contenteditable]")) return;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData("text/plain") ?? "";
      const html = event.clipboardData?.getData("text/html") ?? "";
      // A table that was copied here brings its plate with it, also beside the picture of it.
      if (html.includes(SOURCE)) take([new File([html], "Pasted table.html", { type: "text/html" })]);
      else if (files.length) take(files);
      else if (text.trim()) take([new File([text], "Pasted table.txt", { type: "text/plain" })]);
      else return;
      event.preventDefault();
    }
    document.addEventListener("paste", onPaste);
    return () => document.removeEventListener("paste", onPaste);
  }, [take]);
}
