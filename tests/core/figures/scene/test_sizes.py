"""Type takes the size that its room allows: between the least of the page's use and one that leaves the title first."""

import itertools
import random

import numpy as np
import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.spec import PageSpec, TemplateSpec
from mottled_finch.core.common.vocabulary import PAGE_TERMS
from mottled_finch.core.figures.scene.room import page_in
from mottled_finch.core.figures.scene.sizes import least_type, settled_size, sizes_of, steps_of
from mottled_finch.core.figures.scene.type import CAP_HEIGHT
from mottled_finch.core.figures.scene.typeface import BUNDLED

from ...conftest import figure_of

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "average", "of": "v"}}


def figure(rows: int, columns: int, *, name: str = "Pier {}", **parts):
    lot = random.Random(rows * 100 + columns)
    lines = [f"{name.format(i)},c{j},{lot.uniform(10, 99):.1f}" for i, j in itertools.product(range(rows), range(columns))]
    return figure_of("r,c,v\n" + "\n".join(lines), pivot=SIDES, **parts)


def sizes(made, part: str) -> set[float]:
    return {text.size for text in made.scene.texts if text.part == part}


@pytest.mark.parametrize("page", PAGE_TERMS)
def test_a_named_page_has_the_least_size_of_its_use(page):
    term = PAGE_TERMS[page]
    spec = load_recipe({"finch_recipe": 2, "pivot": {}, "page": {"width": term.width, "height": term.height}}).page
    steps = steps_of(spec, sizes_of(spec))
    assert least_type(spec) == term.least_type == steps[-1]
    assert steps == sorted(steps, reverse=True) and steps[0] < sizes_of(spec).title


@pytest.mark.parametrize(("width", "least"), [(1280, 12), (1920, 12), (500, 8), (799, 8)])
def test_a_page_of_ones_own_is_read_as_a_slide_or_a_report(width, least):
    assert least_type(load_recipe({"finch_recipe": 2, "pivot": {}, "page": {"width": width}}).page) == least


def test_few_rows_have_large_type():
    made = figure(5, 4)
    assert made.scene.grid.print_size >= 16 and min(sizes(made, "heads")) >= 16
    (title,) = sizes(made, "title")
    assert title > max(made.scene.grid.print_size, *sizes(made, "heads"))


@pytest.mark.parametrize(("rows", "columns"), [(2, 2), (5, 6), (9, 12), (14, 12), (20, 6)])
@pytest.mark.parametrize("page", [(960, 540), (480, 540), (640, 480)])
def test_values_never_touch_the_edges_of_their_cells(rows, columns, page):
    made = figure(rows, columns, page={"width": page[0], "height": page[1]})
    grid = made.scene.grid
    assert all(BUNDLED.width_of(text, grid.print_size) <= grid.cell_width - grid.print_size * 0.3 for text in grid.prints)
    assert grid.print_size <= grid.cell_height * 0.65


@pytest.mark.parametrize("rows", range(2, 40, 3))
def test_fewer_rows_never_have_smaller_type(rows):
    assert min(sizes(figure(rows, 4), "heads")) >= min(sizes(figure(rows + 3, 4), "heads"))


def test_a_page_of_ones_own_says_its_least_size():
    small = figure(24, 6, page={"least_type": 9.5})
    assert min(sizes(small, "heads")) >= 9.5
    with pytest.raises(RecipeError, match=r"page.least_type: type of 40 points at least; choose 5 to 24"):
        figure(2, 2, page={"least_type": 40})


def test_cells_take_what_the_legend_leaves():
    made = figure(6, 7)
    right = max(text.x + text.length for text in made.scene.texts if text.part == "legend")
    margin = sizes_of(load_recipe({"finch_recipe": 2, "pivot": {}}).page).margin
    assert abs(made.scene.width - margin - right) <= 1
    assert min(text.x - text.length for text in made.scene.texts if text.row is not None) >= margin - 0.5


def test_what_has_hardly_less_room_is_written_like_the_rest():
    """Totals of columns that are about as wide as each other are all written, or none is."""
    assert settled_size(lambda share: 5.75 if share < 1 else 6.0, 12.0) == 5.75
    assert settled_size(lambda share: 3.0 if share < 1 else 6.0, 12.0) == 6.0
    assert settled_size(lambda share: 11.0 if share < 1 else 20.0, 12.0) == 11.0


def test_a_page_that_is_laid_in_slides_is_read_as_one():
    assert least_type(PageSpec(width=720, height=405)) == 8
    assert least_type(PageSpec(width=720, height=405, template=TemplateSpec(slides="House"))) == 12
    assert least_type(PageSpec(width=720, height=405, template=TemplateSpec(document="House"))) == 8
    assert least_type(PageSpec(width=720, height=405, least_type=9, template=TemplateSpec(slides="House"))) == 9


