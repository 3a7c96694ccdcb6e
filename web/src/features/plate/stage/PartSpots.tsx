import { chakra } from "@chakra-ui/react";
import type { Scene } from "../../../api/client";
import { look, type Tab } from "../changes/view";

const PARTS: readonly { part: "legend" | "notes"; tab: Tab; label: string }[] = [
  { part: "legend", tab: "legend", label: "The legend, in the dock" },
  { part: "notes", tab: "notes", label: "The notes, in the dock" },
];

/** Parts of the figure that are edited in the dock: a click on one opens it there. */
export function PartSpots({ scene, zoom }: { scene: Scene; zoom: number }) {
  return (
    <>
      {PARTS.map(({ part, tab, label }) => {
        const box = boxOf(scene, part);
        return (
          box && (
            <chakra.button
              key={part}
              type="button"
              aria-label={label}
              position="absolute"
              borderRadius="4px"
              cursor="pointer"
              _hover={{ boxShadow: "inset 0 0 0 1px {colors.edge}" }}
              onClick={() => look({ tab })}
              style={{
                left: box.left * zoom - 4,
                top: box.top * zoom - 4,
                minWidth: 24,
                width: (box.right - box.left) * zoom + 8,
                height: Math.max(24, (box.bottom - box.top) * zoom + 8),
              }}
            />
          )
        );
      })}
    </>
  );
}

/** What a part covers, by its texts (of notes, those at the foot of the page) and boxes. */
function boxOf(scene: Scene, part: "legend" | "notes") {
  const texts = scene.texts.filter((text) => text.part === part && (part === "legend" || text.anchor !== "middle"));
  const boxes = part === "legend" ? scene.boxes.filter((box) => box.part === part) : [];
  if (!texts.length && !boxes.length) return null;
  return {
    left: Math.min(...texts.map((text) => text.x), ...boxes.map((box) => box.x)),
    top: Math.min(...texts.map((text) => text.y - text.size), ...boxes.map((box) => box.y)),
    right: Math.max(...texts.map((text) => text.x + (text.length ?? 0)), ...boxes.map((box) => box.x + box.width)),
    bottom: Math.max(...texts.map((text) => text.y + text.size * 0.3), ...boxes.map((box) => box.y + box.height)),
  };
}
