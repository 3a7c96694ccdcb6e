import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { Choice } from "../../../shared/Choice";
import { KeepForm, type KeepPartProps } from "./KeepPart";

type Ends = "included" | "beyond";

const WAYS = [
  { value: "included", label: "from and to" },
  { value: "beyond", label: "above and below" },
] as const;

/** From and to, or above and below, of moments or numbers. */
export function KeepSpan({ before, ...shared }: KeepPartProps) {
  const { column } = shared;
  const [way, setWay] = useState<Ends>(
    before?.above !== undefined || before?.below !== undefined ? "beyond" : "included",
  );
  const [low, setLow] = useState(text(before?.from ?? before?.above));
  const [high, setHigh] = useState(text(before?.to ?? before?.below));
  const moment = column.kind === "moment";
  const included = way === "included";
  const ends = [
    { label: included ? "From" : "Above", value: low, set: setLow },
    { label: included ? "To, included" : "Below", value: high, set: setHigh },
  ];
  const wrong = ends.find((end) => end.value.trim() && !fits(end.value, moment));
  const end = (name: "from" | "to" | "above" | "below", value: string) =>
    value.trim() ? { [name]: moment ? value.trim() : Number(value) } : {};
  const condition =
    wrong || !(low.trim() || high.trim())
      ? null
      : {
          field: column.name,
          ...end(included ? "from" : "above", low),
          ...end(included ? "to" : "below", high),
        };

  return (
    <KeepForm {...shared} heading={column.words} condition={condition}>
      <Choice label="How the ends are meant" value={way} choices={WAYS} onChange={setWay} />
      <Flex gap="10px" mt="8px">
        {ends.map((each, i) => (
          <Field.Root key={each.label} invalid={wrong?.label === each.label}>
            <Field.Label textStyle="label">{each.label}</Field.Label>
            <Input
              size="sm"
              autoFocus={i === 0}
              borderColor="control"
              placeholder={moment ? "2025-03-31" : "any"}
              value={each.value}
              onChange={(event) => each.set(event.target.value)}
            />
          </Field.Root>
        ))}
      </Flex>
      <Box color={wrong ? "alarm" : "quiet"} textStyle="small" py="6px" minH="30px">
        {wrong
          ? `“${wrong.value.trim()}” is not ${moment ? "a date; write it as 2025-03-31, 2025-03 or 2025" : "a number"}.`
          : moment
            ? "A year or month alone will do."
            : ""}
      </Box>
    </KeepForm>
  );
}

const text = (value: string | number | undefined) => (value === undefined ? "" : String(value));

function fits(value: string, moment: boolean): boolean {
  return moment
    ? /^\d{4}(-\d{2}(-\d{2}([ T]\d{2}:\d{2}(:\d{2})?)?)?)?$/.test(value.trim())
    : Number.isFinite(Number(value));
}
