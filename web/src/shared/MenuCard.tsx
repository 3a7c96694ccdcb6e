import { Menu, Portal } from "@chakra-ui/react";
import { Fragment, type ReactNode } from "react";

/** The card that a menu opens. To be put inside a Menu.Root. */
export function MenuCard({ width, children }: { width?: string; children: ReactNode }) {
  return (
    <Portal>
      <Menu.Positioner>
        <Menu.Content bg="card" fontSize="13px" minW={width} boxShadow="list" borderWidth="1px" borderColor="edge">
          {children}
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  );
}

/** What a menu can do: what is off makes no sense here. */
export type MenuAction = { name: string; act: () => void; off?: boolean; removes?: boolean };

/** The lines of a menu in groups, the commonest first, with a line between; a group of which nothing makes sense is left out. */
export function MenuGroups({ groups }: { groups: readonly (readonly MenuAction[])[] }) {
  return groups
    .filter((group) => group.some(({ off }) => !off))
    .map((group, i) => (
      <Fragment key={group[0]?.name}>
        {i > 0 && <Menu.Separator borderColor="line" my="3px" />}
        {group.map(({ name, off, removes }) => (
          <MenuLine key={name} value={name} disabled={off} removes={removes}>
            {name}
          </MenuLine>
        ))}
      </Fragment>
    ));
}

type LineProps = {
  value: string;
  onClick?: () => void;
  /** It takes something away. */
  removes?: boolean;
  disabled?: boolean;
  asChild?: boolean;
  children: ReactNode;
};

/** One thing a menu can do. */
export function MenuLine({ removes, ...rest }: LineProps) {
  return (
    <Menu.Item
      fontSize="13px"
      py="4px"
      color={removes ? "alarm" : undefined}
      _highlighted={{ bg: removes ? "alarmWash" : "amberWash" }}
      _disabled={{ opacity: 1, cursor: "default" }}
      {...rest}
    />
  );
}
