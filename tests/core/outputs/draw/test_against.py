"""A comparison in every output: cells of one side alone are told apart, in color, on the legend and in data."""

import csv
import io
import json

import numpy as np
import pytest
from PIL import Image

from mottled_finch.core.colors.spaces import bytes_of
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices

from ...conftest import read
from ...matrices.pivot.test_against import A_YEAR, LOG, SIDES

TOTALS = {"rows": True, "columns": True}


def made(text=LOG, **parts):
    pivot = {**SIDES, "show": {**A_YEAR, "by": "percent"}, "totals": TOTALS}
    recipe = load_recipe({"finch_recipe": 2, "pivot": pivot, **parts})
    return make_figure(read(text), recipe)


def drawn(figure, ending):
    return DRAWINGS[ending].draw(figure, USUAL)


def test_data_says_both_sides_and_which_cells_only_one_has():
    found = json.loads(drawn(made(), "json"))
    assert found["against"] == {
        "here": [[5, None], [7, None], [None, 9]],
        "there": [[3, None], [None, None], [7, 7]],
        "records": [[1, 0], [0, 0], [1, 1]],
        "only": [[None, None], ["new", None], ["gone", None]],
    }
    lines = list(csv.reader(io.StringIO(drawn(made(), "csv").decode())))
    assert lines == [
        ["pier", "Jan", "Feb", "All"],
        ["Ash", "0.6666666666666666", "", "0.6666666666666666"],
        ["Birch", "new", "", "new"],
        ["Cedar", "gone", "0.2857142857142857", "-0.35714285714285715"],
        ["All", "0.2", "0.2857142857142857", "0.23529411764705882"],
    ]
    hexes = list(csv.reader(io.StringIO(drawn(made(), "hex.csv").decode())))
    assert [hexes[2][1], hexes[3][1]] == ["new", "gone"]
    assert "against" not in json.loads(drawn(made(pivot=SIDES), "json"))


def test_the_middle_is_no_change_and_the_ends_lie_alike():
    figure = made()
    assert figure.scale is not None
    assert (figure.scale.low, figure.scale.middle, figure.scale.high) == pytest.approx((-2 / 3, 0, 2 / 3))
    ratio = made(pivot={**SIDES, "show": {**A_YEAR, "by": "ratio"}})
    assert ratio.scale is not None
    assert (ratio.scale.low, ratio.scale.middle, ratio.scale.high) == pytest.approx((1 / 3, 1, 5 / 3))
    clipped = made(color={"high": {"at": 0.5}})
    assert clipped.scale is not None
    assert (clipped.scale.low, clipped.scale.high) == (-0.5, 0.5)
    one_hue = made(color={"palette": "sedge"})
    assert one_hue.scale is not None
    assert not one_hue.scale.has_middle


def test_marks_and_their_swatches_look_alike():
    figure = made(page={"width": 960, "height": 540})
    pixels = np.asarray(Image.open(io.BytesIO(drawn(figure, "png"))).convert("RGB"))
    grid, theme = figure.scene.grid, figure.scene.theme
    assert (grid.new, grid.gone) == ((2,), (4,))
    for place, center in ((2, theme.ink), (4, theme.blank)):
        x, y = grid.place(place % 2, place // 2)
        middle = pixels[round((y + grid.cell_height / 2) * 2), round((x + grid.cell_width / 2) * 2)]
        assert tuple(middle) == tuple(bytes_of(center))
    texts = [text.text for text in figure.scene.texts if text.part == "legend"]
    assert {"New", "Gone", "No value"} <= set(texts)
    rounds = [box for box in figure.scene.boxes if box.part == "legend" and box.round]
    assert [box.fill for box in rounds] == [theme.ink, theme.ink, theme.blank]
    # The total of the pier that is new has the mark, too.
    assert [box.fill for box in figure.scene.boxes if box.part == "totals" and box.round] == [theme.ink]
    own = made(legend={"new": "Opened since", "gone": ""})
    assert "Opened since" in [text.text for text in own.scene.texts]
    assert "Gone" not in [text.text for text in own.scene.texts]


def test_a_picture_of_many_cells_tells_them_apart_as_well():
    lines = [f"{year}-01-01,r{i:03},c{j:02},1" for i in range(150) for j in range(40) for year in (2024, 2025)]
    lines[0] = "2025-01-01,new,c00,1"
    lines[2] = "2024-01-01,gone,c00,1"
    pivot = {
        "rows": [{"field": "r"}],
        "columns": [{"field": "c"}],
        "measure": {"take": "sum", "of": "v"},
        "show": {"as": "against", "shift": {"field": "d", "years": -1}},
    }
    figure = made("d,r,c,v\n" + "\n".join(lines) + "\n", pivot=pivot, page={"width": 300, "height": 240})
    grid = figure.scene.grid
    assert min(grid.cell_width, grid.cell_height) < 5
    assert drawn(figure, "svg").count(b"<rect") < 600  # one picture, not a rectangle a cell
    for place, words in ((grid.new[0], figure.scene.theme.tree), (grid.gone[0], figure.scene.theme.bracket)):
        x, y = grid.place(place % 40, place // 40)
        pixels = np.asarray(Image.open(io.BytesIO(DRAWINGS["png"].draw(figure, Choices(zoom=4.0)))).convert("RGB"))
        assert tuple(pixels[int((y + grid.cell_height / 2) * 4), int((x + grid.cell_width / 2) * 4)]) == tuple(bytes_of(words))


def test_titles_caption_and_alternative_text_say_it():
    figure = made(pivot={**SIDES, "keep": [{"field": "line", "in": ["Inner", "Outer"]}], "show": {**A_YEAR, "by": "percent"}})
    texts = [text.text for text in figure.scene.texts]
    assert "Sum of late by pier and month of date, against the year before, in percent" in texts
    assert "n = 3 records, against 3 records. Days that both sides have: 3 Jan 2025 to 4 Feb 2025." in texts
    assert figure.scene.alternative.startswith(
        "Heat map of the sum of late for each pier down and each month of date across, against the year before, in percent: 3 by 2"
    )
    assert " New: 1 cell. Gone: 1 cell. " in figure.scene.alternative
    assert "+67%" in figure.scene.grid.prints


def test_cells_are_hidden_by_the_side_with_fewer_records():
    figure = made(LOG + "Ash,Inner,2025-01-03,5,4\n" * 3, cells={"least_records": 2})
    # Ash has four records in January, but one of the year before; Birch and Cedar have one on one side.
    assert figure.scene.grid.few == (0, 2, 4, 5)
    assert figure.scene.grid.new == ()
