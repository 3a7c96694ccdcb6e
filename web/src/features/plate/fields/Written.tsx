import { Box, Field } from "@chakra-ui/react";
import type { Figure } from "../../../api/client";
import { FactInput } from "../../../shared/FactInput";
import { SavedInput } from "../../../shared/SavedInput";

type Props = {
  label: string;
  hint: string;
  value: string | undefined;
  onDone: (text: string | undefined) => void;
  /** Where given, live facts are completed while typing, and the words are shown as they read now. */
  facts?: Figure["facts"];
};

/** A line of text saved when it is left or on Enter. Emptied, it goes back to what the figure says by itself. */
export function Written({ label, hint, value, onDone, facts }: Props) {
  const done = (text: string) => onDone(text === "" ? undefined : text);
  const reads = facts && value && withFacts(value, facts);
  return (
    <Field.Root mt="12px">
      <Field.Label textStyle="label">{label}</Field.Label>
      {facts ? (
        <FactInput label={label} facts={facts} placeholder={hint} value={value ?? ""} onDone={done} />
      ) : (
        <SavedInput size="sm" placeholder={hint} maxLength={2000} value={value ?? ""} onDone={done} />
      )}
      {reads && reads !== value && (
        <Box textStyle="small" color="quiet" mt="3px">
          Reads: {reads}
        </Box>
      )}
    </Field.Root>
  );
}

/** The words as they read now. */
export function withFacts(words: string, facts: Figure["facts"]): string {
  return words.replace(
    /\{([a-z]+(?:\.[a-z]+)*)\}/g,
    (whole, name: string) => facts.find((each) => each.name === name)?.text ?? whole,
  );
}
