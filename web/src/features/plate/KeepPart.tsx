import { Flex } from "@chakra-ui/react";
import type { ColumnInfo, Condition } from "../../api/client";
import { Button } from "../../shared/Button";

/** What a part of the keep editor is given: the column, its condition so far, and what to do when done. */
export type KeepPartProps = {
  column: ColumnInfo;
  before?: Condition;
  onDone: (condition: Condition | null) => void;
  onBack: () => void;
};

/** The foot of a part: back to the fields, or submit. */
export function KeepFoot({ onBack, disabled }: { onBack: () => void; disabled: boolean }) {
  return (
    <Flex justify="space-between" p="10px" borderTopWidth="1px" borderColor="line">
      <Button variant="plain" size="sm" onClick={onBack}>
        Other field
      </Button>
      <Button variant="lead" size="sm" type="submit" disabled={disabled}>
        Keep these
      </Button>
    </Flex>
  );
}
