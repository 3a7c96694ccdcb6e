"""Unlike members: each written and judged in its own way, held against figures of these members alone."""

import json
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.colors.palettes import BLANK_STEP
from mottled_finch.core.colors.scale import resolve_scale
from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.spec import BandsSpec, ColorSpec, EndSpec
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL

from ..conftest import read

FLEET = "vessel,what,measured\n" + "".join(
    f"{vessel},{what},{value}\n"
    for vessel, values in {"Avocet": (240, 71.5, 9, 0.881), "Dunlin": (180, 68, 4, 0.914), "Knot": (1150, 79, 27, 0.698)}.items()
    for what, value in zip(("seats", "noise", "age", "on time"), values, strict=True)
)
PIVOT = {"rows": [{"field": "vessel"}], "columns": [{"field": "what"}], "measure": {"take": "sum", "of": "measured"}}


def made(text=FLEET, **parts):
    return make_figure(read(text), load_recipe({"finch_recipe": 2, "pivot": PIVOT, **parts}))


def prints(figure):
    columns = len(figure.matrix.columns)
    found = figure.scene.grid.prints
    return [list(found[i : i + columns]) for i in range(0, len(found), columns)]


def test_each_column_is_written_in_its_own_way():
    each = [
        {"column": ["seats"], "decimals": 0},
        {"column": ["noise"], "unit": "dB", "decimals": 1},
        {"column": ["on time"], "number": {"as": "percent"}, "decimals": 0},
    ]
    figure = made(each=each, pivot={**PIVOT, "totals": {"rows": True, "columns": True}})
    # Columns in natural order: age, noise, on time, seats.
    assert prints(figure) == [
        ["9", "71.5\u00a0dB", "88%", "240"],
        ["4", "68.0\u00a0dB", "91%", "180"],
        ["27", "79.0\u00a0dB", "70%", "1,150"],
    ]
    totals = [text.text for text in figure.scene.texts if text.part == "totals" and text.row == 3]
    assert totals[:4] == ["40", "218.5\u00a0dB", "249%", "1,570"]
    alternative = figure.scene.alternative
    assert "Highest of noise: 79.0\u00a0dB, Knot, noise. Lowest of noise: 68.0\u00a0dB, Dunlin, noise." in alternative
    assert made(each=[{"column": ["age"], "unit": "°"}]).contents.text(3.0, 0, 0) == "3°"


def test_one_end_of_the_palette_is_better_everywhere():
    each = [{"column": [name], "high_is": "bad"} for name in ("noise", "age")]
    figure = made(color={"within": "column", "high_is": "good", "palette": "pondweed"}, each=each)
    steps = figure.coloring.steps
    ages, noises, on_time, seats = steps.T.tolist()
    # The oldest and the loudest have the color of the fewest seats.
    assert (min(ages), ages[2], min(noises), noises[2]) == (0, 0, 0, 0)
    assert (seats[2], seats[1], on_time[1], on_time[2]) == (254, 0, 254, 0)
    assert [scale.turned for scale in figure.coloring.scales] == [True, True, False, False]
    legend = [text.text for text in figure.scene.texts if text.part == "legend"]
    assert {"better", "worse"} <= set(legend)
    assert "Each column on its own scale, high is good but for: noise; age" in " ".join(legend)
    assert "high is good but for: noise; age." in figure.scene.alternative
    # Without a sense of all, the first that is said is that of all.
    alone = made(
        color={"within": "column"}, each=[{"column": ["noise"], "high_is": "bad"}, {"column": ["seats"], "high_is": "good"}]
    )
    assert alone.coloring.sense == "bad"
    assert [scale.turned for scale in alone.coloring.scales] == [False, False, False, True]
    # Colors as data are those that are drawn.
    colors = json.loads(DRAWINGS["json"].draw(figure, USUAL))["colors"]
    assert colors[2][0] == figure.scene.grid.colors[0]


def test_what_has_a_scale_of_its_own_leaves_that_of_the_others():
    figure = made(each=[{"column": ["seats"], "low": {"at": 0}, "high": {"at": 500}}])
    seats, others = figure.coloring.scales[1], figure.coloring.scales[0]
    assert (seats.low, seats.high, seats.over) == (0, 500, 1)
    assert (others.low, others.high) == (0.698, 79)
    assert not figure.coloring.apart
    legend = " ".join(text.text for text in figure.scene.texts if text.part == "legend")
    assert "On a scale of its own: seats" in legend
    assert "79" in legend


