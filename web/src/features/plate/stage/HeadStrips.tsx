import { Box } from "@chakra-ui/react";
import { type PointerEvent, type ReactNode, useState } from "react";
import type { Figure, Scene } from "../../../api/client";
import { memberAt, type Placed, stripsOf } from "./strips";
import { ToldBox } from "./ToldBox";

type Props = { figure: Figure; grid: NonNullable<Scene["grid"]>; zoom: number; children: ReactNode };
type Told = { words: string; x: number; y: number };

/**
 * Where heads were thinned out, the strip that they would stand in tells on pointing whose place it is, also on the heads in it, which
 * are `children`: they are larger to the pointer than their members are.
 */
export function HeadStrips({ figure, grid, zoom, children }: Props) {
  const [told, setTold] = useState<Told | null>(null);
  const strips = stripsOf(figure.scene, grid);

  function at(event: PointerEvent<HTMLDivElement>): Told | null {
    const page = event.currentTarget.parentElement?.getBoundingClientRect();
    if (!page) return null;
    const [x, y] = [(event.clientX - page.left) / zoom, (event.clientY - page.top) / zoom];
    const strip = strips.find(({ place }) => holds(place, x, y));
    if (!strip) return null;
    const { side, place } = strip;
    const words = figure[side][memberAt(grid, side, x, side === "rows" ? y : place.top + place.height)];
    return words ? { words, x: x * zoom, y: y * zoom } : null;
  }

  return (
    <Box
      display="contents"
      onPointerMove={strips.length ? (event) => setTold(at(event)) : undefined}
      onPointerLeave={() => setTold(null)}
    >
      {strips.map(({ side, place: { left, top, width, height } }) => (
        <Box
          key={`${side} ${left} ${top}`}
          position="absolute"
          style={{ left: left * zoom, top: top * zoom, width: width * zoom, height: height * zoom }}
        />
      ))}
      {children}
      {told && (
        <ToldBox name="head-told" at={{ left: told.x + 10, top: told.y + 12 }}>
          {told.words}
        </ToldBox>
      )}
    </Box>
  );
}

const holds = ({ left, top, width, height }: Placed, x: number, y: number) =>
  x >= left && x <= left + width && y >= top && y <= top + height;
