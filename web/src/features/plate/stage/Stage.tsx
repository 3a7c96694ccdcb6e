import { Box, chakra, Flex } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Figure, Recipe, Scene } from "../../../api/client";
import { PAGE_TERMS } from "../../../api/vocabulary";
import { inkOn } from "../../../shared/ink";
import { useNarrow } from "../../../shared/useNarrow";
import type { Change, TableChange } from "../changes/usePlate";
import { MOST_MAGNIFIED, magnify, useView } from "../changes/view";
import { Seen, SeenBy } from "../color/SeenBy";
import { stepper, stepsOf } from "../scale/coloring";
import { Frozen } from "./Frozen";
import { GridReader } from "./GridReader";
import { HeadStrips } from "./HeadStrips";
import { HeadsInPlace } from "./HeadsInPlace";
import { Hints } from "./Hints";
import { PartSpots } from "./PartSpots";
import { paintCells } from "./paint";
import { TextMark } from "./TextMark";
import { familyOf, useTypeface } from "./useTypeface";
import { WordsInPlace } from "./WordsInPlace";

const AROUND = 22;
/** Where the window is narrow the page takes its width, and what belongs to it stands in a strip below. */
const AROUND_NARROW = 8;
const STRIP = 40;
const LARGEST_ZOOM = 2.5;

type Props = {
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  heads: { ownMends: boolean; onTable: (name: string, change: TableChange) => void };
};

/** The page as it will be exported, at its real proportions on a neutral ground. */
export function Stage({ figure, recipe, onChange, heads }: Props) {
  const ground = useRef<HTMLDivElement>(null);
  const { scene } = figure;
  const scroller = useRef<HTMLDivElement>(null);
  const magnified = useView((view) => view.magnified);
  const narrow = useNarrow();
  const strip = narrow ? STRIP : 0;
  const zoom = useFittingZoom(ground, scene, narrow ? AROUND_NARROW : AROUND, strip) * magnified;
  const vision = useView((view) => view.vision);

  return (
    <Flex
      ref={ground}
      position="relative"
      flex={{ base: "none", lg: "1" }}
      minH="0"
      h={{
        base: `calc(${scene.height / scene.width} * (100vw - ${2 * AROUND_NARROW}px) + ${2 * AROUND_NARROW + STRIP}px)`,
        lg: "auto",
      }}
      bg="ground"
      align="center"
      justify="center"
      overflow="hidden"
    >
      <Flex
        ref={scroller}
        position="absolute"
        inset={`0 0 ${strip}px 0`}
        overflow={magnified > 1 ? "auto" : "hidden"}
        onWheel={(event) => event.ctrlKey && magnify(event.deltaY < 0 ? 1 : -1)}
      >
        {zoom > 0 && (
          <Box
            position="relative"
            m="auto"
            data-testid="page"
            style={{
              width: scene.width * zoom,
              height: scene.height * zoom,
              background: scene.transparent ? "transparent" : scene.theme.ground,
              filter: vision ? "url(#seen)" : undefined,
            }}
            boxShadow="page"
            flex="none"
          >
            {scene.under && <Under under={scene.under} scene={scene} />}
            <Cells figure={figure} zoom={zoom} />
            <Shapes scene={scene} zoom={zoom} />
            <WordsInPlace scene={scene} recipe={recipe} figure={figure} zoom={zoom} onChange={onChange} />
            {scene.grid && (
              <HeadStrips figure={figure} grid={scene.grid} zoom={zoom}>
                <HeadsInPlace {...heads} figure={figure} recipe={recipe} zoom={zoom} onChange={onChange} />
              </HeadStrips>
            )}
            <PartSpots scene={scene} zoom={zoom} />
            {scene.grid && (
              <GridReader figure={figure} recipe={recipe} grid={scene.grid} zoom={zoom} onChange={onChange} />
            )}
          </Box>
        )}
      </Flex>
      {magnified > 1 && <Frozen scene={scene} zoom={zoom} scroller={scroller} />}
      {!narrow && <Hints beside={scene.grid && !scene.grid.fits ? "400px" : "190px"} />}
      <Seen />
      <SeenBy figure={figure} />
      <Flex
        position="absolute"
        right="0"
        bottom="0"
        px="10px"
        align="center"
        gap="6px"
        zIndex={5}
        bg={magnified > 1 ? "paper" : undefined}
        borderTopLeftRadius="5px"
        color="quiet"
        textStyle="small"
      >
        {!narrow && pageName(scene.width, scene.height)}
        {!narrow && scene.grid && !scene.grid.fits && "; the cells are too small to print their values"}
        <Flex role="group" aria-label="Magnified" align="center">
          <Step label="Smaller" words="−" off={magnified <= 1} onClick={() => magnify(-1)} />
          <Box minW="38px" textAlign="center">
            {Math.round(zoom * 100)}%
          </Box>
          <Step label="Larger" words="+" off={magnified >= MOST_MAGNIFIED} onClick={() => magnify(1)} />
          {magnified > 1 && <Step label="Fit to the screen" words="fit" onClick={() => magnify(0)} />}
        </Flex>
      </Flex>
    </Flex>
  );
}

