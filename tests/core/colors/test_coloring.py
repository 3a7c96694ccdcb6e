"""Palette, scales, bands and what is lit together; and every output draws the colors that are told."""

import csv
import io
import json
import xml.etree.ElementTree as ET

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image

from mottled_finch.core.colors.coloring import colors_of
from mottled_finch.core.colors.house import faded, house_colors
from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.spaces import hex_of, luminance
from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import ColorSpec
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL

from ..conftest import figure_of

TEXT = "a,b,c,v,w\n" + "".join(f"a{i % 2},b{i % 3},c{i % 5},{(i * 37) % 91},{(i * 53) % 71}\n" for i in range(240) if i % 30 != 7)
PIVOT = {
    "rows": [{"field": "a"}, {"field": "b"}],
    "columns": [{"field": "c"}],
    "measure": {"take": "sum", "of": "v"},
    "keep": [{"any": [{"field": "b", "not_in": ["b0"]}, {"field": "c", "not_in": ["c0"]}]}],
}
COLORS = {
    "bands": {"bands": {"cuts": [250, 420], "names": ["low", "near", "high"]}, "palette": "tideline"},
    "own bands": {"bands": {"cuts": [300], "colors": ["#112233", "#DDEEFF"]}},
    "found bands": {"bands": {"method": "natural", "count": 4}, "reverse": True},
    "within rows": {"within": "row", "palette": "kingcup"},
    "within columns": {"within": "column", "bands": {"method": "quantile", "count": 3}},
    "within groups": {"within": "group"},
    "lit": {"lit": {"above": 300}},
    "lit on records": {"lit": {"of": "records", "from": 8}},
    "lit on another": {"lit": {"of": "measure", "by": {"take": "max", "of": "w"}, "highest": 4}, "scale": "rank"},
    "house": {"colors": ["#0b3954", "#f5f1e3", "#c81d25"], "scale": "log", "low": {"at": 1}},
}


def figure(color, **parts):
    return figure_of(TEXT, pivot=parts.pop("pivot", PIVOT), color=color, **parts)


def drawn(made, ending) -> bytes:
    return DRAWINGS[ending].draw(made, USUAL)


@pytest.fixture(params=list(COLORS))
def made(request):
    return figure(COLORS[request.param])


