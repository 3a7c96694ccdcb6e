import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { End } from "../../api/client";
import { Button } from "../../shared/Button";
import { LEFT_TO_DATA, rounded, TITLES, type Which } from "./railAxis";

type Props = {
  which: Which;
  end: End | undefined;
  value: number;
  limits: [number | null, number | null];
  /** Numbers are written as percent. */
  percent: boolean;
  onDone: (end: End | "data" | null) => void;
};

/** The exact number and the name of a handle. */
export function TypedEnd({ which, end, value, limits: [least, most], percent, onDone }: Props) {
  const [number, setNumber] = useState(percent ? `${rounded(value * 100, 1e-6)}%` : String(rounded(value, 1e-6)));
  const [name, setName] = useState(end?.name ?? "");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.select(), []);
  const plain = number.trim().replace("−", "-");
  // A percent sign may be written or left out where all numbers are percent.
  const at = percent ? rounded(Number(plain.replace(/\s*%$/, "")) / 100, 1e-12) : Number(plain);
  const wrong =
    number.trim() === "" || !Number.isFinite(at)
      ? "Write a number, such as 5 or 2.5."
      : least !== null && at < least && which === "high"
        ? "The high end must lie above the low end."
        : most !== null && at > most && which === "low"
          ? "The low end must lie below the high end."
          : "";
  return (
    <Box
      as="form"
      p="12px"
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) onDone({ at, ...(name.trim() ? { name: name.trim() } : {}) });
      }}
    >
      <Field.Root invalid={Boolean(wrong)}>
        <Field.Label textStyle="label">{TITLES[which]} at</Field.Label>
        <Input
          ref={input}
          size="sm"
          autoFocus
          borderColor="control"
          inputMode="decimal"
          value={number}
          onChange={(event) => setNumber(event.target.value)}
        />
        {wrong && <Field.ErrorText color="alarm">{wrong}</Field.ErrorText>}
      </Field.Root>
      <Field.Root mt="8px">
        <Field.Label textStyle="label">Its name on the legend</Field.Label>
        <Input
          size="sm"
          borderColor="control"
          placeholder="our promise"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field.Root>
      <Flex justify="space-between" mt="12px">
        <Button size="sm" variant="plain" onClick={() => onDone("data")}>
          {which === "middle" ? "Halfway" : `At the ${LEFT_TO_DATA[which]}`}
        </Button>
        <Button size="sm" variant="lead" type="submit" disabled={Boolean(wrong)}>
          Set
        </Button>
      </Flex>
    </Box>
  );
}
