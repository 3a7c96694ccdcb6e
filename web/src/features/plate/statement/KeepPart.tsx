import { Flex } from "@chakra-ui/react";
import type { ColumnInfo, Condition } from "../../../api/client";
import { Button } from "../../../shared/Button";

/** What a part of the keep editor is given: the column, its condition so far, and what to do when done. */
export type KeepPartProps = {
  column: ColumnInfo;
  before?: Condition;
  onDone: (condition: Condition) => void;
  onBack: () => void;
  /** What submits says: "Keep these" of a filter. */
  done: string;
};

/** The foot of a part: back to the fields, the filled or blank records alone, or submit. */
export function KeepFoot({
  onBack,
  disabled,
  done,
  onBlank,
}: Pick<KeepPartProps, "onBack" | "done"> & { disabled: boolean; onBlank: (blank: boolean) => void }) {
  return (
    <Flex gap="6px" p="10px" borderTopWidth="1px" borderColor="line">
      <Button variant="plain" size="sm" onClick={onBack}>
        Other field
      </Button>
      <Button variant="bare" size="sm" onClick={() => onBlank(false)}>
        Filled
      </Button>
      <Button variant="bare" size="sm" onClick={() => onBlank(true)}>
        Blank
      </Button>
      <Button variant="lead" size="sm" type="submit" ms="auto" disabled={disabled}>
        {done}
      </Button>
    </Flex>
  );
}
