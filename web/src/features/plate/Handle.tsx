import { Box, chakra, Flex, Popover } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import type { Figure, Recipe } from "../../api/client";
import { short } from "../../shared/numbers";
import { PopCard } from "../../shared/PopCard";
import type { ScaleShape } from "./coloring";
import { type Axis, LEFT_TO_DATA, placeOn, RAIL, rounded, stepOn, TITLES, valueAt, type Which } from "./railAxis";
import { placed, withColor } from "./recipes";
import { TypedEnd } from "./TypedEnd";
import type { Change } from "./usePlate";
import { useView } from "./view";

type Props = {
  which: Which;
  axis: Axis;
  /** The scale as it is shown, perhaps being dragged, and as it is saved. */
  shape: ScaleShape;
  scale: NonNullable<Figure["scale"]>;
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
};

/** A handle of the rail: drag it, nudge it with the arrows, click it to type its number and its name. */
export function Handle({ which, axis, shape, scale, figure, recipe, onChange }: Props) {
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
  const name =
    end?.name ?? (free && atRest ? (recipe.pivot.correlate ? "always" : LEFT_TO_DATA[which]) : clips ? "clip" : "");
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
          aria-valuetext={`${short(value, figure)}${name ? `, ${name}` : ""}`}
          data-handle={which}
          position="absolute"
          left={`${RAIL.rampLeft + RAIL.rampWidth + 2}px`}
          align="center"
          gap="6px"
          cursor="ns-resize"
          touchAction="none"
          userSelect="none"
          transform="translateY(-50%)"
          zIndex={which === "middle" ? 2 : 1}
          borderRadius="4px"
          style={{ top: `${(1 - clamp01(placeOn(axis, value))) * RAIL.height}px` }}
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
            {short(value, figure)}
          </Tag>
          <Box textStyle="small" color="quiet" maxW="74px" truncate title={name}>
            {name}
          </Box>
        </Flex>
      </Popover.Anchor>
      <PopCard label={TITLES[which]} width="250px">
        <TypedEnd
          which={which}
          end={end}
          value={value}
          percent={figure.percent}
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
