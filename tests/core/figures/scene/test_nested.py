"""Nested heads, totals of groups, trees and panels: nothing overlaps, nothing leaves the page, all stands where it should."""

import itertools

import numpy as np
import pytest

from mottled_finch.core.figures.scene.axis import Room, axis_of
from mottled_finch.core.tables.aggregation.groups import Group

from ...conftest import drawn, figure_of
from .test_layout import extent, overlap

PAGES = [
    {"width": 960, "height": 540},
    {"width": 480, "height": 540},
    {"width": 640, "height": 480},
    {"width": 1600, "height": 900},
]
R2 = [{"field": "a"}, {"field": "b"}]
C2 = [{"field": "x"}, {"field": "y"}]
SUM = {"take": "sum", "of": "v"}


def table(a: int, b: int, x: int, y: int, *, long: bool = False) -> str:
    name = "a name as long as a pier's with its town {}{}" if long else "{}{}"
    lines = [
        ",".join([*(name.format(mark, i) for mark, i in zip("abxy", places, strict=True)), f"{sum(places) * 7.5 + 1}"])
        for places in itertools.product(range(a), range(b), range(x), range(y))
    ]
    return "a,b,x,y,v\n" + "\n".join(lines) + "\n"


PIVOTS = {
    "groups": {"rows": R2, "columns": C2},
    "totals of groups": {
        "rows": R2,
        "columns": C2,
        "totals": {"rows": True, "columns": True, "row_groups": True, "column_groups": True, "color": "own"},
    },
    "trees": {
        "rows": [{"field": "b"}],
        "columns": [{"field": "y"}],
        "order": {"rows": {"by": "likeness"}, "columns": {"by": "likeness"}},
    },
    "trees in groups": {"rows": R2, "columns": C2, "order": {"rows": {"by": "likeness"}, "columns": {"by": "likeness"}}},
    "panels": {"rows": [{"field": "b"}], "columns": [{"field": "y"}], "split": {"field": "x"}},
    "panels with groups and totals": {
        "rows": R2,
        "columns": C2,
        "split": {"field": "b"},
        "totals": {"rows": True, "columns": True, "column_groups": True},
    },
    "split alone": {"rows": [{"field": "b"}], "split": {"field": "x"}},
    "one side": {"rows": [{"field": "a"}, {"field": "b"}, {"field": "x"}], "totals": {"columns": True, "row_groups": True}},
    "three levels across": {"rows": [{"field": "b"}], "columns": [{"field": "a"}, {"field": "x"}, {"field": "y"}]},
}


SIZES = [(2, 3, 2, 3), (5, 4, 3, 4), (12, 3, 6, 8)]
LAYOUTS = drawn(itertools.product(PIVOTS, SIZES, PAGES, (False, True)), 72)


@pytest.mark.parametrize(("name", "size", "page", "long"), LAYOUTS)
def test_nothing_overlaps_or_leaves_the_page(name, size, page, long):
    figure = figure_of(
        table(*size, long=long), pivot={**PIVOTS[name], "measure": SUM}, page=page, words={"subtitle": "One more line"}
    )
    scene, grid = figure.scene, figure.scene.grid
    boxes = [(extent(text), text) for text in scene.texts]
    for box, text in boxes:
        assert box[0] >= -0.5 and box[1] >= -0.5 and box[2] <= scene.width + 0.5 and box[3] <= scene.height + 0.5, text
    for (one, first), (other, second) in itertools.combinations(boxes, 2):
        assert not overlap(one, other), (first.text, second.text)
    cells = {
        (*grid.place(column, row), grid.place(column, row)[0] + grid.cell_width, grid.place(column, row)[1] + grid.cell_height)
        for row in (0, len(grid.ys) - 1)
        for column in range(len(grid.xs))
    }
    for left, top, right, bottom in cells:
        assert left >= 0 and top >= 0 and right <= scene.width and bottom <= scene.height
    for box, text in boxes:
        assert text.part == "totals" or not any(overlap(box, cell) for cell in cells), text
    for line in scene.lines:
        assert min(line.x1, line.x2) >= -0.5 and max(line.x1, line.x2) <= scene.width + 0.5, line
        assert min(line.y1, line.y2) >= -0.5 and max(line.y1, line.y2) <= scene.height + 0.5, line
    bands = [(band.x, band.y, band.x + band.width, band.y + band.height) for band in scene.boxes if band.part == "totals"]
    for one, other in itertools.combinations(bands, 2):
        assert not overlap(one, other)
    for band in bands:
        assert not any(overlap(band, cell) for cell in cells)


def test_heads_and_totals_know_the_lines_they_stand_for():
    figure = figure_of(table(2, 2, 2, 2), pivot={**PIVOTS["totals of groups"], "measure": SUM})
    matrix, texts = figure.matrix, figure.scene.texts
    heads = {(text.row, text.column): text.text for text in texts if text.part == "heads"}
    for i, labels in enumerate(matrix.rows):
        assert heads[i, None] == labels[-1]
    for i, group in enumerate(matrix.column_groups):
        assert heads[None, len(matrix.columns) + i] == group.labels[-1]
    told = {(text.row, text.column): text.text for text in texts if text.part == "totals" and text.row is not None}
    lines = matrix.all_values.shape
    assert len(told) == lines[0] * lines[1] - matrix.values.size
    for (row, column), text in told.items():
        assert float(text.replace(",", "")) == pytest.approx(matrix.all_values[row, column], abs=0.5)


