"""The screen colors by the core's arithmetic, to the step."""

import random

import numpy as np

from mottled_finch.core.color.ink import BLACK, DARK, LIGHT, inks_on
from mottled_finch.core.color.palettes import PALETTES
from mottled_finch.core.color.scale import Scale

COLORING = "features/plate/coloring"


def test_every_value_gets_the_same_step(node):
    random_ = random.Random(5)
    calls, expected = [], []
    for _ in range(300):
        ends = sorted(random_.choice([random_.uniform(-50, 50), random_.randint(-5, 5)]) for _ in range(3))
        scale = Scale(low=ends[0], middle=ends[1], high=ends[2], lowest=0, highest=0, has_middle=True)
        values = [*ends, *(random_.uniform(-80, 80) for _ in range(20)), *(float(random_.randint(-6, 6)) for _ in range(10))]
        calls += [[value, {"low": ends[0], "middle": ends[1], "high": ends[2]}] for value in values]
        expected += scale.steps(np.array(values)).tolist()
    assert node(COLORING, "stepOf", calls) == expected
    assert len(set(expected)) > 200


def test_every_color_gets_the_same_ink(node):
    names = {"light": LIGHT, "dark": DARK, "black": BLACK}
    colors = np.concatenate([palette.colors for palette in PALETTES.values()])
    calls = [["#" + bytes(color.tolist()).hex(), names] for color in colors]
    assert node(COLORING, "inkOn", calls) == inks_on(colors).tolist()
