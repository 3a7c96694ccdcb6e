"""Type takes the size that its room allows: between the least of the page's use and one that leaves the title first."""

import itertools
import random

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.spec import PageSpec, TemplateSpec
from mottled_finch.core.common.vocabulary import PAGE_TERMS
from mottled_finch.core.figures.scene.sizes import least_type, settled_size, sizes_of, steps_of
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
