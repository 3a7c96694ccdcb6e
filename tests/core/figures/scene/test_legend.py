"""The legend: ticks, names, clipped ends and the swatch for no value."""

import random
from dataclasses import replace
from types import SimpleNamespace

import numpy as np
import pytest

from mottled_finch.core.common.language.languages import OURS
from mottled_finch.core.figures.scene.legend import Legend, Tick, _samples, bands_of
from mottled_finch.core.figures.scene.legend_shapes import _ticks_across
from mottled_finch.core.figures.scene.type import CAP_HEIGHT
from mottled_finch.core.figures.scene.typeface import BUNDLED

from ...conftest import figure_of

TEXT = "r,c,v\n" + "".join(f"r{i},c{j},{i * 3 + j}\n" for i in range(5) for j in range(5) if (i, j) != (2, 2))
PIVOT = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}

EMPTY = Legend(
    title=(),
    notes=(),
    blocks=(),
    fixed=(),
    between=(),
    swatches=(),
    sample_title=(),
    samples=(),
    size=12,
    ramp_width=20,
    tick_x=30,
    sample_x=30,
    width=90,
)


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


@pytest.mark.parametrize("seed", range(40))
def test_words_beside_a_ramp_never_touch_and_the_fixed_ones_come_first(seed):
    lot = random.Random(seed)
    ticks = tuple(Tick(lot.choice([0.0, 1.0, lot.random()]), str(i)) for i in range(9))
    size, height = lot.choice([8.0, 12.0]), lot.choice([9.0, 30.0, 80.0, 200.0])
    legend = replace(EMPTY, fixed=ticks[:3], between=ticks[3:], size=size)
    capital = size * CAP_HEIGHT
    stands = {tick: min(max((1 - tick.place) * height + capital / 2, capital), height) for tick in ticks}
    expected: list[Tick] = []
    for tick in ticks:
        if all(abs(stands[tick] - stands[other]) >= 1.25 * size for other in expected):
            expected.append(tick)
    assert legend.ticks_for(height) == expected
    assert [legend.baseline(tick, height) for tick in ticks] == pytest.approx(list(stands.values()))


@pytest.mark.parametrize(
    ("most", "told"),
    [
        (1, ["1", "0.5", "0.1"]),
        (1.9, ["1.0", "0.5", "0.1"]),
        (2, ["2.0", "1.0", "0.2"]),
        (4.999, ["2.0", "1.0", "0.2"]),
        (5, ["5.0", "2.5", "0.5"]),
        (16, ["10", "5", "1"]),
        (50, ["50", "25", "5"]),
        (99_999, ["50,000", "25,000", "5,000"]),
    ],
)
@pytest.mark.parametrize("symbols", ["square", "bar"])
def test_samples_of_sizes_are_round_numbers_up_to_the_largest(most, told, symbols):
    size = {"take": "sum", "of": "w"}
    made = figure_of(f"r,c,v,w\na,a,1,{most}\nb,a,2,{most / 4}\n", pivot=PIVOT, cells={"symbols": {"as": symbols, "size": size}})
    found = _samples(made.recipe, made.contents, 1.0)
    numbers = [float(sample.text.replace(",", "")) for sample in found]
    assert numbers == [float(each.replace(",", "")) for each in told]
    shares = [number / most for number in numbers]
    assert [sample.share for sample in found] == pytest.approx([share if symbols == "bar" else share**0.5 for share in shares])
    assert not _samples(made.recipe, replace(made.contents, most=0.0), 1.0)
    assert not _samples(figure_of(TEXT, pivot=PIVOT).recipe, made.contents, 1.0)


@pytest.mark.parametrize(
    ("most", "told"), [(1, ["1"]), (2, ["2", "1"]), (7, ["5"]), (16, ["10", "5", "1"]), (50, ["50", "25", "5"])]
)
@pytest.mark.parametrize("symbols", ["square", "bar"])
def test_samples_of_whole_numbers_are_whole(most, told, symbols):
    """Nothing rests on half a record."""
    text = "r,c,v\n" + "a,a,1\n" * most + "b,a,2.5\n"
    made = figure_of(text, pivot=PIVOT, cells={"symbols": {"as": symbols, "size": {"take": "count"}}})
    assert [sample.text for sample in _samples(made.recipe, made.contents, 1.0)] == told


@pytest.mark.parametrize("place", ["right", "top", "below"])
@pytest.mark.parametrize("columns", [1, 2, 12])
@pytest.mark.parametrize("symbols", ["square", "bar"])
def test_a_key_to_sizes_has_room_for_its_words_and_is_true_to_the_cells(symbols, columns, place):
    """The bars of few columns are longer than the legend is wide."""
    lines = [f"r{i},c{j},{i + j},{(i + 1) * (j + 2) * 1234}" for i in range(4) for j in range(columns)]
    made = figure_of(
        "r,c,v,w\n" + "\n".join(lines),
        pivot=PIVOT,
        cells={"symbols": {"as": symbols, "size": {"take": "sum", "of": "w"}}},
        legend={"place": place},
    )
    legend = [text for text in made.scene.texts if text.part == "legend"]
    at = [text.text for text in legend].index("Sum of w") + 1
    samples, boxes = legend[at : at + 3], [box for box in made.scene.boxes if box.part == "legend"][-3:]
    numbers = [float(text.text.replace(",", "")) for text in samples]
    assert numbers == pytest.approx([numbers[0], numbers[0] / 2, numbers[0] / 10])
    grid, largest = made.scene.grid, (columns + 1) * 4 * 1234
    side = grid.cell_width if symbols == "bar" else min(grid.cell_width, grid.symbol_height) * grid.reach
    for number, box in zip(numbers, boxes, strict=True):
        share = number / largest
        assert box.width == pytest.approx(side * (share if symbols == "bar" else share**0.5), rel=0.12)
    assert all(box.x + box.width < text.x for box, text in zip(boxes, samples, strict=True))
    assert all(text.x + BUNDLED.width_of(text.text, text.size) <= made.scene.width for text in legend)
    if place == "right":
        ramp = min(box.x for box in boxes)
        assert all(text.x - ramp < 4 * text.size for text in legend[:at] if text.x > ramp)


@pytest.mark.parametrize(
    ("color", "words"),
    [
        ({"cuts": [4, 9]}, ["9 and over", "4 to 9", "Under 4"]),
        ({"cuts": [4, 9], "names": ["calm", "", "late"]}, ["late, 9 and over", "4 to 9", "calm, Under 4"]),
        ({"cuts": [4]}, ["4 and over", "Under 4"]),
    ],
)
def test_bands_are_told_from_the_highest_down(color, words):
    found, _ = legend(color={"bands": color})
    assert [each.lower() for each in found[1 : 1 + len(words)]] == [each.lower() for each in words]
    made = figure_of(TEXT, pivot=PIVOT, color={"bands": color})
    bands = bands_of(made.recipe, made.coloring, made.contents.style, OURS)
    values = made.matrix.values[~np.isnan(made.matrix.values)]
    places = np.searchsorted(np.array(color["cuts"], dtype=float), values, side="right")
    assert [band.cells for band in bands] == np.bincount(places, minlength=len(words)).tolist()
