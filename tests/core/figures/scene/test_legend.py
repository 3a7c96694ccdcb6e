"""The legend: ticks, names, clipped ends and the swatch for no value."""

import random
from types import SimpleNamespace

import pytest

from mottled_finch.core.figures.scene.legend import Tick
from mottled_finch.core.figures.scene.legend_shapes import _ticks_across
from mottled_finch.core.figures.scene.typeface import BUNDLED

from ...conftest import figure_of

TEXT = "r,c,v\n" + "".join(f"r{i},c{j},{i * 3 + j}\n" for i in range(5) for j in range(5) if (i, j) != (2, 2))
PIVOT = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}


def legend(text=TEXT, **parts):
    scene = figure_of(text, pivot=PIVOT, **parts).scene
    return [mark.text for mark in scene.texts if mark.part == "legend"], scene


def test_title_ends_round_ticks_between_and_the_swatch():
    words, scene = legend()
    assert words == ["Sum of v", "16", "0", "5", "10", "No value"]  # 15 has no room below 16
    assert len([hatching for hatching in scene.hatchings if hatching.part == "legend"]) == 1


def test_ticks_are_no_finer_than_the_values():
    words, _ = legend("r,c,v\na,a,1\nb,a,3\n")
    assert words == ["Sum of v", "3", "1", "2"]


def test_clipped_ends_and_names():
    words, _ = legend(color={"low": {"at": 2}, "middle": {"at": 5, "name": "promise"}, "high": {"at": 12.5, "name": "too much"}})
    assert words[1:4] == ["12.5 and over, too much", "2 and under", "5, promise"]


def test_own_words_and_none():
    words, _ = legend(legend={"title": "Minutes", "blank": "No service"})
    assert words[0] == "Minutes"
    assert words[-1] == "No service"
    assert legend(legend={"show": False})[0] == []


def test_no_swatch_without_a_blank_and_one_tick_for_one_value():
    words, scene = legend("r,c,v\na,a,3\nb,a,3\n")
    assert words == ["Sum of v", "3"]
    assert not scene.hatchings


def test_only_blanks_have_no_ramp():
    words, _ = legend("r,c,v\na,a,\nb,a,\nz,,5\n")
    assert words == ["Sum of v", "No value"]


def test_the_ramp_has_the_colors_of_the_cells():
    _, scene = legend(color={"palette": "kingcup"})
    fills = [box.fill for box in scene.boxes if box.part == "legend"]
    assert (fills[0], fills[-1]) == (scene.grid.colors[-1], scene.grid.colors[0])
    assert len(fills) > 150


@pytest.mark.parametrize("seed", range(60))
def test_words_below_a_ramp_never_touch_and_the_fixed_ones_come_first(seed):
    """Each stays within the ramp, in the middle below its place where it can, and 6 points from the next."""
    lot = random.Random(seed)
    ticks = [Tick(lot.choice([0.0, 1.0, lot.random()]), str(lot.choice([7, 12_345, 0.25]))) for _ in range(9)]
    width = lot.choice([20.0, 60.0, 120.0, 300.0])
    legend = SimpleNamespace(size=10.0, fixed=ticks[:3], between=ticks[3:])
    shown: list[tuple[float, float]] = []
    expected = []
    for tick in ticks:
        half = BUNDLED.width_of(tick.text, 10.0) / 2
        middle = min(max(tick.place * width, half), width - half)
        if 2 * half <= width and all(abs(middle - other) >= half + its + 6 for other, its in shown):
            shown.append((middle, half))
            expected.append((tick, pytest.approx(middle - half)))
    assert _ticks_across(SimpleNamespace(typeface=BUNDLED), legend, width) == expected
