import { Popover, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

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
          // Gone at once: a card that fades out stands beside the next one, and opened again would keep what was chosen in it.
          _closed={{ animation: "none" }}
        >
          {children}
        </Popover.Content>
      </Popover.Positioner>
    </Portal>
  );
}
