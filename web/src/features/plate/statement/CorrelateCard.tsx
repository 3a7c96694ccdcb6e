import { Box, Checkbox, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { ColumnInfo, Pivot, TableInfo } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Choice } from "../../../shared/Choice";

type Correlate = NonNullable<Pivot["correlate"]>;
type Props = { table: TableInfo; correlate?: Correlate; onDone: (correlate: Correlate | undefined) => void };

const METHODS = [
  { value: "pearson", label: "by value" },
  { value: "spearman", label: "by rank" },
] as const;
const TRIANGLES = [
  { value: "both", label: "all cells" },
  { value: "lower", label: "lower half" },
  { value: "upper", label: "upper half" },
] as const;

/** Whether a column only tells records apart, by its name or by numbers that just count on: it moves together with nothing. */
export function isIdentifier({ words, distinct, blanks, bars }: ColumnInfo, records: number): boolean {
  if (/(^|\s)(id|ids|nr|no|number|code|key|index|row|record|zip|postcode|phone)$/i.test(words)) return true;
  return records > 20 && distinct === records - blanks && bars.length > 0 && Math.min(...bars) >= 90;
}

/** Which fields are correlated, how, and which cells of the square are shown. */
export function CorrelateCard({ table, correlate, onDone }: Props) {
  const numbers = table.columns.filter((column) => column.kind === "number");
  const [ticked, setTicked] = useState(
    () =>
      new Set(
        correlate?.fields ??
          numbers
            .filter((column) => !isIdentifier(column, table.records))
            .slice(0, 12)
            .map(({ name }) => name),
      ),
  );
  const [method, setMethod] = useState(correlate?.method ?? "pearson");
  const [triangle, setTriangle] = useState(correlate?.triangle ?? "lower");
  const enough = ticked.size > 1;
  return (
    <Box
      as="form"
      w="320px"
      onSubmit={(event) => {
        event.preventDefault();
        const fields = numbers.map(({ name }) => name).filter((name) => ticked.has(name));
        if (enough) onDone({ fields, method, triangle });
      }}
    >
      <Box p="12px" pb="8px">
        <Box fontWeight="600" mb="8px">
          How fields move together
        </Box>
        <Choice label="How it is measured" value={method} choices={METHODS} onChange={setMethod} />
        <Box h="8px" />
        <Choice label="Which cells" value={triangle} choices={TRIANGLES} onChange={setTriangle} />
      </Box>
      <Box maxH="240px" overflowY="auto" px="12px" py="4px" role="group" aria-label="Fields">
        {numbers.map(({ name, words }) => (
          <Checkbox.Root
            key={name}
            size="sm"
            display="flex"
            py="3px"
            checked={ticked.has(name)}
            onCheckedChange={({ checked }) => {
              const next = new Set(ticked);
              if (checked === true) next.add(name);
              else next.delete(name);
              setTicked(next);
            }}
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="control" />
            <Checkbox.Label fontWeight="400" textStyle="base">
              {words}
            </Checkbox.Label>
          </Checkbox.Root>
        ))}
        {numbers.length < 2 && <Box color="quiet">This table has fewer than two columns of numbers.</Box>}
      </Box>
      <Flex justify="space-between" p="10px" borderTopWidth="1px" borderColor="line">
        {correlate ? (
          <Button variant="plain" size="sm" onClick={() => onDone(undefined)}>
            Back to a pivot
          </Button>
        ) : (
          <span />
        )}
        <Button variant="lead" size="sm" type="submit" disabled={!enough}>
          Correlate
        </Button>
      </Flex>
    </Box>
  );
}
