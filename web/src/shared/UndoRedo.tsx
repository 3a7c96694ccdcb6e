import { Button } from "./Button";

/** What would be taken back or made again, by name; null where there is nothing. */
type Props = { undo: string | null; redo: string | null; onUndo: () => void; onRedo: () => void };

/** The two steps on the bar of a screen that has a history. */
export function UndoRedo({ undo, redo, onUndo, onRedo }: Props) {
  return (
    <>
      <Step word="Undo" name={undo} onClick={onUndo} />
      <Step word="Redo" name={redo} onClick={onRedo} />
    </>
  );
}

function Step({ word, name, onClick }: { word: string; name: string | null; onClick: () => void }) {
  return (
    <Button
      variant="bareOnBar"
      onClick={onClick}
      disabled={name === null}
      title={name ? `${word}: ${name}` : `Nothing to ${word.toLowerCase()}`}
    >
      {word}
    </Button>
  );
}
