import { Menu, Portal } from "@chakra-ui/react";
import type { ReactNode } from "react";

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
      color={removes ? "alarm" : undefined}
      _highlighted={{ bg: removes ? "alarmWash" : "amberWash" }}
      _disabled={{ opacity: 1, cursor: "default" }}
      {...rest}
    />
  );
}
