import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { useShallow } from "zustand/react/shallow";
import type { Figure, Recipe } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { FactInput } from "../../../shared/FactInput";
import { afterClosing } from "../../../shared/frames";
import { Toggle } from "../../../shared/Toggle";
import { withNotes } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { look, useView } from "../changes/view";
import { Said } from "../fields/Said";

type Note = NonNullable<Recipe["notes"]>[number];
type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** Marks on cells, rows and columns, and the words that go with them. */
export function NotesPart({ figure, recipe, onChange }: Props) {
  const { chosen, writing } = useView(useShallow(({ chosen, writing }) => ({ chosen, writing })));
  const part = useRef<HTMLDivElement>(null);
  const notes = recipe.notes ?? [];
  // The note that was just begun is the last; its words are what is written next, as soon as it is there.
  useEffect(() => {
    if (writing !== "note" || !notes.length) return;
    // The menu that asked for it must be gone, or it takes the focus back.
    return afterClosing(() => {
      const fields = part.current?.querySelectorAll<HTMLElement>("input:not([type=checkbox]), textarea");
      fields?.[fields.length - 1]?.focus();
      look({ writing: null });
    });
  }, [writing, notes.length]);
  const row = chosen ? figure.row_labels[chosen.row] : undefined;
  const column = chosen ? figure.column_labels[chosen.column] : undefined;
  const add = (note: Note) => onChange(withNotes([...notes, note]));
  const set = (i: number, note: Note) => onChange(withNotes(notes.with(i, note)));
  return (
    <Box ref={part}>
      <Said part="notes" title="Notes" figure={figure} cards={{}} />
      {row && column ? (
        <Box mt="14px">
          <Box color="quiet" mb="8px">
            Mark the cell you stand on, its row or its column
          </Box>
          <Flex gap="6px" wrap="wrap">
            <Button size="sm" variant="plain" onClick={() => add({ row, column })}>
              This cell
            </Button>
            {row.length > 0 && (
              <Button size="sm" variant="plain" onClick={() => add({ row })}>
                {row.join(", ")}
              </Button>
            )}
            {column.length > 0 && (
              <Button size="sm" variant="plain" onClick={() => add({ column })}>
                {column.join(", ")}
              </Button>
            )}
          </Flex>
        </Box>
      ) : (
        <Box color="quiet" mt="14px">
          Click a cell to mark it, its row or its column.
        </Box>
      )}
      {notes.map((note, i) => {
        const name = [...(note.row ?? []), ...(note.column ?? [])].join(", ");
        return (
          <Box
            key={`${name} ${i}`}
            role="group"
            aria-label={`Note on ${name}`}
            mt="14px"
            pt="10px"
            borderTopWidth="1px"
            borderColor="line"
          >
            <Flex align="center" justify="space-between" mb="6px" gap="8px">
              <Box fontWeight="600" truncate title={name}>
                {name}
              </Box>
              <CloseButton
                size="2xs"
                aria-label={`Remove the note on ${name}`}
                onClick={() => onChange(withNotes(notes.toSpliced(i, 1)))}
              />
            </Flex>
            <FactInput
              label={`Words of the note on ${name}`}
              facts={figure.facts}
              placeholder="words under the figure, if any"
              value={note.text ?? ""}
              onDone={(text) => set(i, { ...note, text })}
            />
            <Box mt="8px">
              <Toggle
                label="Outlined"
                on={note.outline ?? true}
                onChange={(outline) => set(i, { ...note, outline: outline || !note.text })}
              />
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
