import { Menu, Portal } from "@chakra-ui/react";
import { Ellipsis } from "lucide-react";
import { Button } from "../../shared/Button";

/** What is rarely wanted of a thing, behind three dots. */
export function MoreMenu({ label, action, onAction }: { label: string; action: string; onAction: () => void }) {
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }}>
      <Menu.Trigger asChild>
        <Button variant="plain" size="sm" px="0" position="relative" zIndex={1} aria-label={label}>
          <Ellipsis size={16} />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="card" boxShadow="list" borderWidth="1px" borderColor="edge">
            <Menu.Item
              fontSize="13px"
              value="remove"
              color="alarm"
              _highlighted={{ bg: "alarmWash" }}
              onClick={onAction}
            >
              {action}
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
