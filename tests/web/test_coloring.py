"""The screen colors by the core's arithmetic, to the step."""

import random
from dataclasses import replace

import numpy as np
import pytest

from mottled_finch.core.colors.coloring import colors_of
from mottled_finch.core.colors.ink import inks_on
from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.colors.spaces import hex_of
from mottled_finch.core.common.recipe import ColorSpec, EndSpec
from mottled_finch.core.common.recipe.spec import BandsSpec

COLORING = "features/plate/scale/coloring"


def shape(scale):
    spread = {**vars(scale.spread), "values": scale.spread.values.tolist(), "ranks": scale.spread.ranks.tolist()}
    stops = scale.band_steps if scale.cuts is not None and (scale.turned or scale.stops is not None) else None
    ends = {"low": scale.low, "middle": scale.middle, "high": scale.high}
    return {**ends, "spread": spread, "cuts": scale.cuts, "turned": scale.turned, "stops": stops}


def steps_of(node, calls):
    return [list(found.values()) for found in node(COLORING, "stepsOf", calls)]


@pytest.mark.parametrize("name", ["linear", "log", "log_both", "rank"])
def test_every_value_gets_the_same_step(node, name):
    random_ = random.Random(5)
    calls, expected = [], []
    for _ in range(200):
        ends = sorted(random_.choice([random_.uniform(-50, 50), float(random_.randint(-5, 5))]) for _ in range(3))
        if name == "log":
            ends = [abs(end) + 0.01 for end in ends]
        low, middle, high = sorted(ends)
        values = [*ends, *(random_.uniform(-80, 80) for _ in range(20)), *(float(random_.randint(-6, 6)) for _ in range(10))]
        color = ColorSpec(scale=name, low=EndSpec(at=low), high=EndSpec(at=high))
        if random_.random() < 0.5:
            color = replace(color, middle=EndSpec(at=middle))
        scale = resolve_scale(color, np.array(values))
        calls.append([values, [shape(scale)], []])
        expected.append(scale.steps(np.array(values)).tolist())
    assert steps_of(node, calls) == expected
    assert len({step for steps in expected for step in steps}) > 150


def test_bands_and_regions_as_the_core_has_them(node):
    values = np.array([1.0, 5, 9, 10, 20, 30, 100, 200, 300])
    scales = [resolve_scale(ColorSpec(bands=BandsSpec(method="quantile", count=3)), values[i : i + 3]) for i in (0, 3, 6)]
    regions = [0, 0, 0, 1, 1, 1, 2, 2, 2]
    expected = [step for i, scale in enumerate(scales) for step in scale.steps(values[3 * i : 3 * i + 3]).tolist()]
    assert steps_of(node, [[values.tolist(), [shape(scale) for scale in scales], regions]]) == [expected]
    cut = resolve_scale(ColorSpec(bands=BandsSpec(cuts=(9.0, 30.0))), values)
    assert steps_of(node, [[values.tolist(), [shape(cut)], []]]) == [cut.steps(values).tolist()] == [[0, 0, 1, 1, 1, 2, 2, 2, 2]]


def test_scales_that_are_turned_and_bands_with_places_of_their_own(node):
    values = np.array([1.0, 5, 9, 20, 30, 77])
    ramp = replace(resolve_scale(ColorSpec(), values), turned=True)
    bands = resolve_scale(ColorSpec(bands=BandsSpec(cuts=(5.0, 30.0))), values)
    scales = [
        ramp,
        bands,
        replace(bands, turned=True),
        replace(bands, stops=(42, 127, 212)),
        replace(bands, stops=(0, 9, 254), turned=True),
    ]
    calls = [[[None if each != each else each for each in values.tolist()], [shape(scale)], []] for scale in scales]
    for (given, *_), scale in zip(calls, scales, strict=True):
        there = [i for i, value in enumerate(given) if value is not None]
        steps = scale.steps(values).tolist()
        assert steps_of(node, [[[given[i] for i in there], [shape(scale)], []]]) == [[steps[i] for i in there]]


@pytest.mark.parametrize("name", ["kingcup", "tideline"])
@pytest.mark.parametrize("bands", [1, 2, 3, 5, 12])
def test_a_palette_tried_on_bands_gives_the_core_s_colors(node, name, bands):
    palette = PALETTES[name]
    color = ColorSpec(palette=name, bands=BandsSpec(method="quantile", count=bands))
    expected = [hex_of(each) for each in colors_of(color, bands)]
    assert node(COLORING, "bandColors", [[palette.hexes, bands, palette.kind == "bands"]]) == [expected]


@pytest.mark.parametrize("name", ["linear", "log", "log_both", "rank"])
def test_there_and_back(node, name):
    values = np.array([0.5, 2.0, 7.0, 7.0, 90.0])
    spread = shape(resolve_scale(ColorSpec(scale=name), values))["spread"]
    there = node(COLORING, "spreadOf", [[value, spread] for value in values.tolist()])
    assert node(COLORING, "backFrom", [[number, spread] for number in there]) == pytest.approx(values.tolist())


def test_every_color_gets_the_same_ink(node):
    colors = np.concatenate([palette.colors for palette in PALETTES.values()])
    calls = [["#" + bytes(color.tolist()).hex()] for color in colors]
    assert node("shared/ink", "inkOn", calls) == inks_on(colors).tolist()
