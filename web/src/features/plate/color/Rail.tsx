import { Box, Flex } from "@chakra-ui/react";
import { useLayoutEffect, useMemo, useRef } from "react";
import type { Figure, Recipe } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { counted } from "../../../shared/numbers";
import type { Change } from "../changes/usePlate";
import { look, useView } from "../changes/view";
import { BLANK, type ScaleShape, stepper } from "../scale/coloring";
import { CutCard } from "./CutCard";
import { Handle } from "./Handle";
import { type Axis, histogram, placeOn, RAIL, rounded, stepOn, TITLES, valueAt, WHICH, type Which } from "./railAxis";
import { nameOf, percentOn, placed, type RailModel, railModel, withCut, withNewCut } from "./railModel";
import { TypedEnd } from "./TypedEnd";
import { ownOf, withParts } from "./unlike";

const BINS = 34;

type Props = {
  figure: Figure;
  recipe: Recipe;
  table: number;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

/** The scale with the histogram of the cells beside it, and a handle for each end, the middle and each cut: drag, nudge or type. */
export function Rail(props: Props) {
  const { figure, recipe } = props;
  const cell = useView((view) => view.pointed ?? view.chosen);
  const told = ownOf(figure, recipe, cell);
  const key = told && `${told.region}`;
  // Cell by cell it is the same scale, as long as they are of the same members.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says which scale it is
  const own = useMemo(() => told, [figure, recipe, key]);
  const model = useMemo(() => railModel(figure, recipe, own), [figure, recipe, own]);
  if (!model)
    return (
      <Box color="quiet" mt="14px">
        No cell has a value, so there is nothing to color yet.
      </Box>
    );
  return (
    <>
      {figure.regions.length > 0 && <Whose model={model} figure={figure} recipe={recipe} />}
      <Filled {...props} model={model} />
    </>
  );
}

/** Whose scale the rail shows, where there are several. */
function Whose({ model, figure, recipe }: { model: RailModel; figure: Figure; recipe: Recipe }) {
  const name = model.own?.labels.join(", ");
  const within = recipe.color?.within ?? "table";
  const others = within === "table" ? "All others" : `Each ${within}, from its lowest to its highest`;
  return (
    <Flex mt="12px" mb="-14px" align="baseline" gap="8px" minH="20px" data-testid="whose">
      <Box
        flex="1"
        minW="0"
        truncate
        title={name || others}
        fontWeight={name ? "600" : undefined}
        color={name ? undefined : "quiet"}
      >
        {name || others}
      </Box>
      {!name && figure.rows.length > 0 && (
        <Box color="quiet" textStyle="small" flex="none">
          point at a cell for its own
        </Box>
      )}
    </Flex>
  );
}

function Filled({ figure, recipe, table, onChange, onRefused, model }: Props & { model: RailModel }) {
  const tried = useView((view) => view.triedRail);
  const { axis } = model;
  const shape = tried ?? model.shape;
  const { scale, parts, own } = model;
  const [below, above] = useMemo(() => {
    const filled = model.values.filter((value) => value !== null);
    return [filled.filter((value) => value < axis.from), filled.filter((value) => value > axis.to)];
  }, [model, axis]);

  function show(next: ScaleShape | null) {
    look({ triedRail: next, triedScales: next && model.scales(next) });
  }
  function keep(change: Change) {
    void Promise.resolve(onChange(change)).then(() => show(null));
  }

  const ends = scale.cuts && parts.bands?.method !== "equal_width" ? [] : WHICH;
  return (
    <Box position="relative" mt="26px" mb={below.length ? "30px" : "14px"} h={`${RAIL.height}px`} data-testid="rail">
      <Bars values={model.values} axis={axis} />
      <Ramp
        figure={figure}
        axis={axis}
        shape={shape}
        onCut={
          shape.cuts && !model.apart && shape.cuts.length + 1 < LIMITS.bands_most
            ? (at) => onChange(withNewCut(shape.cuts as readonly number[], at, own))
            : undefined
        }
      />
      {above.length > 0 && <Beyond values={above} words={model.words} place="above" />}
      {below.length > 0 && <Beyond values={below} words={model.words} place="below" />}
      {ends.map((which) => {
        const end = parts[which];
        const free = end === undefined || typeof end.at === "string";
        const clips = { high: scale.over > 0, middle: false, low: scale.under > 0 }[which];
        const value = shape[which];
        const rests = value === model.shape[which];
        return (
          <Handle
            key={which}
            id={which}
            title={`${TITLES[which]} of the scale`}
            axis={axis}
            value={value}
            limits={limits(which, shape, axis)}
            words={model.words(value)}
            name={
              free && shape.low === shape.high
                ? which === "high" // ends and middle stand in one place, with room for one name
                  ? "all cells alike"
                  : ""
                : rests && !(model.apart && end?.percent !== undefined)
                  ? nameOf(which, end, recipe, clips)
                  : (end?.name ?? "")
            }
            look={free ? "faint" : which === "middle" ? "filled" : "plain"}
            above={which === "middle"}
            onTry={(at) => show(model.moved(shape, which, at))}
            onKeep={(at) => keep(placed(which, at, model))}
            onDrop={() => show(null)}
            card={(close) => (
              <EndCard {...{ which, figure, model, shape, table, onChange, onRefused }} onDone={close} />
            )}
          />
        );
      })}
      {!model.apart &&
        shape.cuts?.map((cut, i) => {
          const cuts = shape.cuts as readonly number[];
          const given = parts.bands?.cuts?.[i];
          const name = typeof given === "object" ? given.target : (parts.bands?.names?.[i + 1] ?? "");
          return (
            <Handle
              key={i}
              id={`cut-${i}`}
              title={`Cut ${i + 1} of ${cuts.length}`}
              axis={axis}
              value={cut}
              limits={between(cuts, i, axis)}
              words={model.words(cut)}
              name={name}
              look={given === undefined ? "faint" : typeof given === "object" ? "filled" : "plain"}
              onTry={(at) => show({ ...shape, cuts: cuts.map((each, j) => (j === i ? at : each)) })}
              onKeep={(at) => keep(withCut(cuts, i, at, own))}
              onDrop={() => show(null)}
              onRemove={cuts.length > 1 ? () => keep(withCut(cuts, i, null, own)) : undefined}
              card={(close) => (
                <CutCard
                  figure={figure}
                  model={model}
                  at={i}
                  onDone={(change) => {
                    close();
                    onChange(change);
                  }}
                />
              )}
            />
          );
        })}
    </Box>
  );
}

type EndProps = Omit<Props, "recipe"> & { which: Which; model: RailModel; shape: ScaleShape; onDone: () => void };

/** What says where exactly an end or the middle stands, for its handle and for its phrase. */
export function EndCard({ which, figure, model, shape, table, onChange, onRefused, onDone }: EndProps) {
  const { scale, parts, own } = model;
  return (
    <TypedEnd
      which={which}
      end={parts[which]}
      middle={parts.middle}
      put={(next) => withParts(next, own)}
      value={scale[which]}
      place={model.apart ? shape[which] : percentOn(scale, scale[which])}
      percent={model.style.percent}
      targets={figure.targets}
      table={table}
      limits={[which === "low" ? null : shape.low, which === "high" ? null : shape.high]}
      apart={model.apart}
      onDone={(change) => {
        onDone();
        onChange(change);
      }}
      onRefused={onRefused}
    />
  );
}

/** Between the cuts beside it, and a step away from both: a band is never empty of numbers. */
function between(cuts: readonly number[], i: number, axis: Axis): [number, number] {
  const [below, above] = [cuts[i - 1], cuts[i + 1]];
  return [
    below === undefined ? axis.from : below + stepOn(axis, placeOn(axis, below)),
    above === undefined ? axis.to : above - stepOn(axis, placeOn(axis, above)),
  ];
}

function limits(which: Which, shape: ScaleShape, axis: Axis): [number, number] {
  if (which === "low") return [axis.from, shape.middle];
  if (which === "high") return [shape.middle, axis.to];
  return [shape.low, shape.high];
}

function Bars({ values, axis }: { values: RailModel["values"]; axis: Axis }) {
  const counts = useMemo(() => histogram(values, axis, BINS), [values, axis]);
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

type RampProps = { figure: Figure; axis: Axis; shape: ScaleShape; onCut?: (at: number) => void };

/** The colors along the axis, a pixel a line, redrawn while a handle is dragged or a palette tried. */
function Ramp({ figure, axis, shape, onCut }: RampProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tried = useView((view) => view.triedColors);
  const colors = tried ?? figure.scene.grid?.colors ?? [];
  useLayoutEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const stepOf = stepper(shape);
    for (let y = 0; y < RAIL.height; y++) {
      const step = stepOf(valueAt(axis, 1 - (y + 0.5) / RAIL.height));
      context.fillStyle = step === BLANK ? "transparent" : (colors[step] ?? "transparent");
      context.fillRect(0, y, 1, 1);
    }
  }, [axis, shape, colors]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      data-testid="ramp"
      width={1}
      height={RAIL.height}
      title={onCut && "Double-click to cut here"}
      onDoubleClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const place = 1 - (event.clientY - box.top) / box.height;
        onCut?.(rounded(valueAt(axis, place), stepOn(axis, place)));
      }}
      style={{ position: "absolute", left: RAIL.rampLeft, top: 0, width: RAIL.rampWidth, height: RAIL.height }}
    />
  );
}

/** Values outside the axis, as a dot with the farthest of them: an extreme is seen, not guessed. */
function Beyond({
  values,
  words,
  place,
}: {
  values: number[];
  words: (value: number) => string;
  place: "above" | "below";
}) {
  const farthest = words(
    values.reduce((one, other) => (place === "above" ? Math.max(one, other) : Math.min(one, other))),
  );
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
      {values.length === 1 ? farthest : `${counted(values.length, "cell")} to ${farthest}`}
      <Box w="7px" h="7px" borderRadius="full" bg="link" />
    </Flex>
  );
}
