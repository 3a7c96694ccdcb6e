import { Box, chakra } from "@chakra-ui/react";
import { type KeyboardEvent, type Ref, useId, useImperativeHandle, useLayoutEffect, useRef } from "react";
import type { Offer, Pivot, StatementReading } from "../../api/client";
import { piecesOf, withOffer } from "./pieces";
import { ReadingLines } from "./ReadingLines";
import type { Reading } from "./useReading";

type Props = {
  label: string;
  text: string;
  reading: Reading;
  placeholder?: string;
  /** Whether the hand begins here, with all of the text marked, so that what is typed takes its place. */
  begun?: boolean;
  field?: Ref<HTMLTextAreaElement>;
  /** What was not understood, where the reading is told elsewhere. */
  left?: StatementReading["left"];
  /** Lines below it stand there only while something is typed. */
  quiet?: boolean;
  onType: (text: string) => void;
  onDone: () => void;
  onLeave: () => void;
  onTake: (reading: { pivot: Pivot }) => void;
};

/** What was not understood but for the word that is just being typed, as long as it may become one that is. */
const finished = (left: StatementReading["left"], text: string, offers: readonly Offer[]) =>
  offers.length ? left.filter(({ end }) => end < [...text].length) : left;

/**
 * Where a sentence is typed. What was not understood is underlined in it; below it stands what it says, and the words that may come
 * next: Tab takes the first of them. Enter is done, Escape leaves it.
 */
export function SentenceField({ label, text, reading, placeholder, begun, quiet, ...more }: Props) {
  const { onType, onDone, onLeave, onTake } = more;
  const field = useRef<HTMLTextAreaElement>(null);
  useImperativeHandle(more.field, () => field.current as HTMLTextAreaElement);
  const told = useId();
  const fresh = reading.of === text;
  const offers = fresh ? reading.offers : [];
  const left = finished(more.left ?? ((fresh && reading.reading?.left) || []), text, offers);
  useLayoutEffect(() => {
    if (!begun) return;
    field.current?.focus();
    field.current?.select();
  }, [begun]);

  function take(next: string) {
    onType(next);
    field.current?.focus();
  }

  function onKeyDown(event: KeyboardEvent<HTMLTextAreaElement>) {
    const { selectionStart, selectionEnd } = event.currentTarget;
    const atEnd = selectionStart === text.length && selectionEnd === text.length;
    if (event.key === "Enter") {
      event.preventDefault();
      onDone();
    } else if (event.key === "Escape") {
      event.preventDefault();
      onLeave();
    } else if (event.key === "Tab" && !event.shiftKey && atEnd && offers[0]) {
      event.preventDefault();
      take(withOffer(text, offers[0]));
    }
  }

  return (
    <Box flex="1" w="100%" minW="0">
      <Box position="relative">
        <Box
          aria-hidden
          position="absolute"
          inset="0"
          textStyle="statement"
          px="11px"
          py="6px"
          color="transparent"
          whiteSpace="pre-wrap"
          overflowWrap="break-word"
          pointerEvents="none"
          overflow="hidden"
          zIndex={1}
        >
          {piecesOf(text, left).map((piece, place) => (
            <Box
              as="span"
              key={place}
              data-left={piece.left || undefined}
              css={
                piece.left
                  ? {
                      textDecorationLine: "underline",
                      textDecorationStyle: "wavy",
                      textDecorationColor: "{colors.alarm}",
                      textDecorationThickness: "1.5px",
                      textUnderlineOffset: "4px",
                    }
                  : undefined
              }
            >
              {piece.text}
            </Box>
          ))}
        </Box>
        <chakra.textarea
          ref={field}
          aria-label={label}
          aria-invalid={left.length > 0 || (fresh && reading.problem !== "") ? true : undefined}
          aria-describedby={told}
          placeholder={placeholder}
          value={text}
          rows={1}
          maxLength={20_000}
          spellCheck={false}
          display="block"
          w="100%"
          textStyle="statement"
          color="ink"
          bg="card"
          borderWidth="1px"
          borderColor={left.length ? "alarm" : "control"}
          borderRadius="6px"
          px="10px"
          py="5px"
          resize="none"
          css={{ fieldSizing: "content" }}
          _placeholder={{ color: "faint", opacity: 1 }}
          onChange={(event) => onType(event.target.value)}
          onKeyDown={onKeyDown}
        />
      </Box>
      {(!quiet || (text.trim() && !more.left)) && (
        <ReadingLines id={told} text={text} reading={reading} left={left} room={!quiet} onType={take} onTake={onTake} />
      )}
    </Box>
  );
}
