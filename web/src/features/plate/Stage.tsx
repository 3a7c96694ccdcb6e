import { Box, Flex } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Figure, Recipe, Scene } from "../../api/client";
import { stepsOf } from "./color/coloring";
import { Seen, SeenBy } from "./color/SeenBy";
import { GridReader } from "./GridReader";
import { HeadsInPlace } from "./HeadsInPlace";
import { paintCells } from "./paint";
import type { Change } from "./usePlate";
import { useView } from "./view";
import { WordsInPlace } from "./WordsInPlace";

const AROUND = 22;
const LARGEST_ZOOM = 2.5;

type Props = {
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  heads: { table: number; ownMends: boolean; onRefused: (sentence: string) => void };
};

/** The page as it will be exported, at its real proportions on a neutral ground. */
export function Stage({ figure, recipe, onChange, heads }: Props) {
  const ground = useRef<HTMLDivElement>(null);
  const { scene } = figure;
  const zoom = useFittingZoom(ground, scene.width, scene.height);
  const vision = useView((view) => view.vision);

  return (
    <Flex
      ref={ground}
      position="relative"
      flex="1"
      minH="0"
      bg="ground"
      align="center"
      justify="center"
      overflow="hidden"
    >
      {zoom > 0 && (
        <Box
          position="relative"
          data-testid="page"
          style={{
            width: scene.width * zoom,
            height: scene.height * zoom,
            background: scene.ground,
            filter: vision ? "url(#seen)" : undefined,
          }}
          boxShadow="page"
          flex="none"
        >
          <Cells figure={figure} zoom={zoom} />
          <Marks scene={scene} zoom={zoom} />
          <WordsInPlace scene={scene} recipe={recipe} figure={figure} zoom={zoom} onChange={onChange} />
          {scene.grid && <HeadsInPlace {...heads} figure={figure} recipe={recipe} zoom={zoom} onChange={onChange} />}
          {scene.grid && <GridReader figure={figure} grid={scene.grid} zoom={zoom} />}
        </Box>
      )}
      <Seen />
      <SeenBy figure={figure} />
      <Box position="absolute" right="12px" bottom="4px" color="quiet" textStyle="small" pointerEvents="none">
        {pageName(scene.width, scene.height)}, shown at {Math.round(zoom * 100)}%
        {scene.grid && !scene.grid.fits && "; the cells are too small to print their values"}
      </Box>
    </Flex>
  );
}

function pageName(width: number, height: number): string {
  const known = PAGES.find((page) => page.width === width && page.height === height);
  return known ? known.label : `Page ${width} by ${height}`;
}

export const PAGES = [
  { label: "Full slide", width: 960, height: 540 },
  { label: "Half slide", width: 480, height: 540 },
  { label: "Report column", width: 640, height: 480 },
  { label: "Square", width: 600, height: 600 },
] as const;

/** Points to pixels so that the page fits, in steps that keep a point a whole number of pixels where it can. */
function useFittingZoom(ground: React.RefObject<HTMLDivElement | null>, width: number, height: number): number {
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
  const fitting = Math.min((room.width - 2 * AROUND) / width, (room.height - 2 * AROUND) / height, LARGEST_ZOOM);
  return Math.max(0.1, Math.floor(fitting * 100) / 100);
}

/** The cells, painted outside React: a dragged handle repaints them once a frame. */
function Cells({ figure, zoom }: { figure: Figure; zoom: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const values = useMemo(() => Float64Array.from(figure.values, (value) => value ?? Number.NaN), [figure.values]);
  const { scene } = figure;

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
    paintCells(context, scene.grid, steps, triedColors ?? scene.grid.colors, zoom * density);
  }, [scene, values, figure.regions, zoom]);

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

/** Everything but the cells, as the scene places it. */
function Marks({ scene, zoom }: { scene: Scene; zoom: number }) {
  const tried = useView((view) => view.triedColors);
  const ramp = scene.boxes.filter((box) => box.part === "legend").length;
  let rampBox = 0;
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }}
      fontFamily="Mottled Sans, sans-serif"
      shapeRendering={zoom < 1 ? "auto" : "crispEdges"}
    >
      <title>{scene.alternative}</title>
      <defs>
        <pattern id="hatching" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill="#f1f1ee" />
          <path d="M-1 1 L1 -1 M0 5 L5 0 M4 6 L6 4" stroke="#c9cac3" strokeWidth="0.8" shapeRendering="auto" />
        </pattern>
      </defs>
      {scene.boxes.map((box, i) => {
        const last = (tried?.length ?? 1) - 1;
        const step = box.part === "legend" ? last - Math.round((rampBox++ * last) / Math.max(1, ramp - 1)) : 0;
        const fill = tried && box.part === "legend" ? tried[step] : box.fill;
        return <rect key={i} x={box.x} y={box.y} width={box.width} height={box.height} fill={fill} />;
      })}
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
      {scene.lines.map((line) => (
        <line
          key={`${line.x1} ${line.y1}`}
          x1={line.x1}
          y1={line.y1}
          x2={line.x2}
          y2={line.y2}
          stroke={line.ink}
          strokeWidth={line.width}
        />
      ))}
      {scene.texts.map((text, i) => (
        <text
          key={i}
          data-part={text.part}
          x={text.x}
          y={text.y}
          // as style, not attributes: any rule of the page's own sheet would win over an attribute
          style={{ fontSize: text.size, fontWeight: text.weight ?? 400 }}
          fill={text.ink}
          textAnchor={text.anchor ?? "start"}
          transform={text.turned ? `rotate(-90 ${text.x} ${text.y})` : undefined}
        >
          {text.text}
          {text.full && <title>{text.full}</title>}
        </text>
      ))}
    </svg>
  );
}