def test_json_hex_svg_and_png_agree_cell_by_cell(made):
    grid = made.scene.grid
    told = json.loads(drawn(made, "json"))["colors"]
    flat = [color for row in told for color in row]
    assert None in flat
    assert len(set(flat)) > 2
    lines = list(csv.reader(io.StringIO(drawn(made, "hex.csv").decode())))
    assert [[color or None for color in line[2:]] for line in lines[1:]] == told
    picture = Image.open(io.BytesIO(drawn(made, "png"))).convert("RGB")
    fills = {
        (float(box.get("x")), float(box.get("y"))): box.get("fill")
        for box in ET.fromstring(drawn(made, "svg")).iter("{http://www.w3.org/2000/svg}rect")
        if box.get("x")
    }
    for i, color in enumerate(flat):
        x, y = grid.place(i % len(grid.xs), i // len(grid.xs))
        if color is not None:
            assert fills[(x, y)] == color
            pixel = picture.getpixel((round(2 * (x + grid.cell_width * 0.06)), round(2 * (y + grid.cell_height * 0.92))))
            assert "#" + bytes(pixel).hex() == color


def test_bands_say_what_is_in_them_on_the_legend():
    made = figure(COLORS["bands"])
    legend = [text.text for text in made.scene.texts if text.part == "legend"]
    assert legend == ["Sum of v", "high, 420 and over", "near, 250 to 420", "low, under 250", "No value"]
    boxes = [box.fill for box in made.scene.boxes if box.part == "legend"]
    assert boxes == [hex_of(color) for color in made.coloring.colors[::-1]]
    ends = PALETTES["tideline"].colors
    assert [hex_of(ends[0]), hex_of(ends[127]), hex_of(ends[254])] == boxes[::-1]


def test_what_is_not_plain_to_see_is_said_on_the_legend():
    def notes(color):
        return [text.text for text in figure(color).scene.texts if text.part == "legend"]

    assert notes(COLORS["within rows"])[1:4] == ["Each within its row", "high", "low"]
    assert "Spread by rank" in notes(COLORS["lit on another"])
    assert "In color: the 4 highest by largest of w" in " ".join(notes(COLORS["lit on another"]))
    ends = {"high": {"percentile": 90}, "low": {"percent": 10}}
    assert notes({"within": "row", **ends})[2:4] == [
        "90th percentile",
        "10% of the way",
    ]
    assert notes({"within": "column", "bands": {"method": "quantile", "count": 3}})[2:5] == ["highest", "band 2 of 3", "lowest"]


def test_each_region_has_its_own_ends():
    made = figure({"within": "row"})
    values, steps = made.matrix.values, made.coloring.steps
    for row in range(len(values)):
        assert steps[row, np.nanargmin(values[row])] == 0
        assert steps[row, np.nanargmax(values[row])] == 254
    columns = figure({"within": "column"}).coloring.steps
    assert all(set(column) >= {0, 254} for column in columns.T)
    groups = figure({"within": "group"}).coloring
    assert len(groups.scales) == 2
    assert [set(groups.steps[rows].ravel().tolist()) >= {0, 254} for rows in (slice(0, 3), slice(3, 6))] == [True, True]


def test_there_must_be_groups_to_judge_within():
    with pytest.raises(TableError, match=r"color\.within: there are no groups to judge cells within; nest a second level"):
        figure({"within": "group"}, pivot={"rows": [{"field": "a"}]})


def test_what_is_lit_lights_what_passes():
    made = figure(COLORS["lit"])
    assert (made.coloring.lit == (made.matrix.values > 300)).all()
    made = figure(COLORS["lit on records"])
    assert (made.coloring.lit == (made.matrix.records >= 8)).all()
    other = figure({}, pivot={**PIVOT, "measure": {"take": "max", "of": "w"}}).matrix.values
    lit = figure(COLORS["lit on another"]).coloring.lit
    assert (lit == (other >= np.sort(other[~np.isnan(other)])[-4])).all()
    assert figure({"lit": {"lowest": 2}}).coloring.lit.sum() == 2
    assert (
        figure({"lit": {"from": 200, "to": 210}}).coloring.lit.sum()
        == ((made.matrix.values >= 200) & (made.matrix.values <= 210)).sum()
    )


def test_what_is_lit_looks_at_the_same_members_whatever_it_measures():
    """The largest by the pivot's own measure stay, though another is looked at; so do order and what is set aside."""
    pivot = {
        **PIVOT,
        "rows": [{"field": "b", "top": 2}],
        "order": {"columns": {"by": "total"}},
        "aside": {"columns": [["c1"]]},
    }
    lit = {"of": "measure", "by": {"take": "max", "of": "w"}, "above": 60}
    made = figure({"lit": lit}, pivot=pivot)
    for i, (row,) in enumerate(made.matrix.rows):
        for j, (column,) in enumerate(made.matrix.columns):
            only = [{"field": "b", "in": [row]}, {"field": "c", "in": [column]}, *PIVOT["keep"]]
            alone = figure({}, pivot={"measure": lit["by"], "keep": only}).matrix.grand_total
            assert made.coloring.lit[i, j] == (alone > 60)


def test_what_is_unlit_is_light_gray_in_the_same_order():
    grays = faded(PALETTES["reedmace"].colors)
    assert (np.ptp(grays, axis=1) <= 1).all()
    assert luminance(grays).min() > 0.5
    assert (np.diff(luminance(grays)) <= 0).all()


def test_house_colors_stand_where_they_are_given():
    given = ["#0b3954", "#f5f1e3", "#c81d25"]
    colors = house_colors(given)
    assert [hex_of(colors[i]) for i in (0, 127, 254)] == given
    one = house_colors(["#c81d25"])
    assert hex_of(one[-1]) == "#c81d25"
    assert (np.diff(luminance(one[::8])) < 0).all()
    assert hex_of(colors_of(ColorSpec(colors=tuple(given), reverse=True))[0]) == "#c81d25"


def test_targets_of_the_table_move_every_end_that_stands_at_one():
    color = {"low": {"target": "least"}, "middle": {"target": "promise"}, "bands": {"cuts": [{"target": "promise"}]}}
    for promise in (250, 400):
        made = figure(color, table={"targets": {"promise": promise, "least": 10}})
        assert (made.scale.low, made.scale.middle, made.scale.cuts) == (10, promise, (promise,))
        assert (made.coloring.steps[made.matrix.values >= promise] == 1).all()
    shown = figure({}, pivot={**PIVOT, "show": {"as": "gap", "to": {"target": "promise"}}}, table={"targets": {"promise": 100}})
    assert np.nanmax(np.abs(shown.matrix.values - figure({}).matrix.values + 100)) == 0
    with pytest.raises(TableError, match=r'color\.high\.target: the table has no target "plan"; write its number in its place'):
        figure({"high": {"target": "plan"}})


@settings(max_examples=40)
@given(
    values=st.lists(st.integers(-300, 300), min_size=3, max_size=12),
    color=st.sampled_from(
        [
            {},
            {"scale": "log_both"},
            {"scale": "rank", "middle": {"percentile": 50}},
            {"bands": {"method": "equal_width", "count": 3}},
            {"low": {"percentile": 20}, "high": {"percent": 70}},
            {"low": {"at": -50}, "middle": {"at": 0}, "high": {"at": 90}},
        ]
    ),
)
def test_a_larger_value_is_never_colored_as_a_smaller_one(values, color):
    text = "p,v\n" + "".join(f"p{i},{value}\n" for i, value in enumerate(values))
    made = figure_of(text, pivot={"rows": [{"field": "p"}], "measure": {"take": "sum", "of": "v"}}, color=color)
    order = np.argsort(made.matrix.values[:, 0], kind="stable")
    assert (np.diff(made.coloring.steps[order, 0].astype(int)) >= 0).all()


@pytest.mark.parametrize(
    "text",
    ["p,v\na,5\nb,5\n", "p,v\na,\nb,\n", "p,v\na,0\nb,-3\n", "p,v\na,1\n"],
    ids=["all equal", "all blank", "not above zero", "one cell"],
)
@pytest.mark.parametrize("color", [*COLORS.values(), {"scale": "log_both"}])
def test_odd_figures_are_colored_or_refused_in_a_sentence(text, color):
    color = {
        key: value for key, value in color.items() if value != "group" and "by" not in (value if isinstance(value, dict) else {})
    }
    try:
        made = figure_of(text, pivot={"rows": [{"field": "p"}], "measure": {"take": "sum", "of": "v"}}, color=color)
    except TableError as error:
        assert "logarithm" in str(error) or "no sum" in str(error)
    else:
        assert made.coloring.steps.shape == (len(made.matrix.rows), 1)