AVERAGE = {"take": "average", "of": "v"}


def fills_of(figure):
    return [box.fill for box in figure.scene.boxes if box.part == "totals"]


@pytest.mark.parametrize("color", [{}, {"high": {"percentile": 60}}, {"bands": {"cuts": [20, 40]}}, {"scale": "rank"}], ids=str)
def test_shared_totals_have_the_color_of_a_cell_of_their_value_and_stretch_nothing(color):
    totals = {"rows": True, "columns": True, "row_groups": True}
    pivot = {"rows": R2, "columns": C2, "measure": AVERAGE}
    shared = figure_of(table(3, 2, 2, 2), pivot={**pivot, "totals": {**totals, "color": "shared"}}, color=color)
    without = figure_of(table(3, 2, 2, 2), pivot=pivot, color=color)
    assert (shared.scale.low, shared.scale.high) == (without.scale.low, without.scale.high)
    colors = shared.scene.grid.colors
    for box in shared.scene.boxes:
        if box.part == "totals":
            assert box.fill == colors[int(shared.scale.steps(np.array([box.value]))[0])] == colors[box.step]


@pytest.mark.parametrize("color", [{"within": "row"}, {"lit": {"highest": 2}}], ids=str)
def test_totals_cannot_share_where_cells_are_judged_apart_or_not_lit(color):
    pivot = {"rows": R2, "columns": C2, "measure": AVERAGE, "totals": {"rows": True, "color": "shared"}}
    plain = {**pivot, "totals": {"rows": True}}
    assert fills_of(figure_of(table(2, 2, 2, 2), pivot=pivot, color=color)) == fills_of(
        figure_of(table(2, 2, 2, 2), pivot=plain, color=color)
    )


def test_the_legend_says_that_totals_have_a_scale_of_their_own():
    own = figure_of(table(2, 2, 2, 2), pivot={**PIVOTS["totals of groups"], "measure": SUM})
    said = " ".join(text.text for text in own.scene.texts if text.part == "legend")
    assert "Totals each on their own scale" in said


def test_leaves_of_a_tree_stand_at_the_middles_of_their_rows():
    figure = figure_of(table(1, 6, 1, 5), pivot={**PIVOTS["trees"], "measure": SUM})
    grid = figure.scene.grid
    trees = [line for line in figure.scene.lines if line.part == "trees"]
    rows = {line.y1 for line in trees if line.y1 == line.y2}
    for y in grid.ys:
        assert any(abs(y + (grid.ys[1] - grid.ys[0]) / 2 - each) <= 1 for each in rows)
    assert all(value % 1 == 0.5 for line in trees for value in (line.x1, line.y1, line.x2, line.y2))  # crisp


def test_panels_share_one_scale_and_their_cells_are_alike():
    figure = figure_of(table(1, 4, 5, 6), pivot={**PIVOTS["panels"], "measure": SUM})
    grid, scene = figure.scene.grid, figure.scene
    titles = [text for text in scene.texts if text.part == "heads" and text.weight == 600]
    assert [text.text for text in titles] == [f"x{i}" for i in range(5)]
    for i, title in enumerate(titles):
        first = grid.place(i * 6, 0)
        assert title.x == first[0] and title.y < first[1]
    assert len([text for text in scene.texts if text.part == "legend" and text.weight == 600]) == 1
    same = {}
    for value, step in zip(figure.matrix.values.ravel().tolist(), grid.steps, strict=True):
        assert same.setdefault(value, step) == step


GROUPS = [Group(0, 2, 1, ("a",)), Group(2, 5, 1, ("b",))]


def test_an_axis_parts_groups_and_puts_their_totals_behind_them():
    axis = axis_of(5, GROUPS, Room(200, 50), 8, 20, 4)
    assert axis.pitch == 28  # 200 less one gap of 8 and two totals of 20 with 4 before each, between five
    assert axis.starts == (0, 28, 88, 116, 144)
    assert axis.bands == (60, 176)
    assert axis.spans == ((0, 56), (88, 172))
    assert (axis.end, axis.center(0.5), axis.center(4)) == (196, 28, 158)


def test_gaps_give_way_before_cells_vanish():
    many = [Group(i, i + 1, 1, (str(i),)) for i in range(60)]
    axis = axis_of(60, many, Room(120, 50), 8, 0, 4)
    assert axis.end <= 120
    assert axis.pitch >= 1.4


def test_outer_groups_stand_further_apart_than_inner_ones():
    groups = [
        Group(0, 1, 2, ("a", "x")),
        Group(1, 2, 2, ("a", "y")),
        Group(2, 3, 2, ("b", "x")),
        Group(0, 2, 1, ("a",)),
        Group(2, 3, 1, ("b",)),
    ]
    axis = axis_of(3, groups, Room(330, 100), 8, 0, 4)
    assert axis.starts[1] - axis.starts[0] - axis.pitch == 8
    assert axis.starts[2] - axis.starts[1] - axis.pitch == 16
