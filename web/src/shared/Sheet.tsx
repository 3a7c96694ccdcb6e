import { CloseButton, Dialog, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Props = { heading: string; open: boolean; onClose: () => void; width: string; children: ReactNode };

/** A sheet laid over the screen, with its heading and a way to put it away. */
export function Sheet({ heading, open, onClose, width, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(change) => !change.open && onClose()} placement="center">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" maxW={width} textStyle="base">
            <Dialog.Header pb="6px">
              <Dialog.Title textStyle="heading">{heading}</Dialog.Title>
            </Dialog.Header>
            {children}
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
