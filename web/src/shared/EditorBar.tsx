import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Bar, TrailEnd } from "./Bar";
import { Button } from "./Button";
import { UndoRedo } from "./UndoRedo";

type Props = {
  /** What the thing is among. */
  from: ReactNode;
  title: string;
  /** How it stands: when it was saved, or what was just done. */
  told: string;
  /** What undo would take back and redo would make again, by name. */
  undoes: string | null;
  redoes: string | null;
  onUndo: () => void;
  onRedo: () => void;
  onHistory: () => void;
  children: ReactNode;
};

/** The bar of a thing that has versions: what it is called, how it stands, its history, and what can be done with it. */
export function EditorBar({ from, title, told, undoes, redoes, onUndo, onRedo, onHistory, children }: Props) {
  return (
    <Bar
      trail={
        <>
          {from}
          <span>/</span>
          <TrailEnd>{title}</TrailEnd>
          <Box as="span" textStyle="small" pl="8px">
            {told}
          </Box>
        </>
      }
    >
      <UndoRedo undo={undoes} redo={redoes} onUndo={onUndo} onRedo={onRedo} />
      <Button variant="bareOnBar" onClick={onHistory}>
        History
      </Button>
      {children}
    </Bar>
  );
}
