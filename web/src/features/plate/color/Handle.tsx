import { Box, chakra, Flex, Popover } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from "react";
import { afterClosing } from "../../../shared/frames";
import { PopCard } from "../../../shared/PopCard";
import { type Axis, placeOn, RAIL, rounded, stepOn, valueAt } from "./railAxis";

type Props = {
  id: string;
  /** What it is, such as "High end of the scale". */
  title: string;
  axis: Axis;
  value: number;
  limits: readonly [number, number];
  /** Its value and its name in words. */
  words: string;
  name: string;
  look: "plain" | "faint" | "filled";
  above?: boolean;
  /** Show it at a value at once; keep it there when let go; take it out, where that can be. */
  onTry: (at: number) => void;
  onKeep: (at: number) => void;
  onDrop: () => void;
  onRemove?: () => void;
  card: (close: () => void) => ReactNode;
};

/** A handle of the rail: drag it, nudge it with the arrows, click it to type its number and its name. */
export function Handle({ id, title, axis, value, limits, words, name, look, above, card, ...on }: Props) {
  const [typing, setTyping] = useState(false);
  const slider = useRef<HTMLDivElement>(null);
  const dragged = useRef<{ from: number; moved: boolean } | null>(null);
  const tried = useRef<number | null>(null);
  const [least, most] = limits;

  function tryAt(wanted: number, step: number) {
    tried.current = Math.min(Math.max(rounded(wanted, step), least), most);
    on.onTry(tried.current);
  }

  function settle() {
    if (tried.current !== null) on.onKeep(tried.current);
    tried.current = null;
  }

  /** As if it had never been moved. */
  function drop() {
    dragged.current = null;
    tried.current = null;
    on.onDrop();
  }

  function onPointerMove(event: PointerEvent<HTMLElement>) {
    const drag = dragged.current;
    if (!drag) return;
    if (Math.abs(event.clientY - drag.from) > 2) drag.moved = true;
    if (drag.moved) {
      const rail = (event.currentTarget.closest("[data-testid=rail]") as HTMLElement).getBoundingClientRect();
      const place = 1 - (event.clientY - rail.top) / rail.height;
      tryAt(valueAt(axis, Math.min(1, Math.max(0, place))), stepOn(axis, place));
    }
  }

  function onPointerUp() {
    const drag = dragged.current;
    dragged.current = null;
    if (drag?.moved) settle();
    else if (drag) afterClosing(() => setTyping(true)); // the card of a phrase that the press put away takes the focus with it
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
      const at = tried.current ?? value;
      const step = stepOn(axis, placeOn(axis, at));
      tryAt(at + move * step, step);
    } else if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      setTyping(true);
    } else if (event.key === "Escape" && tried.current !== null) {
      event.stopPropagation();
      drop();
    } else if (event.key === "Delete" && on.onRemove) {
      event.preventDefault();
      on.onRemove();
    }
  }

  return (
    <>
      <Flex
        ref={slider}
        role="slider"
        tabIndex={0}
        aria-label={`${title}${name && look !== "faint" ? `, ${name}` : ""}`}
        aria-orientation="vertical"
        aria-valuenow={value}
        aria-valuemin={least}
        aria-valuemax={most}
        aria-valuetext={`${words}${name ? `, ${name}` : ""}`}
        data-handle={id}
        position="absolute"
        left={`${RAIL.rampLeft + RAIL.rampWidth + 2}px`}
        align="center"
        gap="6px"
        cursor="ns-resize"
        touchAction="none"
        userSelect="none"
        transform="translateY(-50%)"
        zIndex={above ? 2 : 1}
        borderRadius="4px"
        style={{ top: `${(1 - clamp01(placeOn(axis, value))) * RAIL.height}px` }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          dragged.current = { from: event.clientY, moved: false };
        }}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={drop}
        onKeyDown={onKeyDown}
        onKeyUp={settle}
        onBlur={settle}
      >
        <Tag filled={look === "filled"} faint={look === "faint"}>
          {words}
        </Tag>
        <Box textStyle="small" color="quiet" maxW="74px" truncate title={name}>
          {name}
        </Box>
      </Flex>
      {typing && (
        // Made only while it is open: a handle that is dragged is drawn anew every frame.
        <Popover.Root
          open
          onOpenChange={(change) => setTyping(change.open)}
          positioning={{ placement: "left", getAnchorRect: () => slider.current?.getBoundingClientRect() ?? null }}
          finalFocusEl={() => slider.current}
        >
          <PopCard label={title} width="250px">
            {card(() => setTyping(false))}
          </PopCard>
        </Popover.Root>
      )}
    </>
  );
}

const clamp01 = (place: number) => Math.min(1, Math.max(0, place));

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
