import { Box, chakra, Field, Flex, Input, Popover } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { End, Figure, Recipe } from "../../api/client";
import { Button } from "../../shared/Button";
import { counted, short } from "../../shared/numbers";
import { PopCard } from "../../shared/PopCard";
import { BLANK, type ScaleShape, stepOf } from "./coloring";
import { type Axis, axisOf, histogram, placeOn, rounded, stepOn, valueAt } from "./railAxis";
import { placed, withColor } from "./recipes";
import type { Change } from "./usePlate";
import { useView } from "./view";

const HEIGHT = 236;
const BINS = 34;
const BAR_ROOM = 74;
const RAMP_LEFT = 90;
const RAMP_WIDTH = 30;
const WHICH = ["high", "middle", "low"] as const;
type Which = (typeof WHICH)[number];

const TITLES: Record<Which, string> = { high: "High end", middle: "Middle", low: "Low end" };
const LEFT_TO_DATA: Record<Which, string> = { high: "highest", middle: "halfway", low: "lowest" };

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
    <Box position="relative" mt="26px" mb={below ? "30px" : "14px"} h={`${HEIGHT}px`} data-testid="rail">
      <Bars figure={figure} axis={axis} />
      <Ramp figure={figure} axis={axis} shape={shape} />
      {above > 0 && <Beyond count={above} value={scale.highest} decimals={figure.decimals} place="above" />}
      {below > 0 && <Beyond count={below} value={scale.lowest} decimals={figure.decimals} place="below" />}
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
    <svg aria-hidden="true" width={BAR_ROOM} height={HEIGHT} style={{ position: "absolute", left: 6, top: 0 }}>
      {counts.map((count, i) => {
        const width = count ? Math.max(2, (count / most) * BAR_ROOM) : 0;
        const y = HEIGHT - ((i + 1) * HEIGHT) / BINS;
        return (
          <rect
            key={i}
            x={BAR_ROOM - width}
            y={y + 0.5}
            width={width}
            height={HEIGHT / BINS - 1.5}
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
    for (let y = 0; y < HEIGHT; y++) {
      const step = stepOf(valueAt(axis, 1 - (y + 0.5) / HEIGHT), shape);
      context.fillStyle = step === BLANK ? "transparent" : (colors[step] ?? "transparent");
      context.fillRect(0, y, 1, 1);
    }
  }, [axis, shape, colors]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      width={1}
      height={HEIGHT}
      style={{ position: "absolute", left: RAMP_LEFT, top: 0, width: RAMP_WIDTH, height: HEIGHT }}
    />
  );
}

/** Values outside the axis, as a dot with the farthest of them: an extreme is seen, not guessed. */
function Beyond({
  count,
  value,
  decimals,
  place,
}: {
  count: number;
  value: number;
  decimals: number;
  place: "above" | "below";
}) {
  const words = count === 1 ? short(value, decimals) : `${counted(count, "cell")} to ${short(value, decimals)}`;
  return (
    <Flex
      position="absolute"
      left="0"
      w={`${RAMP_LEFT + RAMP_WIDTH / 2 + 4}px`}
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

type HandleProps = Props & { which: Which; axis: Axis; shape: ScaleShape; scale: NonNullable<Figure["scale"]> };

function Handle({ which, axis, shape, scale, figure, recipe, onChange }: HandleProps) {
  const set = useView((view) => view.set);
  const [typing, setTyping] = useState(false);
  const dragged = useRef<{ from: number; moved: boolean } | null>(null);
  const nudged = useRef<number | null>(null);
  const step = stepOn(axis);
  const end = recipe.color?.[which];
  const free = end === undefined || typeof end.at === "string";
  const value = shape[which];
  const [least, most] = limits(which, shape, axis);

  function tryAt(wanted: number) {
    const at = Math.min(Math.max(rounded(wanted, step), least), most);
    const next = { ...shape, [which]: at };
    // A middle that nobody set stays halfway between the ends while they move.
    if (which !== "middle" && !recipe.color?.middle) next.middle = (next.low + next.high) / 2;
    set({ triedScale: next });
    return at;
  }

  function keep(at: number) {
    void Promise.resolve(onChange(placed(which, at))).then(() => set({ triedScale: null }));
  }

  function onPointerMove(event: PointerEvent<HTMLElement>) {
    const drag = dragged.current;
    if (!drag) return;
    if (Math.abs(event.clientY - drag.from) > 2) drag.moved = true;
    if (drag.moved) {
      const rail = (event.currentTarget.closest("[data-testid=rail]") as HTMLElement).getBoundingClientRect();
      tryAt(valueAt(axis, 1 - (event.clientY - rail.top) / rail.height));
    }
  }

  function onPointerUp() {
    const drag = dragged.current;
    dragged.current = null;
    const at = useView.getState().triedScale?.[which];
    if (drag?.moved && at !== undefined) keep(at);
    else if (drag) setTyping(true);
  }

  function onKeyDown(event: KeyboardEvent) {
    const moves: Record<string, number> = {
      ArrowUp: 1,
      ArrowRight: 1,
      ArrowDown: -1,
      ArrowLeft: -1,
      PageUp: 10,
      PageDown: -10,
    };
    const move = moves[event.key];
    if (move !== undefined) {
      event.preventDefault();
      nudged.current = tryAt((useView.getState().triedScale?.[which] ?? value) + move * step);
    } else if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      setTyping(true);
    }
  }

  function settle() {
    if (nudged.current !== null) keep(nudged.current);
    nudged.current = null;
  }

  const clips = { high: scale.highest > value, middle: false, low: scale.lowest < value }[which];
  const atRest = value === scale[which];
  const name = end?.name ?? (free && atRest ? LEFT_TO_DATA[which] : clips ? "clip" : "");
  return (
    <Popover.Root
      open={typing}
      onOpenChange={(change) => setTyping(change.open)}
      positioning={{ placement: "left" }}
      lazyMount
      unmountOnExit
    >
      <Popover.Anchor asChild>
        <Flex
          role="slider"
          tabIndex={0}
          aria-label={`${TITLES[which]} of the scale${end?.name ? `, ${end.name}` : ""}`}
          aria-orientation="vertical"
          aria-valuenow={value}
          aria-valuemin={least}
          aria-valuemax={most}
          aria-valuetext={`${short(value, figure.decimals)}${name ? `, ${name}` : ""}`}
          data-handle={which}
          position="absolute"
          left={`${RAMP_LEFT + RAMP_WIDTH + 2}px`}
          align="center"
          gap="6px"
          cursor="ns-resize"
          touchAction="none"
          userSelect="none"
          transform="translateY(-50%)"
          zIndex={which === "middle" ? 2 : 1}
          borderRadius="4px"
          style={{ top: `${(1 - clamp01(placeOn(axis, value))) * HEIGHT}px` }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            dragged.current = { from: event.clientY, moved: false };
          }}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={() => {
            dragged.current = null;
            set({ triedScale: null });
          }}
          onKeyDown={onKeyDown}
          onKeyUp={settle}
          onBlur={settle}
        >
          <Tag filled={which === "middle" && !free} faint={free}>
            {short(value, figure.decimals)}
          </Tag>
          <Box textStyle="small" color="quiet" maxW="74px" truncate title={name}>
            {name}
          </Box>
        </Flex>
      </Popover.Anchor>
      <PopCard label={TITLES[which]} width="250px">
        <Typed
          which={which}
          end={end}
          value={value}
          limits={[which === "low" ? null : shape.low, which === "high" ? null : shape.high]}
          onDone={(next) => {
            setTyping(false);
            if (next !== null) onChange(withColor({ [which]: next === "data" ? undefined : next }));
          }}
        />
      </PopCard>
    </Popover.Root>
  );
}

const clamp01 = (place: number) => Math.min(1, Math.max(0, place));

function limits(which: Which, shape: ScaleShape, axis: Axis): [number, number] {
  if (which === "low") return [axis.from, shape.middle];
  if (which === "high") return [shape.middle, axis.to];
  return [shape.low, shape.high];
}

/** The pointed tag that holds a handle's number. */
function Tag({ filled, faint, children }: { filled: boolean; faint: boolean; children: string }) {
  return (
    <Box
      position="relative"
      h="20px"
      pl="12px"
      pr="8px"
      minW="58px"
      fontSize="12px"
      lineHeight="20px"
      fontWeight={faint ? "400" : "600"}
      color={filled ? "onLeaf" : "ink"}
    >
      <chakra.svg
        aria-hidden="true"
        position="absolute"
        inset="0"
        w="100%"
        h="100%"
        overflow="visible"
        preserveAspectRatio="none"
        viewBox="0 0 60 20"
      >
        <path
          d="M0 10 L7 1.5 Q7.800 .5 9.500 .5 H57 Q59.500 .5 59.500 3 V17 Q59.500 19.500 57 19.500 H9.500 Q7.800 19.500 7 18.500 Z"
          fill={filled ? "var(--chakra-colors-leaf)" : "var(--chakra-colors-card)"}
          stroke={filled ? "var(--chakra-colors-leaf)" : "var(--chakra-colors-ink)"}
          strokeDasharray={faint ? "2.500 2" : undefined}
          vectorEffect="non-scaling-stroke"
        />
      </chakra.svg>
      <Box as="span" position="relative">
        {children}
      </Box>
    </Box>
  );
}

type TypedProps = {
  which: Which;
  end: End | undefined;
  value: number;
  limits: [number | null, number | null];
  onDone: (end: End | "data" | null) => void;
};

/** The exact number and the name of a handle. */
function Typed({ which, end, value, limits: [least, most], onDone }: TypedProps) {
  const [number, setNumber] = useState(String(rounded(value, 1e-6)));
  const [name, setName] = useState(end?.name ?? "");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.select(), []);
  const at = Number(number.trim().replace("−", "-"));
  const wrong =
    number.trim() === "" || !Number.isFinite(at)
      ? "Write a number, such as 5 or 2.5."
      : least !== null && at < least && which === "high"
        ? "The high end must lie above the low end."
        : most !== null && at > most && which === "low"
          ? "The low end must lie below the high end."
          : "";
  return (
    <Box
      as="form"
      p="12px"
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) onDone({ at, ...(name.trim() ? { name: name.trim() } : {}) });
      }}
    >
      <Field.Root invalid={Boolean(wrong)}>
        <Field.Label textStyle="label">{TITLES[which]} at</Field.Label>
        <Input
          ref={input}
          size="sm"
          autoFocus
          borderColor="control"
          inputMode="decimal"
          value={number}
          onChange={(event) => setNumber(event.target.value)}
        />
        {wrong && <Field.ErrorText color="alarm">{wrong}</Field.ErrorText>}
      </Field.Root>
      <Field.Root mt="8px">
        <Field.Label textStyle="label">Its name on the legend</Field.Label>
        <Input
          size="sm"
          borderColor="control"
          placeholder="our promise"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field.Root>
      <Flex justify="space-between" mt="12px">
        <Button size="sm" variant="plain" onClick={() => onDone("data")}>
          {which === "middle" ? "Halfway" : `At the ${LEFT_TO_DATA[which]}`}
        </Button>
        <Button size="sm" variant="lead" type="submit" disabled={Boolean(wrong)}>
          Set
        </Button>
      </Flex>
    </Box>
  );
}
