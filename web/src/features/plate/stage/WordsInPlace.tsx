import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Figure, Recipe, Scene } from "../../../api/client";
import { FactInput } from "../../../shared/FactInput";
import { isDrafted } from "../../../shared/useDraft";
import { withWords } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { look, useView } from "../changes/view";

type Which = "title" | "subtitle" | "caption";
type Props = { scene: Scene; recipe: Recipe; figure: Figure; zoom: number; onChange: (change: Change) => void };

const WHICH = ["title", "subtitle", "caption"] as const;

/** Title, subtitle and caption, each written where it stands. What is not set is a faint phrase beside the title. */
export function WordsInPlace({ scene, recipe, figure, zoom, onChange }: Props) {
  const [writing, setWriting] = useState<Which | null>(() => WHICH.find((which) => isDrafted(`The ${which}`)) ?? null);
  const asked = useView((view) => view.writing);
  useEffect(() => {
    if (!asked || asked === "note") return;
    setWriting(asked);
    look({ writing: null, tab: "words" });
  }, [asked]);
  const margin = scene.texts.find((text) => text.part === "title" || text.part === "caption")?.x ?? 24;
  const broken = figure.claims.made
    .filter(({ holds }) => !holds)
    .map(({ words, now }) => `It claims that ${words}, but ${now}.`)
    .join(" ");
  const written: Record<Which, string> = {
    title: recipe.words?.title ?? figure.default_title,
    subtitle: recipe.words?.subtitle ?? "",
    caption: recipe.words?.caption ?? figure.default_caption,
  };

  return (
    <>
      {WHICH.map((which) => (
        <Spot
          key={which}
          which={which}
          scene={scene}
          zoom={zoom}
          margin={margin}
          words={written[which]}
          broken={which === "title" ? broken : ""}
          facts={figure.facts}
          writing={writing === which}
          onWrite={() => {
            setWriting(which);
            look({ tab: "words" });
          }}
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
  /** What holds in place of what the words claim; nothing where they hold. */
  broken: string;
  facts: Figure["facts"];
  writing: boolean;
  onWrite: () => void;
  onDone: (words: string | null) => void;
};

function Spot({ which, scene, zoom, margin, words, broken, facts, writing, onWrite, onDone }: SpotProps) {
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

  if (writing)
    return (
      <FactInput
        label={`The ${which}`}
        facts={facts}
        value={words}
        autoFocus
        onDone={onDone}
        onLeave={() => onDone(null)}
        look={{
          ...place,
          padding: "2px 6px",
          fontSize: size * zoom,
          lineHeight: 1.25,
          fontWeight: which === "title" ? 600 : 400,
        }}
      />
    );
  return (
    <chakra.button
      ref={button}
      type="button"
      aria-label={
        first
          ? `Write the ${which}: ${lines.map((line) => line.text).join(" ")}${broken && `. ${broken}`}`
          : `Add a ${which}`
      }
      title={broken || undefined}
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
      {first && broken && (
        <Box
          as="span"
          aria-hidden="true"
          data-testid="broken-claim"
          position="absolute"
          left="-15px"
          top="50%"
          mt="-9px"
          w="18px"
          h="18px"
          borderRadius="50%"
          bg="amberLine"
          color="card"
          fontWeight="600"
          textAlign="center"
          lineHeight="18px"
        >
          !
        </Box>
      )}
      {first ? null : (
        <Box as="span" borderBottomWidth="1px" borderStyle="dotted" borderColor="control">
          Add a {which}
        </Box>
      )}
    </chakra.button>
  );
}

const SIZES: Record<Which, number> = { title: 20, subtitle: 13, caption: 10.5 };
