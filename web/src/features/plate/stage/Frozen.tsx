import { Box } from "@chakra-ui/react";
import { type RefObject, useEffect, useState } from "react";
import type { Scene } from "../../../api/client";
import { TextMark } from "./TextMark";
import { familyOf } from "./useTypeface";

type Props = { scene: Scene; zoom: number; scroller: RefObject<HTMLDivElement | null> };
type Shift = { x: number; y: number };

/** The heads of a figure larger than the screen, kept in view while its cells are scrolled under them. */
export function Frozen({ scene, zoom, scroller }: Props) {
  const shift = useShift(scroller, zoom);
  const { grid } = scene;
  if (!grid || !shift) return null;
  const heads = scene.texts.filter((text) => text.part === "heads");
  const [gridLeft, gridTop] = [grid.xs[0] as number, grid.ys[0] as number];
  // Heads that were found in moments, such as months over days, stand for no line of the matrix: they are told by their place.
  const above = heads.filter(({ column, row, x, y }) =>
    typeof column === "number" ? true : typeof row !== "number" && y < gridTop && x > gridLeft,
  );
  const beside = heads.filter(({ column, row, x, y }) =>
    typeof row === "number" ? true : typeof column !== "number" && y > gridTop && x < gridLeft,
  );
  const top = Math.min(...above.map((text) => text.y - (text.turned ? (text.length ?? 0) : text.size)));
  const left = Math.min(...beside.map((text) => text.x - (text.anchor === "end" ? (text.length ?? 0) : 0)));
  const scrolledDown = above.length > 0 && shift.y + gridTop * zoom < (gridTop - top) * zoom;
  const scrolledAcross = beside.length > 0 && shift.x + gridLeft * zoom < (gridLeft - left) * zoom;
  const height = (gridTop - top) * zoom + 4;
  const width = (gridLeft - left) * zoom + 4;
  const paper = scene.transparent ? "var(--chakra-colors-card)" : scene.theme.ground;
  return (
    <>
      {scrolledDown && (
        <Strip label="columns" paper={paper} box={{ left: 0, top: 0, right: 0, height }}>
          <Heads texts={above} scene={scene} zoom={zoom} x={shift.x} y={-top * zoom + 2} />
        </Strip>
      )}
      {scrolledAcross && (
        <Strip label="rows" paper={paper} box={{ left: 0, top: 0, bottom: 0, width }}>
          <Heads texts={beside} scene={scene} zoom={zoom} x={-left * zoom + 2} y={shift.y} />
        </Strip>
      )}
      {scrolledDown && scrolledAcross && (
        <Strip label="corner" paper={paper} box={{ left: 0, top: 0, width, height }}>
          {null}
        </Strip>
      )}
    </>
  );
}

function Strip({
  label,
  paper,
  box,
  children,
}: {
  label: string;
  paper: string;
  box: React.CSSProperties;
  children: React.ReactNode;
}) {
  return (
    <Box
      aria-hidden="true"
      data-testid={`frozen-${label}`}
      position="absolute"
      zIndex={label === "corner" ? 4 : 3}
      overflow="hidden"
      pointerEvents="none"
      boxShadow="page"
      style={{ ...box, background: paper }}
    >
      {children}
    </Box>
  );
}

type HeadsProps = { texts: Scene["texts"]; scene: Scene; zoom: number; x: number; y: number };

function Heads({ texts, scene, zoom, x, y }: HeadsProps) {
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      fontFamily={familyOf(scene.typeface)}
      style={{ position: "absolute", left: x, top: y, width: scene.width * zoom, height: scene.height * zoom }}
    >
      {texts.map((text, i) => (
        <TextMark key={i} text={text} />
      ))}
    </svg>
  );
}

/** Where the page's corner is, seen from the scroller's, while it is scrolled. */
function useShift(scroller: RefObject<HTMLDivElement | null>, zoom: number): Shift | null {
  const [shift, setShift] = useState<Shift | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the page moves when it is magnified
  useEffect(() => {
    const node = scroller.current;
    if (!node) return;
    let frame = 0;
    const measure = () => {
      const page = node.querySelector("[data-testid=page]")?.getBoundingClientRect();
      const box = node.getBoundingClientRect();
      setShift(page ? { x: page.left - box.left, y: page.top - box.top } : null);
    };
    const later = () => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(measure);
    };
    later();
    node.addEventListener("scroll", later, { passive: true });
    return () => {
      cancelAnimationFrame(frame);
      node.removeEventListener("scroll", later);
    };
  }, [scroller, zoom]);
  return shift;
}
