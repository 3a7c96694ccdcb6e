import { Box, chakra, Flex, Grid, Input } from "@chakra-ui/react";
import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Figure, Palette, Recipe, Template } from "../../../api/client";
import { usePalettes, useTemplates } from "../../../api/queries";
import { withColor } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { look } from "../changes/view";
import { BLANK, bandColors } from "../scale/coloring";
import { HouseColors } from "./HouseColors";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void; onDone: () => void };

const KINDS: Record<Palette["kind"], string> = {
  sequence: "From light to strong",
  two_sided: "Two sides, around a middle",
  bands: "For named bands",
};

/** The gallery: each palette shows the user's own figure; pointing at one, or walking to it, lays it on the stage. */
export function Gallery({ figure, recipe, onChange, onDone }: Props) {
  const palettes = usePalettes().data ?? [];
  const [sought, setSought] = useState("");
  const templates = (useTemplates().data ?? []).filter((each) => each.palettes.length && !sought);
  const name = recipe.color?.colors?.length ? null : figure.palette;
  const list = useRef<HTMLDivElement>(null);
  const shown = palettes.filter((palette) => fits(palette, sought));
  useEffect(() => () => look({ triedColors: null }), []);

  const isNamed = ({ kind, name }: Template) => recipe.page?.template?.[kind] === name;
  const ofTemplate = (template: Template) => (
    <Box key={template.id} role="group" aria-label={`Of the template ${template.name}`}>
      <Box textStyle="label" pt="10px" pb="5px">
        Of the template “{template.name}”
      </Box>
      <Grid templateColumns="repeat(3, 1fr)" gap="8px">
        {template.palettes.map(({ title, colors: own, ramp }) => (
          <Swatch
            key={own.join(" ")}
            name={own.join(" ")}
            title={title}
            purpose={`Colors of the house: ${own.join(", ")}`}
            on={own.join(" ") === recipe.color?.colors?.join(" ")}
            figure={figure}
            colors={recipe.color?.bands ? bandColors(ramp, figure.scene.grid?.colors.length ?? 1, false) : ramp}
            onChoose={() => {
              onChange(withColor({ colors: own }));
              onDone();
            }}
          />
        ))}
      </Grid>
    </Box>
  );

  function onKeyDown(event: KeyboardEvent) {
    const buttons = [...(list.current?.querySelectorAll<HTMLButtonElement>("button[data-palette]") ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const move = { ArrowDown: 3, ArrowUp: -3, ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!move || (at < 0 && event.key !== "ArrowDown")) return;
    event.preventDefault();
    buttons[at < 0 ? 0 : Math.min(buttons.length - 1, Math.max(0, at + move))]?.focus();
  }

  return (
    <Box onKeyDown={onKeyDown}>
      <Box p="10px" borderBottomWidth="1px" borderColor="line">
        <Input
          size="sm"
          autoFocus
          aria-label="Find a palette by its purpose"
          placeholder="What is it for? delays, plan, gray print, bands …"
          borderColor="control"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </Box>
      <Box
        ref={list}
        maxH="470px"
        overflowY="auto"
        px="10px"
        pb="8px"
        onPointerLeave={() => look({ triedColors: null })}
      >
        {templates.filter(isNamed).map(ofTemplate)}
        {(Object.keys(KINDS) as Palette["kind"][]).map((kind) => {
          const here = shown.filter((palette) => palette.kind === kind);
          if (!here.length) return null;
          return (
            <Box key={kind} role="group" aria-label={KINDS[kind]}>
              <Box textStyle="label" pt="10px" pb="5px">
                {KINDS[kind]}
              </Box>
              <Grid templateColumns="repeat(3, 1fr)" gap="8px">
                {here.map((palette) => (
                  <Swatch
                    key={palette.name}
                    name={palette.name}
                    title={palette.title}
                    purpose={palette.purpose}
                    on={palette.name === name}
                    figure={figure}
                    colors={shownColors(palette, figure, recipe)}
                    onChoose={() => {
                      onChange(withColor({ palette: palette.name as PaletteName, colors: undefined }));
                      onDone();
                    }}
                  />
                ))}
              </Grid>
            </Box>
          );
        })}
        {templates.filter((each) => !isNamed(each)).map(ofTemplate)}
        {!shown.length && (
          <Box py="14px" color="quiet">
            No palette says that of itself. Try a shorter word.
          </Box>
        )}
      </Box>
      <HouseColors
        colors={recipe.color?.colors ?? []}
        onDone={(colors) => {
          onChange(withColor({ colors: colors.length ? colors : undefined }));
          onDone();
        }}
      />
    </Box>
  );
}

type SwatchProps = {
  name: string;
  title: string;
  purpose: string;
  on: boolean;
  figure: Figure;
  colors: readonly string[];
  onChoose: () => void;
};

/** The user's own figure in some colors, in small; pointing at it lays them on the stage. */
function Swatch({ name, title, purpose, on, figure, colors, onChoose }: SwatchProps) {
  return (
    <chakra.button
      type="button"
      data-palette={name}
      aria-pressed={on}
      title={purpose}
      textAlign="start"
      p="5px"
      borderRadius="6px"
      borderWidth="1px"
      borderColor={on ? "leaf" : "line"}
      cursor="pointer"
      _hover={{ bg: "amberWash" }}
      _focusVisible={{ bg: "amberWash" }}
      onPointerEnter={() => look({ triedColors: colors })}
      onFocus={() => look({ triedColors: colors })}
      onClick={onChoose}
    >
      <Small figure={figure} colors={colors} />
      <Box mt="4px" textStyle="small" fontWeight={on ? "600" : "400"} truncate>
        {title}
      </Box>
    </chakra.button>
  );
}

type PaletteName = NonNullable<NonNullable<Recipe["color"]>["palette"]>;

function fits(palette: Palette, sought: string): boolean {
  const text = `${palette.title} ${palette.purpose} ${KINDS[palette.kind]}`.toLowerCase();
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** A palette's colors the way this figure would use them. */
function shownColors(palette: Palette, figure: Figure, recipe: Recipe): readonly string[] {
  const turned = palette.turned_when.includes(recipe.color?.high_is ?? "neither");
  const colors = turned !== (recipe.color?.reverse ?? false) ? [...palette.colors].reverse() : palette.colors;
  return recipe.color?.bands
    ? bandColors(colors, figure.scene.grid?.colors.length ?? 1, palette.kind === "bands")
    : colors;
}

/** The figure's cells in small, a pixel each, stretched. */
function Small({ figure, colors }: { figure: Figure; colors: readonly string[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [rows, columns] = [figure.rows.length, figure.columns.length];
  useLayoutEffect(() => {
    const context = canvas.current?.getContext("2d");
    const grid = figure.scene.grid;
    if (!context || !grid) return;
    const unlit = new Set(grid.unlit);
    const { blank } = figure.scene.theme;
    context.clearRect(0, 0, columns, rows);
    grid.steps.forEach((step, i) => {
      context.fillStyle = step === BLANK ? blank : ((unlit.has(i) ? grid.grays[step] : colors[step]) ?? blank);
      context.fillRect(i % columns, Math.floor(i / columns), 1, 1);
    });
  }, [figure, colors, rows, columns]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      width={columns || 1}
      height={rows || 1}
      style={{ width: "100%", height: 62, imageRendering: "pixelated", borderRadius: 3, display: "block" }}
    />
  );
}

const TICKS = 17;

/** The colors in use, in small, behind the name of their palette. */
export function Strip({ colors }: { colors: readonly string[] }) {
  const ticks = Math.min(TICKS, colors.length);
  return (
    <Flex
      display="inline-flex"
      verticalAlign="-1px"
      ml="7px"
      h="12px"
      w="85px"
      borderRadius="2px"
      overflow="hidden"
      aria-hidden="true"
      css={{ forcedColorAdjust: "none" }}
    >
      {Array.from({ length: ticks }, (_, i) => (
        <Box
          key={i}
          flex="1"
          style={{ background: colors[Math.round((i * (colors.length - 1)) / Math.max(1, ticks - 1))] }}
        />
      ))}
    </Flex>
  );
}
