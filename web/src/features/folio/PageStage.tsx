import { Box, chakra, Flex } from "@chakra-ui/react";
import { type CSSProperties, useEffect, useState } from "react";
import { Link } from "react-router";
import { type FolioPage, type FolioPages, type PageOfFolio, pageAddress } from "../../api/client";
import { Button } from "../../shared/Button";
import { FactInput } from "../../shared/FactInput";
import { factsOf } from "./facts";
import { type Change, platesOf, withPage } from "./folios";

type Props = {
  data: FolioPages;
  page: FolioPage;
  spec: PageOfFolio;
  at: number;
  room: number | null;
  zoom: number;
  onZoom: (zoom: number) => void;
  onRoom: (room: number | null) => void;
  onChange: (change: Change) => void;
};

type Box4 = readonly number[];

/** The page as it will leave, on a neutral ground; its headline and words are written where they stand, a plate is chosen by a click. */
export function PageStage({ data, page, spec, at, room, zoom, onZoom, onRoom, onChange }: Props) {
  const [writing, setWriting] = useState<"headline" | "words" | null>(null);
  const src = useLoaded(pageAddress(data.folio.id, page.number, page.revision));
  const ratio = page.width / page.height;
  const names = platesOf(spec);
  const facts = factsOf(data, names);
  const place = (box: Box4): CSSProperties => placed(box, page);
  const headline = page.headline.length ? page.headline : [40, 30, page.width - 80, 40];
  const words = page.words.length
    ? page.words
    : [headline[0] ?? 0, (headline[1] ?? 0) + (headline[3] ?? 0) + 4, page.width * 0.6, 24];

  function done(part: "headline" | "words", text: string) {
    setWriting(null);
    onChange(withPage(at, { [part]: text }));
  }

  const inWriting = (part: "headline" | "words", box: Box4, size: number) => (
    <FactInput
      label={part === "headline" ? "Headline" : "Words"}
      facts={facts}
      value={spec[part] ?? (part === "headline" ? page.title : "")}
      autoFocus
      lines={part === "words" ? 4 : undefined}
      onDone={(text) => done(part, text)}
      onLeave={() => setWriting(null)}
      look={{
        ...placed([box[0] ?? 0, (box[1] ?? 0) - 4, Math.max(box[2] ?? 0, page.width * 0.55), box[3] ?? 0], page),
        fontSize:
          part === "headline"
            ? `max(16px, ${(size / page.width) * 100}cqw)`
            : `max(13px, ${(size / page.width) * 100}cqw)`,
        fontWeight: part === "headline" ? 600 : 400,
        lineHeight: 1.25,
      }}
    />
  );

  return (
    <Flex direction="column" flex="1" minW="0" minH={{ base: "58vw", lg: "0" }} bg="ground">
      <Flex flex="1" minH="0" overflow="auto" p="26px" css={{ containerType: "size" }}>
        <Box
          data-testid="folio-page"
          position="relative"
          m="auto"
          flex="none"
          boxShadow="page"
          css={{ containerType: "inline-size" }}
          style={{ width: `calc(min(100cqw, 100cqh * ${ratio}) * ${zoom})`, aspectRatio: `${ratio}` }}
        >
          {src ? (
            <img
              src={src}
              alt={page.told || "An empty page"}
              style={{ display: "block", width: "100%", height: "100%" }}
            />
          ) : (
            <Flex h="100%" align="center" justify="center" bg="card" color="quiet" role="status">
              Laying out the page
            </Flex>
          )}
          {page.marks.map(({ fact, box }, i) => (
            <Box
              key={`${i} ${fact}`}
              aria-hidden
              title={`{${fact}}`}
              position="absolute"
              borderBottomWidth="1px"
              borderStyle="dotted"
              borderColor="amberLine"
              pointerEvents="none"
              style={place(box)}
            />
          ))}
          {writing === "headline" ? (
            inWriting("headline", headline, 28)
          ) : (
            <Spot
              label={page.title ? `Headline: ${page.title}` : "Write a headline"}
              empty={!page.title}
              hint="Write a headline"
              style={place(headline)}
              onClick={() => setWriting("headline")}
            />
          )}
          {writing === "words" ? (
            inWriting("words", words, 17)
          ) : (
            <Spot
              label={spec.words ? "Words of the page" : page.says ? "Words of the plate: write others" : "Write words"}
              empty={!page.says}
              hint="Write words"
              style={place(words)}
              onClick={() => setWriting("words")}
            />
          )}
          {page.rooms.map(({ name, box, why }, i) => (
            <chakra.button
              key={`${i} ${name}`}
              type="button"
              data-room={i}
              aria-pressed={room === i}
              aria-label={
                name
                  ? `Plate ${name}${why ? `, which cannot be made: ${why}` : ""}`
                  : "Choose a plate at the right: an empty room"
              }
              position="absolute"
              cursor="pointer"
              color="quiet"
              outlineWidth={room === i ? "2px" : "1px"}
              outlineStyle={name ? "solid" : "dashed"}
              outlineColor={room === i ? "amberLine" : name ? "transparent" : "control"}
              outlineOffset="5px"
              _hover={{ outlineColor: "amberLine" }}
              _focusVisible={{ outlineColor: "focus", outlineWidth: "2px" }}
              style={place(box)}
              onClick={() => onRoom(room === i ? null : i)}
            >
              {!name && <Asked>Choose a plate at the right</Asked>}
            </chakra.button>
          ))}
        </Box>
      </Flex>
      <Flex h="34px" flex="none" align="center" justify="space-between" px="16px" color="quiet" textStyle="small">
        <Box minW="0" truncate>
          {room !== null && page.rooms[room]?.name && (
            <Link to={`/plates/${data.plates[page.rooms[room].name]?.plate}`}>
              <Box as="span" color="link" textDecoration="underline">
                Open the plate “{data.plates[page.rooms[room].name]?.title}”
              </Box>
            </Link>
          )}
        </Box>
        <Flex align="center" gap="6px" flex="none">
          {Math.round(page.width)} × {Math.round(page.height)}
          <Button variant="bare" size="sm" aria-label="Show the page smaller" onClick={() => onZoom(smaller(zoom))}>
            −
          </Button>
          <Button
            variant="bare"
            size="sm"
            aria-label={zoom === 1 ? "The page fits" : `${Math.round(zoom * 100)}%, fit the page`}
            onClick={() => onZoom(1)}
          >
            {zoom === 1 ? "fits" : `${Math.round(zoom * 100)}%`}
          </Button>
          <Button variant="bare" size="sm" aria-label="Show the page larger" onClick={() => onZoom(larger(zoom))}>
            +
          </Button>
        </Flex>
      </Flex>
    </Flex>
  );
}