@pytest.mark.parametrize(
    ("width", "height", "least", "sizes", "steps"),
    [
        (960, 540, None, (26, 22, 16, 12, 10.5, 8, 170, 84), [16, 14, 13, 12]),
        (480, 540, None, (22, 18.5, 13.5, 11, 9, 7, 143, 71), [13, 12, 11]),
        (640, 480, None, (23, 19.5, 14, 8, 9, 7, 149, 74), [14, 13, 12, 11, 10, 9, 8]),
        (600, 600, None, (24, 20, 14.5, 10, 9.5, 7, 155, 77), [14, 13, 12, 11, 10]),
        (200, 150, 5, (18, 15.5, 11, 5, 7.5, 6, 119, 59), [11, 10, 9, 8, 7, 6, 5]),
        (2000, 1500, None, (40, 34, 25, 12, 16.5, 12, 264, 130), [24, 22, 20, 18, 16, 14, 13, 12]),
        (4000, 3000, 24, (44, 37.5, 27, 24, 18, 14, 289, 143), [28, 24]),
    ],
)
def test_sizes_are_those_that_were_looked_at(width, height, least, sizes, steps):
    """Of the named pages, and of the smallest and largest of one's own."""
    page = load_recipe({"finch_recipe": 2, "pivot": {}, "page": {"width": width, "height": height, "least_type": least}}).page
    found = sizes_of(page)
    told = (found.margin, found.title, found.subtitle, found.head, found.caption, found.band_gap, found.widest_symbol)
    assert (*told, found.highest_cell) == sizes
    assert found.value == found.legend == found.head
    assert steps_of(page, found) == steps


@pytest.mark.parametrize(
    ("head", "least", "value", "legend"),
    [(12, 12, 14, 12), (14, 12, 18, 13), (16, 12, 20, 14), (16, 8, 20, 14), (5, 5, 6, 5), (8.5, 8, 11, 8), (4, 8, 5, 4)],
)
def test_values_are_larger_than_heads_and_the_legend_a_step_smaller(head, least, value, legend):
    found = sizes_of(PageSpec(width=960, height=540)).at(head, least)
    assert (found.head, found.value, found.legend) == (head, value, legend)


@pytest.mark.parametrize("within", [False, True])
@pytest.mark.parametrize(("width", "height"), [(800, 400), (300.7, 200.2), (120, 1500)])
@pytest.mark.parametrize("kind", [PageSpec(width=960, height=540), PageSpec(width=500, height=300)])
def test_a_page_in_a_room_has_its_inner_part_there_and_the_type_of_the_other(kind, width, height, within):
    laid, beyond = page_in(kind, width, height, within=within)
    assert beyond == (0 if within else sizes_of(laid).margin)
    assert (laid.width - 2 * beyond, laid.height - 2 * beyond) == (int(width), int(height))
    assert least_type(laid) == least_type(kind) != least_type(PageSpec(width=960 if kind.width < 600 else 500, height=300))


@pytest.mark.parametrize("asked", [7, 10, 14, 30])
@pytest.mark.parametrize("symbols", ["fill", "square"])
@pytest.mark.parametrize(("rows", "columns"), [(2, 3), (12, 12), (14, 30), (24, 9), (30, 16), (40, 40)])
def test_values_are_as_large_as_was_asked_for_where_their_cells_have_room(rows, columns, symbols, asked):
    made = figure(rows, columns, cells={"values": "all", "size": asked, "symbols": {"as": symbols}})
    grid, texts = made.scene.grid, made.contents.prints
    width = min(grid.cell_width / (BUNDLED.width_of(text, 1) + 0.4) for text in texts)
    size = int(min(width, asked, grid.cell_height * (0.62 if symbols == "fill" else 0.34)) * 4) / 4
    if size < 6.5 or grid.cell_height < 7.475 or grid.cell_width < 13:
        assert (grid.prints, grid.print_size, grid.fits) == ((), 0, False)
        assert symbols == "fill" or grid.symbol_height == grid.cell_height
        return
    assert grid.prints == tuple(texts) and grid.print_size == size and grid.fits
    capital = size * CAP_HEIGHT / 2
    if symbols == "fill":
        assert grid.print_base == pytest.approx(grid.cell_height / 2 + capital)
    else:
        assert grid.symbol_height == pytest.approx(grid.cell_height - size * 1.3)
        assert grid.print_base == pytest.approx(grid.cell_height - (size * 1.3 - 2 * capital) / 2)


@pytest.mark.parametrize("gap", [0, 1, 4])
@pytest.mark.parametrize("split", [False, True])
def test_cells_are_apart_by_the_gap_and_panels_by_more(gap, split):
    lines = [f"r{i},c{j},s{k},{i + j + k + 1}" for i, j, k in itertools.product(range(4), range(5), range(3))]
    sides = {**SIDES, **({"split": {"field": "s"}} if split else {})}
    grid = figure_of("r,c,s,v\n" + "\n".join(lines), pivot=sides, cells={"gap": gap}).scene.grid
    xs, ys = np.array(grid.xs), np.array(grid.ys)
    across = np.diff(xs) - grid.cell_width
    assert np.allclose(np.diff(ys) - grid.cell_height, gap)
    inner = np.arange(1, len(xs)) % 5 > 0 if split else np.ones(len(xs) - 1, dtype=bool)
    assert np.allclose(across[inner], gap)
    if split and not grid.drops:
        assert (across[~inner] >= gap + 4).all() and np.ptp(across[~inner]) <= 1