def test_a_target_is_the_middle_and_bands_take_their_places_on_the_palette():
    each = [{"column": ["noise"], "target": 70, "high_is": "bad"}, {"column": ["age"], "bands": {"cuts": [5, 10]}}]
    figure = made(color={"within": "column", "high_is": "good", "palette": "kingcup"}, each=each)
    age, noise = figure.coloring.scales[:2]
    assert (noise.middle, noise.has_middle, noise.turned) == (70, True, True)
    assert age.cuts == (5, 10)
    assert figure.coloring.steps[:, 0].tolist() == [age.stops[1], age.stops[0], age.stops[2]]
    assert len(figure.coloring.colors) == 255
    every = [{"column": [], "bands": {"method": "equal_width", "count": 3}}, {"column": ["age"], "high_is": "bad"}]
    banded = made(color={"within": "column", "high_is": "good", "palette": "watch-stones"}, each=every)
    assert len(banded.coloring.colors) == 3
    assert banded.coloring.steps[:, 0].tolist() == [2, 2, 0]
    assert banded.coloring.steps[:, 3].tolist() == [0, 0, 2]
    named = made(
        color={"within": "column"}, each=[{"column": ["age"], "target": {"target": "ours"}}], table={"targets": {"ours": 6}}
    )
    assert named.coloring.scales[0].middle == 6


def test_members_of_a_group_are_judged_together_and_more_labels_go_before_fewer():
    text = "vessel,what,half,v\n" + "".join(
        f"{vessel},{what},{half},{value}\n"
        for vessel in ("Avocet", "Knot")
        for what, value in (("age", 9), ("seats", 240))
        for half in ("first", "second")
    )
    pivot = {**PIVOT, "columns": [{"field": "what"}, {"field": "half"}], "measure": {"take": "sum", "of": "v"}}
    each = [
        {"column": ["seats"], "unit": "seats", "decimals": 0, "high_is": "good"},
        {"column": ["seats", "second"], "decimals": 2},
    ]
    figure = made(text, pivot={**pivot, "totals": {"column_groups": True}}, each=each)
    assert prints(figure)[0] == ["9", "9", "240\u00a0seats", "240.00\u00a0seats"]
    # Both halves of the seats are one region, all else another.
    assert figure.coloring.regions.tolist() == [[0, 0, 1, 1]] * 2
    down = made(pivot={**PIVOT, "rows": PIVOT["columns"], "columns": PIVOT["rows"]}, each=[{"row": ["noise"], "unit": "dB"}])
    assert prints(down)[1] == ["71.5\u00a0dB", "68.0\u00a0dB", "79.0\u00a0dB"]


def test_extremes_are_those_of_each():
    figure = made(cells={"values": "extremes"}, each=[{"column": [], "decimals": 0}])
    assert [[bool(text) for text in line] for line in prints(figure)] == [
        [False, False, False, False],
        [True, True, True, True],
        [True, True, True, True],
    ]


@pytest.mark.parametrize(
    ("each", "sentence"),
    [
        ([{"unit": "dB"}], 'each[0]: say which members are meant, by the labels of a "row" or of a "column"'),
        (
            [{"column": ["age"], "unit": "y"}, {"row": ["Knot"], "unit": "x"}],
            "each[1].row: rows and columns cannot both have their own ways; keep those of one side",
        ),
        (
            [{"column": ["age"], "high_is": "good"}, {"column": ["age"], "high_is": "bad"}],
            'each[1].column: "age" is spoken of in each[0] already; say all of it there',
        ),
        (
            [{"column": ["age"]}, {"column": ["age", "x"], "decimals": 70}],
            "each[0]: nothing is said of these members; say how they are written or judged, or leave them out",
        ),
        ([{"column": ["age"], "decimals": 70}], "each[0].decimals: 70 decimals are asked for; choose 0 to 10"),
        (
            [{"column": ["age"], "target": 5, "middle": {"at": 4}}],
            "each[0].middle: the middle stands at the target; keep one of the two",
        ),
        (
            [{"column": ["age"], "bands": {"cuts": [5], "colors": ["#111111", "#eeeeee"]}}],
            "each[0].bands.colors: bands of unlike members take their colors from the palette, so that each means the same in all; "
            "leave them out",
        ),
        (
            [{"column": ["age"], "low": {"at": 30}, "high": {"at": 1}}],
            'each.low: of "age", the low end of the scale (30) lies above the high end (1); move one of them',
        ),
        (
            [{"column": ["age"], "target": {"target": "none"}}],
            'each.middle.target: of "age", the table has no target "none"; write its number in its place, or set the target first',
        ),
    ],
)
def test_what_does_not_go_together_is_told(each, sentence):
    if sentence.startswith("each[0]: nothing"):
        each = [{"column": ["age"]}]
    with pytest.raises(CoreError) as caught:
        made(each=each)
    assert str(caught.value) == sentence


