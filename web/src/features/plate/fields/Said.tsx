import { Box } from "@chakra-ui/react";
import { Fragment, type ReactNode, useState } from "react";
import type { Figure } from "../../../api/client";
import { Marked } from "../../../shared/Marked";
import { OneOf } from "../../../shared/OneOf";
import { Opens } from "../../../shared/Opens";
import type { Tab } from "../changes/view";

/** What a phrase opens: its name, and the controls that set it; `close` puts them away. */
export type Card = { label: string; width?: string; card: (close: () => void) => ReactNode; behind?: ReactNode };

const MARK = /^[.,;:!?)]+/;

type Props = { part: Tab; title: string; figure: Figure; cards: Readonly<Record<string, Card>> };

/** What a part of the plate says now: a sentence of which each phrase opens what sets it. What is not set is faint. */
export function Said({ part, title, figure, cards }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const pieces = figure.said[part] ?? [];
  return (
    <Box
      role="group"
      aria-label={`${title}, as it is said`}
      id={`said-${part}`}
      mx="-16px"
      mt="-14px"
      px="16px"
      py="14px"
      bg="paper"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="15px"
      lineHeight="1.75"
      color="quiet"
    >
      {pieces.map(({ text, opens = "", set = false }, i) => {
        const card = cards[opens];
        const mark = MARK.exec(pieces[i + 1]?.text ?? "")?.[0];
        const hangs = Boolean(cards[pieces[i - 1]?.opens ?? ""]);
        if (!card) return <Fragment key={`${i} ${text}`}>{hangs ? text.replace(MARK, "") : text}</Fragment>;
        return (
          // No line begins with the mark that follows a phrase.
          <Box as="span" key={opens} whiteSpace="nowrap">
            <Opens
              open={open === opens}
              onOpen={(now) => setOpen(now ? opens : null)}
              label={card.label}
              width={card.width ?? "auto"}
              placement="bottom-start"
              gutter={4}
              trigger={<Marked label={card.label} words={text} set={set} opened={open === opens} data-said={opens} />}
            >
              {card.card(() => setOpen(null))}
            </Opens>
            {card.behind}
            {mark}
          </Box>
        );
      })}
    </Box>
  );
}

/** A card that holds a few controls. */
export const controls = (label: string, content: ReactNode, width = "268px"): Card => ({
  label,
  card: () => (
    <Box w={width} px="14px" pb="14px" pt="2px">
      {content}
    </Box>
  ),
});

/** A card that is a list to choose one from, put away once that is done. */
export const oneOf = <T extends string>(
  label: string,
  value: T,
  options: readonly (readonly [T, string])[],
  onChoose: (value: T) => void,
): Card => ({
  label,
  card: (close) => (
    <OneOf
      label={label}
      value={value}
      options={options}
      onChoose={(chosen) => {
        close();
        onChoose(chosen);
      }}
    />
  ),
});
