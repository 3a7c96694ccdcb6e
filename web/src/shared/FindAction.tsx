import { Dialog, Portal, VisuallyHidden } from "@chakra-ui/react";
import { FilterList } from "./FilterList";

export type Action = { name: string; note?: string; act: () => unknown };

type Props = { actions: readonly Action[]; open: boolean; onClose: () => void };

/** The actions of a screen by name: type a word of it, Enter. */
export function FindAction({ actions, open, onClose }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(change) => !change.open && onClose()} placement="top">
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
                  onClose();
                  actions.find((action) => action.name === name)?.act();
                }}
              />
            )}
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