function Step({ label, words, off, onClick }: { label: string; words: string; off?: boolean; onClick: () => void }) {
  return (
    <chakra.button
      type="button"
      aria-label={label}
      disabled={off}
      minW="24px"
      h="24px"
      px="5px"
      borderRadius="5px"
      cursor={off ? "default" : "pointer"}
      color={off ? "faint" : "ink"}
      _hover={off ? undefined : { bg: "amberWash" }}
      onClick={onClick}
    >
      {words}
    </chakra.button>
  );
}

function pageName(width: number, height: number): string {
  const known = Object.values(PAGE_TERMS).find((page) => page.width === width && page.height === height);
  return known ? known.title : `Page ${width} by ${height}`;
}

/** Points to pixels so that the page fits with some ground around it and a strip below, in steps that keep a point a whole number of pixels where it can. */
function useFittingZoom(
  ground: React.RefObject<HTMLDivElement | null>,
  { width, height }: { width: number; height: number },
  around: number,
  strip: number,
): number {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ground.current;
    if (!element) return;
    const measure = () => setRoom({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ground]);
  if (!room.width) return 0;
  const fitting = Math.min(
    (room.width - 2 * around) / width,
    (room.height - strip - 2 * around) / height,
    LARGEST_ZOOM,
  );
  return Math.max(0.1, Math.floor(fitting * 100) / 100);
}

/** The cells, painted outside React: a dragged handle repaints them once a frame. */
function Cells({ figure, zoom }: { figure: Figure; zoom: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { family, came } = useTypeface(figure.scene);
  const values = useMemo(() => Float64Array.from(figure.values, (value) => value ?? Number.NaN), [figure.values]);
  const { scene } = figure;

  // biome-ignore lint/correctness/useExhaustiveDependencies: painted anew when the font has come
  const paint = useCallback(() => {
    const element = canvas.current;
    const context = element?.getContext("2d");
    if (!element || !context) return;
    const density = window.devicePixelRatio || 1;
    const [width, height] = [Math.round(scene.width * zoom * density), Math.round(scene.height * zoom * density)];
    if (element.width !== width || element.height !== height) {
      element.width = width;
      element.height = height;
    }
    context.clearRect(0, 0, width, height);
    if (!scene.grid) return;
    const { triedScales, triedColors } = useView.getState();
    const steps = triedScales ? stepsOf(values, triedScales, figure.regions) : scene.grid.steps;
    paintCells({
      context,
      grid: scene.grid,
      theme: scene.theme,
      steps,
      colors: triedColors ?? scene.grid.colors,
      zoom: zoom * density,
      family,
    });
  }, [scene, values, figure.regions, zoom, family, came]);

  useLayoutEffect(paint, [paint]);
  useEffect(() => {
    let frame = 0;
    const later = () => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(paint);
    };
    const leave = useView.subscribe((now, before) => {
      if (now.triedScales !== before.triedScales || now.triedColors !== before.triedColors) later();
    });
    document.fonts.ready.then(later);
    return () => {
      cancelAnimationFrame(frame);
      leave();
    };
  }, [paint]);

  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      data-testid="cells"
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    />
  );
}

