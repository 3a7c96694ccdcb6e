import { Box, chakra, Flex, Popover, VisuallyHidden } from "@chakra-ui/react";
import { type KeyboardEvent, useRef, useState } from "react";
import type { Figure, Palette, Recipe } from "../../api/client";
import { usePalettes } from "../../api/queries";
import { Button } from "../../shared/Button";
import { PopCard } from "../../shared/PopCard";
import { withColor } from "./recipes";
import type { Change } from "./usePlate";
import { useView } from "./view";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** The palette in use, and the gallery: pointing at one, or walking to it, shows the user's own figure in it. */
export function Gallery({ figure, recipe, onChange }: Props) {
  const palettes = usePalettes().data ?? [];
  const [open, setOpen] = useState(false);
  const set = useView((view) => view.set);
  const name = figure.palette;
  const current = palettes.find((palette) => palette.name === name);
  const list = useRef<HTMLDivElement>(null);

  function show(now: boolean) {
    setOpen(now);
    if (!now) set({ triedColors: null });
  }

  function onKeyDown(event: KeyboardEvent) {
    const move = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (!move) return;
    event.preventDefault();
    const buttons = [...(list.current?.querySelectorAll("button") ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[(at + move + buttons.length) % buttons.length]?.focus();
  }

  return (
    <Popover.Root
      open={open}
      onOpenChange={(change) => show(change.open)}
      positioning={{ placement: "left-start", gutter: 12 }}
      lazyMount
      unmountOnExit
    >
      <Popover.Trigger asChild>
        <Button variant="plain" w="100%" h="36px" px="10px" justifyContent="space-between" gap="10px">
          <Box fontWeight="600" flex="none">
            <VisuallyHidden>Palette: </VisuallyHidden>
            {current?.title ?? name}
          </Box>
          {current && <Strip colors={oriented(current, recipe)} />}
          <Box color="quiet" fontWeight="400" flex="none">
            Change
          </Box>
        </Button>
      </Popover.Trigger>
      <PopCard label="Palettes" width="292px">
        <Box ref={list} p="8px" onKeyDown={onKeyDown} onPointerLeave={() => set({ triedColors: null })}>
          {[false, true].map((sided) => (
            <Box key={String(sided)}>
              <Box textStyle="label" px="6px" pt="6px" pb="2px">
                {sided ? "Two sides, around a middle" : "One hue, light to strong"}
              </Box>
              {palettes
                .filter((palette) => palette.two_sided === sided)
                .map((palette) => (
                  <chakra.button
                    key={palette.name}
                    type="button"
                    aria-pressed={palette.name === name}
                    display="flex"
                    w="100%"
                    alignItems="center"
                    justifyContent="space-between"
                    gap="10px"
                    px="6px"
                    py="4px"
                    borderRadius="5px"
                    cursor="pointer"
                    fontWeight={palette.name === name ? "600" : "400"}
                    _hover={{ bg: "amberWash" }}
                    _focusVisible={{ bg: "amberWash" }}
                    onPointerEnter={() => set({ triedColors: oriented(palette, recipe) })}
                    onFocus={() => set({ triedColors: oriented(palette, recipe) })}
                    onClick={() => {
                      onChange(withColor({ palette: palette.name as NonNullable<Recipe["color"]>["palette"] }));
                      show(false);
                    }}
                  >
                    <span>{palette.title}</span>
                    <Strip colors={oriented(palette, recipe)} />
                  </chakra.button>
                ))}
            </Box>
          ))}
        </Box>
      </PopCard>
    </Popover.Root>
  );
}

/** A palette's colors the way this recipe would use them. */
export function oriented(palette: Palette, recipe: Recipe): readonly string[] {
  const turned = palette.turned_when.includes(recipe.color?.high_is ?? "neither");
  return turned !== (recipe.color?.reverse ?? false) ? [...palette.colors].reverse() : palette.colors;
}

const TICKS = 17;

function Strip({ colors }: { colors: readonly string[] }) {
  return (
    <Flex h="15px" w="136px" minW="80px" flexShrink="1" borderRadius="2px" overflow="hidden" aria-hidden="true">
      {Array.from(
        { length: TICKS },
        (_, i) => colors[Math.round((i * (colors.length - 1)) / (TICKS - 1))] as string,
      ).map((color) => (
        <Box key={color} flex="1" style={{ background: color }} />
      ))}
    </Flex>
  );
}
