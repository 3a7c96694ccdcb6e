import { Box, Flex } from "@chakra-ui/react";
import type { End, Figure, Recipe } from "../../../api/client";
import { api, type PlateFigure, sentenceOf } from "../../../api/client";
import { usePlates } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { Select } from "../../../shared/Select";
import { withColor } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { WHICH, type Which } from "./railAxis";
import { byHand } from "./railModel";

type Color = NonNullable<Recipe["color"]>;
type Props = {
  plate: number;
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

/** The colors turned round; the scale fixed as it is, or taken from another plate, so that two figures compare. */
export function Locks({ plate, figure, recipe, onChange, onRefused }: Props) {
  const plates = (usePlates().data ?? []).filter(({ id }) => id !== plate);
  const { scale } = figure;
  const apart = figure.regions.length > 0;
  const fixed = !scale || isFixed(recipe.color ?? {}, scale);

  async function take(id: string) {
    try {
      onChange(scaleFrom(await api.plate(Number(id)), figure.targets));
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }

  return (
    <Flex gap="8px" wrap="wrap">
      <Button
        size="sm"
        variant="plain"
        aria-pressed={recipe.color?.reverse ?? false}
        onClick={() => onChange(withColor({ reverse: !recipe.color?.reverse }))}
      >
        Turn them round
      </Button>
      <Button
        size="sm"
        variant="plain"
        flex="none"
        disabled={apart || fixed}
        title={apart ? "Each row, column or group has a scale of its own" : fixed ? "The scale is fixed" : undefined}
        onClick={() => scale && onChange(withColor(fixedColor(recipe.color ?? {}, scale, figure.targets)))}
      >
        Fix the scale
      </Button>
      <Box flex="1 0 100%">
        <Select
          label="Take the scale of another plate"
          value=""
          options={[
            ["", "Take the scale of another plate…"],
            ...plates.map(({ id, title }) => [String(id), title] as const),
          ]}
          onChange={(id) => id && void take(id)}
        />
      </Box>
    </Flex>
  );
}

type Scale = NonNullable<Figure["scale"]>;
type Targets = Figure["targets"];

/** The scale of another plate, with the colors on it. */
function scaleFrom({ plate, figure }: PlateFigure, targets: Targets): Change {
  const color = plate.recipe.color ?? {};
  const { palette, colors, high_is, reverse, scale: spread, low, middle, high, bands, within } = color;
  const look = { palette, colors, high_is, reverse, scale: spread };
  // Scales within rows, columns or groups have no numbers in common; how they are made is taken over.
  if (figure.regions.length) return withColor({ ...look, low, middle, high, bands, within });
  return figure.scale
    ? withColor({ ...look, within: undefined, ...fixedColor(color, figure.scale, targets) })
    : (recipe) => recipe;
}

/** Ends, middle and cuts as numbers, with their names. Those at targets stay there, where this table has the target. */
function fixedColor(color: Color, scale: Scale, targets: Targets): Partial<Color> {
  const end = (which: Which): End => {
    const now = color[which];
    if (now?.target !== undefined && now.target in targets) return now;
    const name = now?.name ?? now?.target;
    return name ? { at: scale[which], name } : { at: scale[which] };
  };
  const fixedCuts = (cuts: readonly number[]) => {
    const given = byHand(color.bands, cuts);
    return {
      ...given,
      cuts: given.cuts.map((cut, i) =>
        typeof cut === "object" && !(cut.target in targets) ? (cuts[i] as number) : cut,
      ),
    };
  };
  return {
    low: end("low"),
    middle: color.middle ? end("middle") : undefined,
    high: end("high"),
    bands: color.bands && scale.cuts ? fixedCuts(scale.cuts) : undefined,
  };
}

function isFixed(color: Color, scale: Scale): boolean {
  const stands = (end: End | undefined) =>
    end !== undefined && (end.target !== undefined || typeof end.at === "number");
  if (scale.cuts && !color.bands?.cuts) return false;
  return WHICH.every((which) => stands(color[which]) || (which === "middle" && !color.middle));
}
