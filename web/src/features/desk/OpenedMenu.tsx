import { Menu } from "@chakra-ui/react";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { Dots } from "./Dots";

export type MenuProps = {
  label: string;
  /** What takes the thing away. */
  action: string;
  onAction: () => void;
  /** What else can be done with it. */
  others?: readonly { name: string; act: () => void }[];
};

export default function OpenedMenu({ label, action, onAction, others = [] }: MenuProps) {
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }} defaultOpen>
      <Menu.Trigger asChild>
        <Dots label={label} />
      </Menu.Trigger>
      <MenuCard>
        {others.map(({ name, act }) => (
          <MenuLine key={name} value={name} onClick={act}>
            {name}
          </MenuLine>
        ))}
        <MenuLine value="remove" removes onClick={onAction}>
          {action}
        </MenuLine>
      </MenuCard>
    </Menu.Root>
  );
}
