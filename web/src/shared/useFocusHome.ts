import { useEffect } from "react";
import { afterClosing } from "./frames";

/**
 * Focus is where work goes on, never nowhere: when what had it is gone or can no longer have it, or a screen has just come, the part
 * of the screen marked `data-home` gets it.
 */
export function useFocusHome(): void {
  useEffect(() => {
    let callOff = () => {};
    const later = () => {
      callOff();
      callOff = afterClosing(goHome); // what comes next, such as a menu that closes, may take the focus itself
    };
    const seen = new MutationObserver(later);
    seen.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ["disabled"] });
    document.addEventListener("focusout", later);
    later();
    return () => {
      callOff();
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
