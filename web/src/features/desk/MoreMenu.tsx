import { Ellipsis } from "lucide-react";
import { type ComponentProps, lazy, Suspense, useState } from "react";
import { Button } from "../../shared/Button";

type Props = {
  label: string;
  /** What takes the thing away. */
  action: string;
  onAction: () => void;
  /** What else can be done with it. */
  others?: readonly { name: string; act: () => void }[];
};

const OpenedMenu = lazy(() => import("./OpenedMenu"));

/** What is rarely wanted of a thing, behind three dots. The menu itself is fetched when one is first opened. */
export function MoreMenu(props: Props) {
  const [asked, setAsked] = useState(false);
  const dots = <Dots label={props.label} aria-haspopup="menu" aria-expanded={asked} onClick={() => setAsked(true)} />;
  if (!asked) return dots;
  return (
    <Suspense fallback={dots}>
      <OpenedMenu {...props} />
    </Suspense>
  );
}

export function Dots({ label, ...more }: { label: string } & ComponentProps<typeof Button>) {
  return (
    <Button variant="plain" size="sm" px="0" position="relative" zIndex={1} aria-label={label} {...more}>
      <Ellipsis size={16} />
    </Button>
  );
}
