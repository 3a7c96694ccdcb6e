import { Menu } from "@chakra-ui/react";
import type { Pivot } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { MenuCard, MenuLine } from "../../../shared/MenuCard";
import { withCorrelation } from "../changes/pivots";
import { withLevels } from "../changes/sides";
import type { Change } from "../changes/usePlate";
import { SIDES } from "./sides";

type Props = {
  pivot: Pivot;
  onOpen: (phrase: string) => void;
  onWrite: () => void;
  onChange: (change: Change) => void;
};

/** What the whole statement may become instead. */
export function ReshapeMenu({ pivot, onOpen, onWrite, onChange }: Props) {
  const { split, correlate } = pivot;
  const levels = { rows: pivot.rows ?? [], columns: pivot.columns ?? [] };
  return (
    <Menu.Root positioning={{ placement: "bottom-end" }} lazyMount unmountOnExit>
      <Menu.Trigger asChild>
        <Button variant="plain" size="sm" flex="none">
          Reshape
        </Button>
      </Menu.Trigger>
      <MenuCard width="240px">
        {(["rows", "columns"] as const).map((side) =>
          levels[side].length > 1 ? (
            <MenuLine key={side} value={side} onClick={() => onChange(withLevels(side, [...levels[side]].reverse()))}>
              Swap inner and outer {SIDES[side].way}
            </MenuLine>
          ) : null,
        )}
        {!split && !correlate && (
          <MenuLine value="split" onClick={() => onOpen("split")}>
            Split by a further field
          </MenuLine>
        )}
        {!correlate && (
          <MenuLine value="correlate" onClick={() => onOpen("correlate")}>
            See how fields move together
          </MenuLine>
        )}
        {correlate && (
          <MenuLine value="pivot" onClick={() => onChange(withCorrelation(undefined))}>
            Back to a pivot
          </MenuLine>
        )}
        <MenuLine value="write" onClick={onWrite}>
          Type the statement
        </MenuLine>
      </MenuCard>
    </Menu.Root>
  );
}
