import { useEffect, useState } from "react";

/** A file dropped anywhere on the screen. True while one is held over it. */
export function useDrop(take: (files: readonly File[]) => void): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    // Entering a child fires before leaving its parent, so the depth tells whether the file is still over the window.
    let depth = 0;
    const carries = (event: DragEvent) => event.dataTransfer?.types.includes("Files") ?? false;
    const enter = (event: DragEvent) => {
      if (!carries(event)) return;
      depth++;
      setOver(true);
    };
    const leave = () => {
      depth = Math.max(0, depth - 1);
      if (!depth) setOver(false);
    };
    const hold = (event: DragEvent) => carries(event) && event.preventDefault();
    const drop = (event: DragEvent) => {
      if (!carries(event)) return;
      event.preventDefault();
      depth = 0;
      setOver(false);
      take([...(event.dataTransfer?.files ?? [])]);
    };
    const on = [
      ["dragenter", enter],
      ["dragleave", leave],
      ["dragover", hold],
      ["drop", drop],
    ] as const;
    for (const [name, listener] of on) window.addEventListener(name, listener);
    return () => {
      for (const [name, listener] of on) window.removeEventListener(name, listener);
    };
  }, [take]);
  return over;
}
