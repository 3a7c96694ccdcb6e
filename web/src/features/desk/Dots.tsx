import { Ellipsis } from "lucide-react";
import type { ComponentProps } from "react";
import { Button } from "../../shared/Button";

/** Three dots, behind which the rare things are. */
export function Dots({ label, ...more }: { label: string } & ComponentProps<typeof Button>) {
  return (
    <Button variant="plain" size="sm" px="0" position="relative" zIndex={1} aria-label={label} {...more}>
      <Ellipsis size={16} />
    </Button>
  );
}
