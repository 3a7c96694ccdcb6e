import { Popover } from "@chakra-ui/react";
import type { ReactElement, ReactNode } from "react";
import { PopCard } from "./PopCard";

type Props = {
  open: boolean;
  onOpen: (open: boolean) => void;
  label: string;
  width?: string;
  placement: "left" | "left-start" | "bottom-start";
  gutter?: number;
  /** Whether the card takes the focus itself; a card may have a better place for it. */
  autoFocus?: boolean;
  trigger: ReactElement;
  children: ReactNode;
};

/** What opens a card beside it. The card is made when it opens and gone when it closes. */
export function Opens({ open, onOpen, label, width, placement, gutter, autoFocus, trigger, children }: Props) {
  return (
    <Popover.Root
      open={open}
      onOpenChange={(change) => onOpen(change.open)}
      positioning={{ placement, gutter }}
      autoFocus={autoFocus}
      lazyMount
      unmountOnExit
    >
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <PopCard label={label} width={width}>
        {children}
      </PopCard>
    </Popover.Root>
  );
}