def test_members_that_are_gone_are_no_mistake():
    figure = made(each=[{"column": ["length"], "unit": "m", "high_is": "bad"}])
    assert figure.coloring.scales == made().coloring.scales or len(figure.coloring.scales) == 1
    with pytest.raises(RecipeError):
        load_recipe({"finch_recipe": 2, "pivot": PIVOT, "each": [{"columns": ["age"]}]})


ENDS = st.sampled_from([None, EndSpec(at="lowest"), EndSpec(at=2.0), EndSpec(percentile=20), EndSpec(percent=25)])
SETTING = st.fixed_dictionaries(
    {
        "high_is": st.sampled_from([None, "good", "bad", "neither"]),
        "low": ENDS,
        "bands": st.sampled_from([None, BandsSpec(cuts=(3.0, 5.0)), BandsSpec(method="equal_width", count=2)]),
    }
)


def written(setting):
    plain = {"high_is": setting["high_is"]}
    if setting["low"] is not None:
        plain["low"] = {key: value for key, value in vars(setting["low"]).items() if value is not None}
    if setting["bands"] is not None:
        bands = setting["bands"]
        plain["bands"] = {"cuts": list(bands.cuts)} if bands.cuts else {"method": bands.method, "count": bands.count}
    return {key: value for key, value in plain.items() if value is not None}


@settings(max_examples=80, deadline=None)
@given(
    st.lists(st.lists(st.integers(0, 12) | st.none(), min_size=3, max_size=3), min_size=2, max_size=5),
    st.tuples(SETTING, SETTING, SETTING),
    st.sampled_from(["good", "bad"]),
    st.sampled_from(["table", "column"]),
)
def test_every_member_is_colored_as_if_it_stood_alone(values, own, sense, within):
    text = "r,c,v\n" + "".join(
        f"r{i},c{j},{'' if value is None else value}\n" for i, line in enumerate(values) for j, value in enumerate(line)
    )
    each = [{"column": [f"c{j}"], **written(setting)} for j, setting in enumerate(own) if written(setting)]
    pivot = {"rows": [{"field": "r", "empty": "keep"}], "columns": [{"field": "c"}], "measure": {"take": "max", "of": "v"}}
    figure = made(text + "rz,c0,1\n" * 3, pivot=pivot, color={"within": within, "high_is": sense}, each=each)
    coloring, matrix = figure.coloring, figure.matrix
    alike = [j for j, setting in enumerate(own) if not written(setting)]
    for j, setting in enumerate(own):
        together = [j] if written(setting) or within == "column" else alike
        among = matrix.values[:, together]
        color = ColorSpec(high_is=sense, bands=setting["bands"], low=setting["low"] or EndSpec(at="lowest"))
        scale = resolve_scale(color, among)
        if scale is None:
            assert (coloring.steps[:, j] == BLANK_STEP).all()
            continue
        turned = setting["high_is"] in ("good", "bad") and setting["high_is"] != sense
        steps = replace(scale, turned=turned).steps(matrix.values[:, j])
        found = coloring.steps[:, j]
        if scale.cuts is None:
            np.testing.assert_array_equal(found, steps)
            continue
        # Bands have places among the colors, which rise with them, or fall where they are turned.
        order = {int(step): int(color) for step, color in zip(steps, found, strict=True) if step != BLANK_STEP}
        places = [order[step] for step in sorted(order)]
        assert len(set(places)) == len(places)
        assert places == sorted(places)
        assert ((found == BLANK_STEP) == (steps == BLANK_STEP)).all()


def test_totals_in_their_own_colors_are_judged_with_those_of_their_scale():
    text = "vessel,what,measured\n" + "".join(
        f"{vessel},{what},{value}\n"
        for vessel, values in {"Avocet": (1, 2, 3, 400), "Knot": (4, 5, 6, 900)}.items()
        for what, value in zip(("a", "b", "c", "seats"), values, strict=True)
    )
    pivot = {**PIVOT, "totals": {"columns": True, "rows": True, "color": "own"}}

    def fills(each):
        grid = made(text, pivot=pivot, each=each).scene
        totals = [box.step for box in grid.boxes if box.part == "totals"]
        return totals[:2], totals[2:6]

    rows, alike = fills([])
    assert alike[:3] != [alike[0], 127, 254]  # beside the seats, all others are at the low end
    assert rows == [0, 254]
    rows, columns = fills([{"column": ["seats"], "high_is": "bad"}])
    assert columns == [0, 127, 254, None]  # one alone has nothing to be judged by
    assert rows == [0, 254]
    # Two that are judged together, and turned: high is good there, and bad in the rest
    rows, columns = fills([{"column": [], "high_is": "good"}, *({"column": [name], "high_is": "bad"} for name in "ab")])
    assert columns == [None, None, 254, 0]
    both = [{"column": ["c"], "high_is": "good"}, {"column": ["seats"], "high_is": "good"}]
    assert fills(both)[1] == [0, 254, None, None]
