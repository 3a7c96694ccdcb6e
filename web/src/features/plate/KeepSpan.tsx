import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { KeepFoot, type KeepPartProps } from "./KeepPart";

/** From and to, of moments or numbers. */
export function KeepSpan({ column, before, onDone, onBack }: KeepPartProps) {
  const [from, setFrom] = useState(text(before?.from));
  const [to, setTo] = useState(text(before?.to));
  const moment = column.kind === "moment";
  const ends = [
    { label: "From", value: from, set: setFrom },
    { label: "To, included", value: to, set: setTo },
  ];
  const wrong = ends.find((end) => end.value.trim() && !fits(end.value, moment));

  return (
    <Box
      as="form"
      w="300px"
      onSubmit={(event) => {
        event.preventDefault();
        finish();
      }}
    >
      <Box p="12px" pb="4px">
        <Box fontWeight="600" mb="8px">
          {column.words}
        </Box>
        <Flex gap="10px">
          {ends.map((end, i) => (
            <Field.Root key={end.label} invalid={wrong === end}>
              <Field.Label textStyle="label">{end.label}</Field.Label>
              <Input
                size="sm"
                autoFocus={i === 0}
                borderColor="control"
                placeholder={moment ? "2025-03-31" : "any"}
                value={end.value}
                onChange={(event) => end.set(event.target.value)}
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
      </Box>
      <KeepFoot onBack={onBack} disabled={Boolean(wrong) || !(from.trim() || to.trim())} />
    </Box>
  );

  function finish() {
    if (wrong || !(from.trim() || to.trim())) return;
    onDone({ field: column.name, ...end("from", from), ...end("to", to) });
  }

  function end(name: "from" | "to", value: string) {
    if (!value.trim()) return {};
    return { [name]: moment ? value.trim() : Number(value) };
  }
}

const text = (value: string | number | undefined) => (value === undefined ? "" : String(value));

function fits(value: string, moment: boolean): boolean {
  return moment
    ? /^\d{4}(-\d{2}(-\d{2}([ T]\d{2}:\d{2}(:\d{2})?)?)?)?$/.test(value.trim())
    : Number.isFinite(Number(value));
}
