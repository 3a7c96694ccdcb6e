import { Box } from "@chakra-ui/react";
import { Fragment, type ReactNode, useState } from "react";
import { Marked } from "./Marked";
import { Opens } from "./Opens";

/** A phrase of a sentence: its words, whether it is set, and the card that sets it. */
export type Piece =
  | string
  | { name: string; words: string; set: boolean; card: (close: () => void) => ReactNode; width?: string };

type Props = { label: string; pieces: readonly Piece[]; large?: boolean };

/** A sentence that is a setting: its marked phrases open what sets them. */
export function Sentence({ label, pieces, large }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Box
      role="group"
      aria-label={label}
      color="quiet"
      fontSize={large ? "18px" : "15px"}
      lineHeight={large ? "1.55" : "1.75"}
    >
      {pieces.map((piece, i) => {
        if (typeof piece === "string") return <Fragment key={`${i} ${piece}`}>{piece}</Fragment>;
        const { name, words, set, card, width } = piece;
        return (
          <Opens
            key={name}
            open={open === name}
            onOpen={(now) => setOpen(now ? name : null)}
            label={name}
            width={width ?? "auto"}
            placement="bottom-start"
            gutter={4}
            trigger={<Marked label={name} words={words} set={set} opened={open === name} data-piece={name} />}
          >
            {card(() => setOpen(null))}
          </Opens>
        );
      })}
    </Box>
  );
}

/** A card with a few controls. */
export function Controls({ children, width = "268px" }: { children: ReactNode; width?: string }) {
  return (
    <Box w={width} px="14px" py="12px">
      {children}
    </Box>
  );
}
