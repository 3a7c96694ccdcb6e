import { Box, Flex } from "@chakra-ui/react";
import type { Figure, Recipe } from "../../../api/client";
import { BAND_TERMS, LIMITS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { ColorInput } from "../../../shared/ColorInput";
import { Line } from "../../../shared/Line";
import { counted, percent } from "../../../shared/numbers";
import { SavedInput } from "../../../shared/SavedInput";
import { Select } from "../../../shared/Select";
import { withBands } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { axisOf, rounded, stepOn } from "./railAxis";
import { byHand, USUAL_BANDS, withNewCut } from "./railModel";

type Bands = NonNullable<NonNullable<Recipe["color"]>["bands"]>;
type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

const METHODS: (readonly [string, string])[] = [
  ["", "a ramp that runs on"],
  ["cuts", "bands cut by hand"],
  ...Object.entries(BAND_TERMS).map(([name, { words }]) => [name, `bands, ${words}`] as const),
];
const COUNTS = ["2", "3", "4", "5", "6", "7", "8"].map((count) => [count, count] as const);

/** What a ramp or bands are chosen in; of each band its color, its name and how many cells are in it. */
export function BandsPart({ figure, recipe, onChange }: Props) {
  const bands = recipe.color?.bands;
  const cuts = figure.scale?.cuts ?? [];
  const filled = figure.bands.reduce((sum, { cells }) => sum + cells, 0);
  const found = bands?.method !== undefined;

  function choose(method: string) {
    if (method === "") return onChange(withBands(undefined));
    if (method === "cuts") return onChange(withBands(byHand(bands, cuts.length ? cuts : thirds(figure))));
    const count = bands?.count ?? (cuts.length ? cuts.length + 1 : USUAL_BANDS);
    onChange(withBands({ method: method as Bands["method"], count }));
  }

  function list(name: "names" | "colors", i: number, text: string) {
    // Methods may find fewer bands than were asked for; a list is given for all that may come.
    const asked = Math.max(figure.bands.length, found ? (bands?.count ?? USUAL_BANDS) : 0);
    const now = Array.from({ length: asked }, (_, at) => {
      const own = figure.bands[at]?.color ?? figure.bands.at(-1)?.color ?? text;
      return bands?.[name]?.[at] ?? (name === "colors" ? own : "");
    });
    now[i] = text;
    onChange(withBands({ ...bands, [name]: name === "names" && now.every((each) => !each) ? undefined : now }));
  }

  return (
    <>
      <Line label="Drawn as">
        <Select label="Drawn as" value={!bands ? "" : (bands.method ?? "cuts")} options={METHODS} onChange={choose} />
      </Line>
      {bands && found && (
        <Line label="How many">
          <Select
            label="How many bands"
            value={String(bands.count ?? USUAL_BANDS)}
            options={COUNTS}
            onChange={(count) => onChange(withBands({ method: bands.method, count: Number(count) }))}
          />
        </Line>
      )}
      {bands && (
        <Box mt="10px">
          <Box role="list" aria-label="Bands">
            {figure.bands
              .map((band, i) => (
                <Flex role="listitem" key={`${i} of ${figure.bands.length}`} align="center" gap="8px" mb="5px">
                  <ColorInput
                    label={`Color of the band ${band.words}`}
                    value={band.color}
                    onDone={(color) => list("colors", i, color)}
                  />
                  <SavedInput
                    aria-label={`Name of the band ${band.words}`}
                    size="xs"
                    placeholder={band.words}
                    maxLength={80}
                    value={bands.names?.[i] ?? ""}
                    onDone={(text) => list("names", i, text.trim())}
                  />
                  <Box
                    textStyle="small"
                    color="quiet"
                    w="84px"
                    flex="none"
                    textAlign="end"
                    title={counted(band.cells, "cell")}
                  >
                    {counted(band.cells, "cell")}, {percent(filled ? Math.round((100 * band.cells) / filled) / 100 : 0)}
                  </Box>
                </Flex>
              ))
              .reverse()}
          </Box>
          <Flex gap="8px" mt="6px">
            {!figure.regions.length && cuts.length + 1 < LIMITS.bands_most && (
              <Button size="sm" variant="plain" onClick={() => onChange(cutMore(figure))}>
                Add a cut
              </Button>
            )}
            {bands.colors?.length ? (
              <Button size="sm" variant="plain" onClick={() => onChange(withBands({ ...bands, colors: undefined }))}>
                Colors of the palette
              </Button>
            ) : null}
          </Flex>
        </Box>
      )}
    </>
  );
}

/** Two cuts at a third and two thirds of the scale, on round numbers. */
function thirds(figure: Figure): number[] {
  const { scale } = figure;
  if (!scale || scale.high <= scale.low) return [scale?.low ?? 0];
  const step = 5 * stepOn(axisOf(scale));
  const found = [1, 2].map((third) => rounded(scale.low + (third / 3) * (scale.high - scale.low), step));
  return found[0] === found[1] ? [scale.middle] : found;
}

/** One more cut, in the middle of the widest band. */
function cutMore(figure: Figure): Change {
  const scale = figure.scale as NonNullable<Figure["scale"]>;
  const cuts = scale.cuts ?? [];
  const edges = [
    Math.min(scale.lowest, cuts[0] ?? scale.low),
    ...cuts,
    Math.max(scale.highest, cuts.at(-1) ?? scale.high),
  ];
  const widths = edges.slice(1).map((edge, i) => edge - (edges[i] as number));
  const widest = widths.indexOf(Math.max(...widths));
  const [from, to] = [edges[widest] as number, edges[widest + 1] as number];
  const round = rounded((from + to) / 2, 5 * stepOn(axisOf(scale)));
  return withNewCut(cuts, round > from && round < to ? round : (from + to) / 2, null);
}
