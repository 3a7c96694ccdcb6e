import { useEffect, useState } from "react";
import { useView } from "../changes/view";

const NOTHING = { scales: null, colors: null } as ReturnType<typeof tried>;

/** What is being tried, a little later than the stage shows it: what is read beside it must not hold up a frame. */
export function useTried() {
  const [now, setNow] = useState(NOTHING);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const leave = useView.subscribe((view) => {
      clearTimeout(timer);
      timer = setTimeout(
        () =>
          setNow((before) => {
            const next = tried(view);
            return next.scales === before.scales && next.colors === before.colors ? before : next;
          }),
        40,
      );
    });
    return () => {
      clearTimeout(timer);
      leave();
    };
  }, []);
  return now;
}

type Tried = Pick<ReturnType<typeof useView.getState>, "triedScales" | "triedColors">;

const tried = (view: Tried) => ({ scales: view.triedScales, colors: view.triedColors });
