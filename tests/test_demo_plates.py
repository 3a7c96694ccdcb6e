"""Every plate of the demo is finished: it can be drawn, holds nothing back unsaid, and misleads nobody."""

import io

import pytest

from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.figures.cautions import cautions_of
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL
from mottled_finch.core.tables.intake import read_file
from mottled_finch.demo.samples import SAMPLES

PLATES = [(name, plate) for name, sample in SAMPLES.items() for plate in sample.plates]


@pytest.fixture(scope="module")
def texts():
    found = {}
    for name in {name for name, _ in PLATES}:
        out = io.StringIO(newline="")
        SAMPLES[name].write(out)
        found[name] = out.getvalue().encode()
    return found


@pytest.fixture
def made(texts, request):
    name, plate = request.param
    recipe = load_recipe(plate)
    table, _ = read_file(io.BytesIO(texts[name]), f"{name}.csv", recipe.table)
    return recipe, make_figure(table, recipe)


every_plate = pytest.mark.parametrize("made", PLATES, ids=[plate["words"]["title"] for _, plate in PLATES], indirect=True)


@every_plate
def test_it_has_no_caution_that_is_not_dismissed_and_dismisses_none_for_nothing(made):
    recipe, figure = made
    standing, dismissed = cautions_of(figure, recipe)
    assert standing == []
    assert {caution.name for caution in dismissed} == set(recipe.dismissed)


@every_plate
def test_it_has_a_title_a_legend_and_a_source(made):
    recipe, figure = made
    parts = {text.part for text in figure.scene.texts}
    assert {"title", "subtitle", "legend", "caption", "heads"} <= parts
    assert recipe.words.title and not recipe.words.title.endswith(".")
    assert recipe.pivot.correlate or recipe.words.source


@every_plate
def test_no_head_of_it_is_cut(made):
    _, figure = made
    assert [text.full for text in figure.scene.texts if text.full] == []


@every_plate
def test_its_values_print_where_they_are_asked_for(made):
    _, figure = made
    assert figure.scene.grid.fits or figure.scene.under is not None


@every_plate
def test_it_is_written_down_without_loss_and_drawn(made):
    recipe, figure = made
    assert load_recipe(dump_recipe(recipe)) == recipe
    assert DRAWINGS["svg"].draw(figure, USUAL).startswith(b"<svg")
