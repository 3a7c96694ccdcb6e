import { Menu } from "@chakra-ui/react";
import { Ellipsis } from "lucide-react";
import { Button } from "../../shared/Button";
import { MenuCard, MenuLine } from "../../shared/MenuCard";

/** What is rarely wanted of a thing, behind three dots. */
export function MoreMenu({ label, action, onAction }: { label: string; action: string; onAction: () => void }) {
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }}>
      <Menu.Trigger asChild>
        <Button variant="plain" size="sm" px="0" position="relative" zIndex={1} aria-label={label}>
          <Ellipsis size={16} />
        </Button>
      </Menu.Trigger>
      <MenuCard>
        <MenuLine value="remove" removes onClick={onAction}>
          {action}
        </MenuLine>
      </MenuCard>
    </Menu.Root>
  );
}
