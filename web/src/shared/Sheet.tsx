import { CloseButton, Dialog, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Props = {
  heading: string;
  open: boolean;
  onClose: () => void;
  width: string;
  /** Whether what is on it may be longer than the screen: its body then scrolls between heading and buttons. */
  tall?: boolean;
  children: ReactNode;
};

/** A sheet laid over the screen, with its heading and a way to put it away. */
export function Sheet({ heading, open, onClose, width, tall, children }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      placement="center"
      scrollBehavior={tall ? "inside" : "outside"}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content
            bg="panel"
            maxW={width}
            maxH={tall ? "calc(100% - 48px)" : undefined}
            my={tall ? "24px" : undefined}
            textStyle="base"
          >
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
