import { Box, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Look, Reading } from "../../api/client";
import { Button } from "../../shared/Button";
import { FilterList } from "../../shared/FilterList";
import { Phrase } from "../../shared/Phrase";
import { Ticks } from "../../shared/Ticks";
import { parted } from "../../shared/words";
import { AS_FOUND, LABELS, optionsOf, overruled, severalOf, withSeveral } from "./ways";

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
            {(start, close) => (
              <Way
                part={part.key}
                look={look}
                start={start}
                onReading={(reading) => {
                  close();
                  onOverrule(reading);
                }}
              />
            )}
          </Phrase>
        </span>
      ))}
    </Box>
  );
}

type WayProps = { part: string; look: Look; start: string; onReading: (reading: Reading) => void };

/** How one part of the reading is overruled: chosen from a list, ticked, or typed. */
function Way({ part, look, start, onReading }: WayProps) {
  const asked = look.file.asked;
  const label = LABELS[part] ?? part;
  const options = optionsOf(part, look);
  const several = severalOf(part, look);
  const typed = TYPED[part];
  if (several) return <Several label={label} {...several} onDone={(t) => onReading(withSeveral(asked, part, t))} />;
  if (typed) return <Typed label={label} typed={typed} asked={asked} onReading={onReading} />;
  return (
    <FilterList
      label={label}
      start={start}
      options={options ?? []}
      chosen={JSON.stringify(look.found[part as keyof Reading])}
      onChoose={(key) => onReading(overruled(asked, part, key === AS_FOUND ? undefined : JSON.parse(key)))}
    />
  );
}

function Several({
  label,
  all,
  taken,
  onDone,
}: {
  label: string;
  all: readonly string[];
  taken: readonly string[];
  onDone: (taken: string[]) => void;
}) {
  const [ticked, setTicked] = useState<string[]>([...taken]);
  const every = ticked.length === all.length;
  // Laid one under the other in the order of the file, however they were ticked.
  const inOrder = all.filter((name) => ticked.includes(name));
  return (
    <Box p="12px" w="300px">
      <Ticks
        label={label}
        items={all.map((name) => ({ key: name, label: name }))}
        ticked={ticked}
        onChange={setTicked}
        autoFocus
      />
      {all.length > 1 && (
        <Button variant="plain" size="sm" onClick={() => setTicked(every ? [] : [...all])}>
          {every ? "None" : `All ${all.length}`}
        </Button>
      )}
      <Button size="sm" ml="8px" disabled={!inOrder.length} onClick={() => onDone(inOrder)}>
        {inOrder.length > 1 ? "Lay them under each other" : "Read this one"}
      </Button>
    </Box>
  );
}

type Typing = {
  hint: string;
  placeholder: string;
  action: string;
  text: (asked: Reading) => string;
  reading: (asked: Reading, text: string) => Reading;
};

/** The parts that are typed. */
const TYPED: Record<string, Typing | undefined> = {
  range: {
    hint: "The first and the last cell, such as B3:F200. Empty takes all cells.",
    placeholder: "B3:F200",
    action: "Read this range",
    text: (asked) => asked.range ?? "",
    reading: (asked, text) => overruled(asked, "range", text || undefined),
  },
  blanks: {
    hint: "Parted by commas, besides empty fields. Empty takes them as they are usual.",
    placeholder: "NA, k. A., -",
    action: "Take these as blank",
    text: (asked) => asked.blanks?.join(", ") ?? "",
    reading: (asked, text) => {
      const words = parted(text);
      return overruled(asked, "blanks", words.length ? words : undefined);
    },
  },
};

type TypedProps = { label: string; typed: Typing; asked: Reading; onReading: (reading: Reading) => void };

function Typed({ label, typed, asked, onReading }: TypedProps) {
  const [text, setText] = useState(typed.text(asked));
  return (
    <Box
      as="form"
      p="12px"
      w="260px"
      onSubmit={(event) => {
        event.preventDefault();
        onReading(typed.reading(asked, text.trim()));
      }}
    >
      <Input
        size="sm"
        autoFocus
        aria-label={label}
        placeholder={typed.placeholder}
        value={text}
        bg="card"
        borderColor="control"
        onChange={(event) => setText(event.target.value)}
      />
      <Box color="quiet" textStyle="small" mt="6px">
        {typed.hint}
      </Box>
      <Button type="submit" size="sm" mt="8px">
        {typed.action}
      </Button>
    </Box>
  );
}
