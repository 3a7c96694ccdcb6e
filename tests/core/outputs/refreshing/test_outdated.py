"""Words around a figure that were made with live facts and stay as people have them: told where they are no longer so."""

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of, with_source
from mottled_finch.core.outputs.refreshing.outdated import stale_words
from mottled_finch.core.outputs.refreshing.remaking import change_of
from mottled_finch.core.outputs.refreshing.returning import opened

from ...conftest import figure_of, read
from ..folio.conftest import LATE, TEXT
from .test_returned import NEXT, deck, edited

LED = {
    "plates": ["late"],
    "headline": "{highest.row} is the latest",
    "words": "- At most *{highest}* minutes\n- Of {crowd.n} records\n- As it was",
}


def told(content, text=NEXT):
    """What is told of each figure of a deck, with other records."""
    returned = opened(content)
    folio = returned.folio.spec() if returned.folio else None
    made = {}
    for name, source in returned.plates.items():
        recipe = load_recipe(source.recipe)
        made[name] = make_figure(read(text), returned.folio.looking(name, recipe) if returned.folio else recipe)
    return [stale_words(found, returned.figures[:i], folio, made.get) for i, found in enumerate(returned.figures)]


@pytest.mark.parametrize("form", ["table", "shapes", "picture"])
def test_headline_and_words_that_are_no_longer_so_are_told_once(form):
    pages = LED, {**LED, "arrange": "beside", "plates": ["late", "crowd"], "words": ""}
    first, second, third = told(deck(*pages, form=form))
    assert first == (
        "the slide still says “Knot is the latest”, which is “Brackwater is the latest” now",
        "the slide still says “At most 8 minutes”, which is “At most 40 minutes” now",
        "the slide still says “Of 9 records”, which is “Of 10 records” now",
    )
    assert second == third == ()  # the same headline, which is told already
    assert told(deck(*pages, form=form), TEXT) == [(), (), ()]


def test_the_foot_of_all_slides_is_told_once():
    pages = {"plates": ["late"], "headline": "One"}, {"plates": ["crowd"], "headline": "Two"}
    first, second = told(deck(*pages, footer="{late.n} records"))
    assert first == ("the slide still says “9 records”, which is “10 records” now",) and second == ()


def test_words_that_people_wrote_otherwise_are_theirs():
    def edit(presentation):
        presentation.slides[0].shapes.title.text_frame.text = "Knot is late, as ever"

    assert [each for each in told(edited(deck(LED), edit))[0] if "Knot" in each] == []

    def edit_number(presentation):
        presentation.slides[0].shapes.title.text_frame.text = "Gull is the latest"

    (first, *_) = told(edited(deck(LED), edit_number))[0]
    assert first == "the slide still says “Gull is the latest”, which is “Brackwater is the latest” now"


def test_titles_of_plates_are_told_on_pages_without_a_headline_and_alone():
    titled = {**LATE, "words": {"title": "{highest.row} is late"}}
    still = "the slide still says “Knot is late”, which is “Brackwater is late” now"
    assert told(deck({"plates": ["late"]}, recipes={"late": titled})) == [(still,)]
    figure = figure_of(TEXT, **{key: value for key, value in titled.items() if key != "finch_recipe"})
    content = with_source(DRAWINGS["pptx"].draw(figure, Choices()), "pptx", source_of(figure, titled, Choices(), "log", "1"))
    (found,) = opened(content).figures
    assert told(content) == [(still,)]
    change = change_of(found, make_figure(read(NEXT), load_recipe(titled)))
    assert change.stale == () and change.told.count("still says") == 0


def test_a_fact_alone_or_of_a_plate_that_is_gone_tells_nothing():
    page = {"plates": ["late"], "headline": "{highest.row}", "words": "- {n} of\n- So says {crowd.highest}, they say"}
    returned = opened(deck(page))
    made = {"late": make_figure(read(NEXT), load_recipe(returned.plates["late"].recipe))}
    assert [stale_words(found, (), returned.folio.spec(), made.get) for found in returned.figures] == [()]
