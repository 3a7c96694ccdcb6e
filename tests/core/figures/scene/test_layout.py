"""The page: what stands where, and that nothing overlaps or runs off it."""

import itertools
import random

import pytest

from mottled_finch.core.figures.scene.typeface import BUNDLED

from ...conftest import figure_of

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "average", "of": "v"}}


def table(rows: int, columns: int, *, long: bool = False, fill: float = 1.0) -> str:
    random_ = random.Random(rows * columns)
    name = "a rather long name of something number {}" if long else "m{}"
    lines = [
        f"{name.format(i)},{name.format(j)},{random_.uniform(0, 100):.2f}"
        for i, j in itertools.product(range(rows), range(columns))
        if random_.random() < fill or i == j or not i or not j
    ]
    return "r,c,v\n" + "\n".join(lines) + "\n"


def extent(text):
    """Left, top, right and bottom of a text, as placed."""
    width = BUNDLED.width_of(text.text, text.size, text.weight or 400)
    start = text.x - {"start": 0, "middle": width / 2, "end": width}[text.anchor]
    if text.turned:
        return text.x - text.size * 0.75, text.y - width, text.x + text.size * 0.25, text.y
    return start, text.y - text.size * 0.75, start + width, text.y + text.size * 0.25


def overlap(one, other):
    return one[0] < other[2] - 0.5 and other[0] < one[2] - 0.5 and one[1] < other[3] - 0.5 and other[1] < one[3] - 0.5


PAGES = [
    {"width": 960, "height": 540},
    {"width": 480, "height": 540},
    {"width": 640, "height": 480},
    {"width": 1600, "height": 900},
]


@pytest.mark.parametrize("page", PAGES, ids=lambda page: f"{page['width']}x{page['height']}")
@pytest.mark.parametrize(
    ("rows", "columns", "long"),
    [(1, 1, False), (12, 12, False), (5, 3, True), (40, 24, False), (3, 60, True), (100, 2, False), (300, 300, False)],
)
@pytest.mark.parametrize("totals", [False, True])
def test_nothing_overlaps_or_leaves_the_page(rows, columns, long, totals, page):
    figure = figure_of(
        table(rows, columns, long=long, fill=0.9),
        pivot={**SIDES, "totals": {"rows": totals, "columns": totals}},
        color={"middle": {"at": 50, "name": "a promise with a rather long name"}},
        words={"subtitle": "A subtitle"},
        page=page,
    )
    scene = figure.scene
    grid = scene.grid
    assert grid is not None
    boxes = [extent(text) for text in scene.texts]
    for box, text in zip(boxes, scene.texts, strict=True):
        assert box[0] >= 0 and box[1] >= 0 and box[2] <= scene.width + 0.5 and box[3] <= scene.height + 0.5, text
    for (one, a), (other, b) in itertools.combinations(zip(boxes, scene.texts, strict=True), 2):
        assert not overlap(one, other), (a, b)
    cells = (grid.xs[0], grid.ys[0], grid.xs[-1] + grid.cell_width, grid.ys[-1] + grid.cell_height)
    assert cells[2] <= scene.width and cells[3] <= scene.height
    for box, text in zip(boxes, scene.texts, strict=True):
        assert text.part == "cells" or not overlap(box, cells), text
    assert len(grid.steps) == rows * columns


def test_cell_edges_are_whole_points():
    grid = figure_of(table(14, 12), pivot=SIDES).scene.grid
    edges = [*grid.xs, *grid.ys, *(x + grid.cell_width for x in grid.xs), *(y + grid.cell_height for y in grid.ys)]
    assert all(edge == int(edge) for edge in edges)


def test_values_print_where_they_fit_and_say_when_they_do_not():
    roomy = figure_of(table(10, 10), pivot=SIDES).scene.grid
    assert len(roomy.prints) == 100
    assert roomy.fits
    assert max(BUNDLED.width_of(text, roomy.print_size) for text in roomy.prints) <= roomy.cell_width
    tight = figure_of(table(10, 150), pivot=SIDES).scene.grid
    assert (tight.prints, tight.fits) == ((), False)
    hidden = figure_of(table(10, 10), pivot=SIDES, cells={"values": "none"}).scene.grid
    assert (hidden.prints, hidden.fits) == ((), True)


def test_a_long_head_is_cut_and_keeps_its_full_text():
    long = "x" * 200
    figure = figure_of(f"r,c,v\n{long},a,1\nshort,b,2\n", pivot=SIDES)
    head = next(text for text in figure.scene.texts if text.full)
    assert head.full == long
    assert head.text.endswith("…")


def test_a_label_with_line_breaks_is_one_line():
    figure = figure_of('r,v\n"two\n lines",1\nb,2\n', pivot={"rows": [{"field": "r"}]})
    assert part(figure, "heads") == ["b", "two lines"]


def part(figure, name):
    return [text.text for text in figure.scene.texts if text.part == name]


def test_words_say_what_is_shown_until_they_are_written(trips):
    pivot = {
        "rows": [{"field": "pier"}],
        "columns": [{"field": "departed", "cut": "month"}],
        "measure": {"take": "average", "of": "minutes"},
    }
    by_itself = figure_of(trips, pivot=pivot)
    assert part(by_itself, "title") == ["Average of minutes by pier and month departed"]
    assert part(by_itself, "caption") == ["n = 9 records. 2 of them have no pier or month departed and are in no cell."]
    written = figure_of(trips, pivot=pivot, words={"title": "Late", "subtitle": "All {n}", "caption": ""})
    assert part(written, "title") == ["Late"]
    assert part(written, "subtitle") == ["All 9"]
    assert part(written, "caption") == []
    assert by_itself.scene.alternative == (
        "Heat map of the average of minutes for each pier down and each month departed across: 3 by 2 cells. "
        "Highest: 25, North, Feb. Lowest: 1, West, Feb. "
        "Water mint from 1 to 25, without a middle; high is neither good nor bad. "
        "Judged among all cells, spread evenly, as a ramp; everything lit."
    )


def test_no_record_kept_is_said_on_the_page(trips):
    figure = figure_of(trips, pivot={"rows": [{"field": "pier"}], "keep": [{"field": "pier", "in": []}]})
    assert figure.scene.grid is None
    assert part(figure, "cells") == ["No record is kept, so there is nothing to color."]


def test_totals_stand_apart_and_are_not_in_the_scale(trips):
    pivot = {"rows": [{"field": "pier"}], "columns": [{"field": "line"}], "totals": {"rows": True, "columns": True}}
    figure = figure_of(trips, pivot=pivot)
    assert figure.scale.highest == 2
    grid = figure.scene.grid
    bands = [box for box in figure.scene.boxes if box.part == "totals"]
    assert len(bands) == 3 + 2 + 1
    right, below = grid.xs[-1] + grid.cell_width, grid.ys[-1] + grid.cell_height
    assert all(box.x >= right + 4 or box.y >= below + 4 for box in bands)
    assert part(figure, "totals").count("All") == 2
    assert part(figure, "totals")[-1] == "8"
