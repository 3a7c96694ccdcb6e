import { Menu } from "@chakra-ui/react";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { Dots } from "./MoreMenu";

type Props = {
  label: string;
  action: string;
  onAction: () => void;
  others?: readonly { name: string; act: () => void }[];
};

export default function OpenedMenu({ label, action, onAction, others = [] }: Props) {
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
