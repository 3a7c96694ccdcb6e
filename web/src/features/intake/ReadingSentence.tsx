import { Box, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Look, Reading } from "../../api/client";
import { Button } from "../../shared/Button";
import { FilterList } from "../../shared/FilterList";
import { Phrase } from "../../shared/Phrase";
import { AS_FOUND, LABELS, optionsOf, overruled } from "./ways";

/** How the file is read, as a sentence whose phrases can each be overruled. */
export function ReadingSentence({ look, onOverrule }: { look: Look; onOverrule: (asked: Reading) => void }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Box textStyle="statement" color="quiet">
      {look.file.name} read as{" "}
      {look.parts.map((part, i) => (
        <span key={part.key}>
          {i > 0 && ", "}
          <Phrase
            label={LABELS[part.key] ?? part.key}
            words={part.words}
            set={!part.usual}
            open={open === part.key}
            onOpen={(now) => setOpen(now ? part.key : null)}
          >
            {(start, close) => {
              const options = optionsOf(part.key, look);
              const change = (value: unknown) => {
                close();
                onOverrule(overruled(look.file.asked, part.key, value));
              };
              return options ? (
                <FilterList
                  label={LABELS[part.key] ?? part.key}
                  start={start}
                  options={options}
                  chosen={JSON.stringify(look.found[part.key as keyof Reading])}
                  onChoose={(key) => change(key === AS_FOUND ? undefined : JSON.parse(key))}
                />
              ) : (
                <Typed
                  label={LABELS[part.key] ?? part.key}
                  value={String(look.file.asked[part.key as keyof Reading] ?? "")}
                  onDone={(text) => change(text || undefined)}
                />
              );
            }}
          </Phrase>
        </span>
      ))}
    </Box>
  );
}

function Typed({ label, value, onDone }: { label: string; value: string; onDone: (text: string) => void }) {
  const [text, setText] = useState(value);
  return (
    <Box
      as="form"
      p="12px"
      w="260px"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(text.trim());
      }}
    >
      <Input
        size="sm"
        autoFocus
        aria-label={label}
        placeholder="B3:F200"
        value={text}
        bg="card"
        borderColor="control"
        onChange={(event) => setText(event.target.value)}
      />
      <Box color="quiet" textStyle="small" mt="6px">
        The first and the last cell, such as B3:F200. Empty takes all cells.
      </Box>
      <Button type="submit" size="sm" mt="8px">
        Read this range
      </Button>
    </Box>
  );
}