export const larger = (zoom: number): number => Math.min(4, zoom * 1.25);
export const smaller = (zoom: number): number => Math.max(0.4, zoom / 1.25);

/** Where a box of the page is on screen, whatever its size there. */
function placed([left = 0, top = 0, width = 0, height = 0]: Box4, page: FolioPage): CSSProperties {
  const across = (length: number) => `${(length / page.width) * 100}%`;
  const down = (length: number) => `${(length / page.height) * 100}%`;
  return { left: across(left), top: down(top), width: across(width), height: down(height) };
}

type SpotProps = { label: string; hint: string; empty: boolean; style: CSSProperties; onClick: () => void };

/** What is asked for where nothing stands yet, to be read on any ground that a page has. */
function Asked({ children }: { children: string }) {
  return (
    <Box as="span" px="6px" py="2px" bg="paper" borderRadius="3px">
      {children}
    </Box>
  );
}

/** Words of the page: a click writes them where they stand. */
function Spot({ label, hint, empty, style, onClick }: SpotProps) {
  return (
    <chakra.button
      type="button"
      data-spot
      aria-label={label}
      position="absolute"
      zIndex="1"
      cursor="text"
      textAlign="start"
      color="quiet"
      fontSize="13px"
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="transparent"
      borderRadius="3px"
      minH="24px"
      whiteSpace="nowrap"
      overflow="hidden"
      _hover={{ borderColor: "amberLine" }}
      _focusVisible={{ borderColor: "amberLine" }}
      style={style}
      onClick={onClick}
    >
      {empty && <Asked>{hint}</Asked>}
    </chakra.button>
  );
}

/** The address of the picture that is shown: the one before, until the new one is there, so that nothing flickers. */
function useLoaded(address: string): string | null {
  const [shown, setShown] = useState<string | null>(null);
  useEffect(() => {
    let wanted = true;
    const picture = new Image();
    picture.onload = () => wanted && setShown(address);
    picture.onerror = () => wanted && setShown(address);
    picture.src = address;
    return () => {
      wanted = false;
    };
  }, [address]);
  return shown;
}
