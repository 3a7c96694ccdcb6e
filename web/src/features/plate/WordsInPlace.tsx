import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Figure, Recipe, Scene } from "../../api/client";
import { withWords } from "./recipes";
import type { Change } from "./usePlate";

type Which = "title" | "subtitle" | "caption";
type Props = { scene: Scene; recipe: Recipe; figure: Figure; zoom: number; onChange: (change: Change) => void };

/** Title, subtitle and caption, each written where it stands. What is not set is a faint phrase beside the title. */
export function WordsInPlace({ scene, recipe, figure, zoom, onChange }: Props) {
  const [writing, setWriting] = useState<Which | null>(null);
  const margin = scene.texts.find((text) => text.part === "title" || text.part === "caption")?.x ?? 24;
  const written: Record<Which, string> = {
    title: recipe.words?.title ?? figure.default_title,
    subtitle: recipe.words?.subtitle ?? "",
    caption: recipe.words?.caption ?? figure.default_caption,
  };

  return (
    <>
      {(["title", "subtitle", "caption"] as const).map((which) => (
        <Spot
          key={which}
          which={which}
          scene={scene}
          zoom={zoom}
          margin={margin}
          words={written[which]}
          writing={writing === which}
          onWrite={() => setWriting(which)}
          onDone={(words) => {
            setWriting(null);
            if (words !== null && words !== written[which]) onChange(withWords({ [which]: words }));
          }}
        />
      ))}
    </>
  );
}

type SpotProps = {
  which: Which;
  scene: Scene;
  zoom: number;
  margin: number;
  words: string;
  writing: boolean;
  onWrite: () => void;
  onDone: (words: string | null) => void;
};

function Spot({ which, scene, zoom, margin, words, writing, onWrite, onDone }: SpotProps) {
  const lines = scene.texts.filter((text) => text.part === which);
  const button = useRef<HTMLButtonElement>(null);
  const wrote = useRef(false);
  useEffect(() => {
    if (!writing && wrote.current) button.current?.focus();
    wrote.current = writing;
  }, [writing]);

  const first = lines[0];
  const size = first?.size ?? SIZES[which];
  const lowest = Math.min(...lines.map((line) => line.y), Number.POSITIVE_INFINITY);
  const top = first ? lowest - size : which === "caption" ? scene.height - margin : margin * 0.2;
  const height = first ? (lines.length - 1) * size * 1.3 + size * 1.4 : SIZES.caption * 1.4;
  const full = scene.width - 2 * margin;
  const place = {
    left: margin * zoom - 6,
    top: top * zoom - 3,
    width: full * zoom + 12,
    minHeight: Math.max(24, height * zoom + 6),
  };

  if (writing) return <Writer which={which} words={words} size={size * zoom} place={place} onDone={onDone} />;
  return (
    <chakra.button
      ref={button}
      type="button"
      aria-label={first ? `Write the ${which}: ${lines.map((line) => line.text).join(" ")}` : `Add a ${which}`}
      position="absolute"
      textAlign="right"
      borderRadius="4px"
      cursor="text"
      color="faint"
      textStyle="small"
      _hover={{ boxShadow: "inset 0 0 0 1px {colors.edge}" }}
      onClick={onWrite}
      style={
        first
          ? { ...place, height: place.minHeight }
          : {
              // a title at the left and a subtitle at the right, so that both can be missing at once
              [which === "subtitle" ? "right" : "left"]: margin * zoom - 6,
              top: place.top,
              padding: "3px 6px",
              minHeight: 24,
            }
      }
    >
      {first ? null : (
        <Box as="span" borderBottomWidth="1px" borderStyle="dotted" borderColor="control">
          Add a {which}
        </Box>
      )}
    </chakra.button>
  );
}

const SIZES: Record<Which, number> = { title: 20, subtitle: 13, caption: 10.5 };

type WriterProps = {
  which: Which;
  words: string;
  size: number;
  place: { left: number; top: number; width: number; minHeight: number };
  onDone: (words: string | null) => void;
};

function Writer({ which, words, size, place, onDone }: WriterProps) {
  const [text, setText] = useState(words);
  const done = useRef(false);
  const finish = (result: string | null) => {
    if (done.current) return;
    done.current = true;
    onDone(result);
  };
  return (
    <chakra.textarea
      autoFocus
      aria-label={`The ${which}`}
      value={text}
      maxLength={2000}
      rows={1}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => finish(text)}
      onKeyDown={(event) => {
        if (event.key === "Enter" && !event.shiftKey) {
          event.preventDefault();
          finish(text);
        }
        if (event.key === "Escape") finish(null);
      }}
      position="absolute"
      zIndex={2}
      bg="card"
      color="ink"
      border="none"
      outline="2px solid"
      outlineColor="focus"
      borderRadius="4px"
      resize="none"
      css={{ fieldSizing: "content" }}
      style={{
        ...place,
        padding: "2px 6px",
        fontSize: size,
        lineHeight: 1.25,
        fontWeight: which === "title" ? 600 : 400,
      }}
    />
  );
}
