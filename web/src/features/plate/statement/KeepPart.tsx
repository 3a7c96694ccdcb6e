import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
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

type FormProps = Omit<KeepPartProps, "before"> & {
  heading: string;
  /** The condition as it stands; null while it cannot be submitted. */
  condition: Condition | null;
  children: ReactNode;
};

/** The card of a condition: its parts, and at the foot back to the fields, the filled or blank records alone, or submit. */
export function KeepForm({ heading, column, condition, done, onDone, onBack, children }: FormProps) {
  const blank = (wanted: boolean) => () => onDone({ field: column.name, blank: wanted });
  return (
    <Box
      as="form"
      w="340px"
      onSubmit={(event) => {
        event.preventDefault();
        if (condition) onDone(condition);
      }}
    >
      <Box p="12px" pb="4px">
        <Box fontWeight="600" mb="8px">
          {heading}
        </Box>
        {children}
      </Box>
      <Flex gap="6px" p="10px" borderTopWidth="1px" borderColor="line">
        <Button variant="plain" size="sm" onClick={onBack}>
          Other field
        </Button>
        <Button variant="bare" size="sm" onClick={blank(false)}>
          Filled
        </Button>
        <Button variant="bare" size="sm" onClick={blank(true)}>
          Blank
        </Button>
        <Button variant="lead" size="sm" type="submit" ms="auto" disabled={!condition}>
          {done}
        </Button>
      </Flex>
    </Box>
  );
}
