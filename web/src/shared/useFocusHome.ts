import { useEffect } from "react";

/** How long what comes next, such as a menu that closes or a page that arrives, has to take the focus itself. */
const AFTER = 90;

/**
 * Focus is where work goes on, never nowhere: when what had it is gone or can no longer have it, or a screen has just come, the part
 * of the screen marked `data-home` gets it.
 */
export function useFocusHome(): void {
  useEffect(() => {
    let timer = 0;
    const later = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(goHome, AFTER);
    };
    const seen = new MutationObserver(later);
    seen.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ["disabled"] });
    document.addEventListener("focusout", later);
    later();
    return () => {
      window.clearTimeout(timer);
      seen.disconnect();
      document.removeEventListener("focusout", later);
    };
  }, []);
}

function goHome(): void {
  const now = document.activeElement;
  const nowhere = !now || now === document.body || (now as HTMLButtonElement).disabled === true;
  if (!nowhere || !document.hasFocus() || document.querySelector("[role=dialog], [role=menu]:not([hidden])")) return;
  document.querySelector<HTMLElement>("[data-home]")?.focus({ preventScroll: true });
}
