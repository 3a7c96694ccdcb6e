import { Dialog, Portal, VisuallyHidden } from "@chakra-ui/react";
import { useRef } from "react";
import { FilterList } from "./FilterList";

export type Action = { name: string; note?: string; act: () => unknown };

type Props = { actions: readonly Action[]; open: boolean; onClose: () => void };

/** The actions of a screen by name: type a word of it, Enter. */
export function FindAction({ actions, open, onClose }: Props) {
  const chosen = useRef<Action | undefined>(undefined);
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      // Not before the list is gone: it gives the focus back, which would close a sheet that is opened meanwhile.
      onExitComplete={() => {
        chosen.current?.act();
        chosen.current = undefined;
      }}
      placement="top"
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="card" w="auto" mt="90px" fontSize="13px" overflow="hidden">
            <VisuallyHidden>
              <Dialog.Title>Find an action</Dialog.Title>
            </VisuallyHidden>
            {open && (
              <FilterList
                label="Find an action"
                options={actions.map(({ name, note }) => ({ key: name, label: name, note }))}
                onChoose={(name) => {
                  chosen.current = actions.find((action) => action.name === name);
                  onClose();
                }}
              />
            )}
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
