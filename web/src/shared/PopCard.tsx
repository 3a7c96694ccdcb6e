import { Popover, Portal, usePopoverContext } from "@chakra-ui/react";
import { Fragment, type ReactNode, useState } from "react";

/** The card that a phrase, a handle or the palette opens. To be put inside a Popover.Root. */
export function PopCard({ label, width, children }: { label: string; width?: string; children: ReactNode }) {
  return (
    <Portal>
      <Popover.Positioner>
        <Popover.Content
          w={width ?? "auto"}
          fontSize="13px"
          bg="card"
          borderWidth="1px"
          borderColor="edge"
          borderRadius="8px"
          boxShadow="list"
          aria-label={label}
        >
          <Fragment key={useOpening()}>{children}</Fragment>
        </Popover.Content>
      </Popover.Positioner>
    </Portal>
  );
}

/** Which opening of the card this is. A card opened again while it is still fading out would keep what was chosen in it. */
function useOpening(): number {
  const { open } = usePopoverContext();
  const [was, setWas] = useState(open);
  const [opening, setOpening] = useState(0);
  if (open !== was) {
    setWas(open);
    if (open) setOpening(opening + 1);
  }
  return opening;
}
