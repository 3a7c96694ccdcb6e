import { Box, Flex } from "@chakra-ui/react";
import { useLayoutEffect, useMemo, useRef } from "react";
import type { Figure, Recipe } from "../../api/client";
import { counted, type NumberStyle, short } from "../../shared/numbers";
import { BLANK, type ScaleShape, stepOf } from "./coloring";
import { Handle } from "./Handle";
import { type Axis, axisOf, histogram, RAIL, valueAt, WHICH } from "./railAxis";
import type { Change } from "./usePlate";
import { useView } from "./view";

const BINS = 34;

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** The scale with the histogram of the cells beside it, and a handle for each end and the middle: drag it, nudge it, type it. */
export function Rail({ figure, recipe, onChange }: Props) {
  const { scale } = figure;
  const tried = useView((view) => view.triedScale);
  const axis = useMemo(() => (scale ? axisOf(scale) : { from: 0, to: 1 }), [scale]);
  if (!scale) return <Box color="quiet">No cell has a value, so there is nothing to color yet.</Box>;

  const shape: ScaleShape = tried ?? scale;
  const above = figure.values.filter((value) => value !== null && value > axis.to).length;
  const below = figure.values.filter((value) => value !== null && value < axis.from).length;
  return (
    <Box position="relative" mt="26px" mb={below ? "30px" : "14px"} h={`${RAIL.height}px`} data-testid="rail">
      <Bars figure={figure} axis={axis} />
      <Ramp figure={figure} axis={axis} shape={shape} />
      {above > 0 && <Beyond count={above} value={scale.highest} style={figure} place="above" />}
      {below > 0 && <Beyond count={below} value={scale.lowest} style={figure} place="below" />}
      {WHICH.map((which) => (
        <Handle
          key={which}
          which={which}
          axis={axis}
          shape={shape}
          scale={scale}
          figure={figure}
          recipe={recipe}
          onChange={onChange}
        />
      ))}
    </Box>
  );
}

function Bars({ figure, axis }: { figure: Figure; axis: Axis }) {
  const counts = useMemo(() => histogram(figure.values, axis, BINS), [figure.values, axis]);
  const most = Math.max(...counts, 1);
  return (
    <svg aria-hidden="true" width={RAIL.bars} height={RAIL.height} style={{ position: "absolute", left: 6, top: 0 }}>
      {counts.map((count, i) => {
        const width = count ? Math.max(2, (count / most) * RAIL.bars) : 0;
        const y = RAIL.height - ((i + 1) * RAIL.height) / BINS;
        return (
          <rect
            key={i}
            x={RAIL.bars - width}
            y={y + 0.5}
            width={width}
            height={RAIL.height / BINS - 1.5}
            fill="var(--chakra-colors-bars)"
          >
            <title>{counted(count, "cell")}</title>
          </rect>
        );
      })}
    </svg>
  );
}

/** The colors along the axis, a pixel a line, redrawn while a handle is dragged or a palette tried. */
function Ramp({ figure, axis, shape }: { figure: Figure; axis: Axis; shape: ScaleShape }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tried = useView((view) => view.triedColors);
  const colors = tried ?? figure.scene.grid?.colors ?? [];
  useLayoutEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    for (let y = 0; y < RAIL.height; y++) {
      const step = stepOf(valueAt(axis, 1 - (y + 0.5) / RAIL.height), shape);
      context.fillStyle = step === BLANK ? "transparent" : (colors[step] ?? "transparent");
      context.fillRect(0, y, 1, 1);
    }
  }, [axis, shape, colors]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      width={1}
      height={RAIL.height}
      style={{ position: "absolute", left: RAIL.rampLeft, top: 0, width: RAIL.rampWidth, height: RAIL.height }}
    />
  );
}

/** Values outside the axis, as a dot with the farthest of them: an extreme is seen, not guessed. */
function Beyond({
  count,
  value,
  style,
  place,
}: {
  count: number;
  value: number;
  style: NumberStyle;
  place: "above" | "below";
}) {
  const words = count === 1 ? short(value, style) : `${counted(count, "cell")} to ${short(value, style)}`;
  return (
    <Flex
      position="absolute"
      left="0"
      w={`${RAIL.rampLeft + RAIL.rampWidth / 2 + 4}px`}
      justify="flex-end"
      align="center"
      gap="6px"
      color="link"
      fontWeight="600"
      textStyle="small"
      {...(place === "above" ? { top: "-21px" } : { bottom: "-21px" })}
    >
      {words}
      <Box w="7px" h="7px" borderRadius="full" bg="link" />
    </Flex>
  );
}
