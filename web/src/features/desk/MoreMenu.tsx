import { lazy, Suspense, useState } from "react";
import { Dots } from "./Dots";
import type { MenuProps } from "./OpenedMenu";

const OpenedMenu = lazy(() => import("./OpenedMenu"));

/** What is rarely wanted of a thing, behind three dots. The menu itself is fetched when one is first opened. */
export function MoreMenu(props: MenuProps) {
  const [asked, setAsked] = useState(false);
  const dots = <Dots label={props.label} aria-haspopup="menu" aria-expanded={asked} onClick={() => setAsked(true)} />;
  if (!asked) return dots;
  return (
    <Suspense fallback={dots}>
      <OpenedMenu {...props} />
    </Suspense>
  );
}
