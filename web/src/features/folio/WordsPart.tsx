import { Box } from "@chakra-ui/react";
import { FactInput } from "../../shared/FactInput";
import { factsOf } from "./facts";
import { platesOf, withFolio, withPage } from "./folios";
import type { PartProps } from "./partProps";

/** What the page says beside its plates, what its speaker says, and what stands at the foot of all pages. */
export function WordsPart({ data, page, spec, at, onChange }: PartProps) {
  const facts = factsOf(data, platesOf(spec));
  const field = (label: string, value: string, lines: number, placeholder: string, done: (text: string) => void) => (
    <Box mb="14px">
      <Box textStyle="label" mb="5px">
        {label}
      </Box>
      <FactInput label={label} facts={facts} value={value} lines={lines} placeholder={placeholder} onDone={done} />
    </Box>
  );
  return (
    <>
      {page && (
        <>
          {field(
            "Words of the page",
            spec.words ?? "",
            7,
            "Write what it says. { opens the list of live facts.",
            (words) => onChange(withPage(at, { words: words || undefined })),
          )}
          <Box textStyle="small" color="quiet" mt="-8px" mb="14px">
            - begins an item, 1. a counted one, # a headline; **bold**. Ctrl Enter is done.
          </Box>
          {field("Notes for who speaks", spec.notes ?? "", 3, "They go along in a deck.", (notes) =>
            onChange(withPage(at, { notes: notes || undefined })),
          )}
        </>
      )}
      {field("At the foot of all pages", data.spec.footer ?? "", 1, "Where it comes from", (footer) =>
        onChange(withFolio({ footer: footer || undefined })),
      )}
    </>
  );
}