/** The picture under the cells: the part of it that is shown, stretched over them. */
function Under({ under, scene }: { under: NonNullable<Scene["under"]>; scene: Scene }) {
  const [width, height] = under.pixels;
  return (
    <svg
      aria-hidden="true"
      data-testid="under"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
    >
      <svg
        aria-hidden="true"
        x={under.x}
        y={under.y}
        width={under.width}
        height={under.height}
        viewBox={under.crop.join(" ")}
        preserveAspectRatio="none"
      >
        <image width={width} height={height} opacity={under.strength} href={under.picture} preserveAspectRatio="none" />
      </svg>
    </svg>
  );
}

/** Whether a shape is of a total that has one of the cells' colors. */
const isColored = (shape: { part: string; step?: number | null }) =>
  shape.part === "totals" && typeof shape.step === "number";

/** Totals in color: they follow what is tried, as the cells do. */
function ColoredTotals({ scene }: { scene: Scene }) {
  const scales = useView((view) => view.triedScales);
  const colors = useView((view) => view.triedColors) ?? scene.grid?.colors ?? [];
  const texts = useMemo(() => scene.texts.filter(isColored), [scene]);
  const boxes = useMemo(() => scene.boxes.filter(isColored), [scene]);
  const scale = scales?.[0];
  const step = scale ? stepper(scale) : null;
  const colorOf = (shape: { step?: number | null; value?: number | null }) =>
    colors[step && typeof shape.value === "number" ? step(shape.value) : (shape.step as number)] as string;
  return (
    <>
      {boxes.map((box) => (
        <rect
          key={`${box.x} ${box.y}`}
          data-part="totals"
          x={box.x}
          y={box.y}
          width={box.width}
          height={box.height}
          fill={colorOf(box)}
        />
      ))}
      {texts.map((text) => (
        <TextMark key={`${text.x} ${text.y}`} text={{ ...text, ink: inkOn(colorOf(text)) }} />
      ))}
    </>
  );
}

/** Everything but the cells, as the scene places it. */
function Shapes({ scene, zoom }: { scene: Scene; zoom: number }) {
  const tried = useView((view) => view.triedColors);
  const { theme } = scene;
  const fillOf = (box: Scene["boxes"][number]) => (tried && typeof box.step === "number" ? tried[box.step] : box.fill);
  const boxes = (ofNotes: boolean) =>
    scene.boxes
      .filter((box) => (box.part === "notes") === ofNotes && !isColored(box))
      .map((box, i) => (
        <rect
          key={i}
          x={box.x}
          y={box.y}
          width={box.width}
          height={box.height}
          rx={box.round ? box.width / 2 : undefined}
          fill={fillOf(box)}
        />
      ));
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
      fontFamily={familyOf(scene.typeface)}
      shapeRendering={zoom < 1 ? "auto" : "crispEdges"}
    >
      <title>{scene.alternative}</title>
      <defs>
        <pattern id="hatching" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill={theme.blank} />
          <path d="M-1 1 L1 -1 M0 5 L5 0 M4 6 L6 4" stroke={theme.hatch} strokeWidth="0.8" shapeRendering="auto" />
        </pattern>
      </defs>
      {boxes(false)}
      {scene.hatchings.map((each) => (
        <rect
          key={`${each.x} ${each.y}`}
          x={each.x}
          y={each.y}
          width={each.width}
          height={each.height}
          fill="url(#hatching)"
        />
      ))}
      {scene.lines.map((line, i) => (
        <line key={i} x1={line.x1} y1={line.y1} x2={line.x2} y2={line.y2} stroke={line.ink} strokeWidth={line.width} />
      ))}
      {boxes(true)}
      <ColoredTotals scene={scene} />
      {scene.texts.map((text, i) => isColored(text) || <TextMark key={i} text={text} />)}
    </svg>
  );
}
