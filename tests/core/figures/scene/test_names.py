"""The names of the sides and of the legend stand whole where the page has room."""

import pytest

from ...conftest import figure_of

TEXT = "p,c,v\n" + "".join(f"{p},{c},{i}\n" for i, (p, c) in enumerate((a, b) for a in "ABC" for b in ("Jan", "Feb", "Mar")))
PIVOT = {"rows": [{"field": "p"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}


def texts(width, height, **words):
    parts = {"words": words, "legend": {"title": "Departures that were canceled on account of unpredictable thunderstorms"}}
    figure = figure_of(TEXT, pivot=PIVOT, page={"width": width, "height": height}, **parts)
    return figure.scene.texts


@pytest.mark.parametrize(("width", "height"), [(960, 540), (480, 300)])
def test_a_name_longer_than_its_heads_takes_the_room_that_there_is(width, height):
    found = texts(width, height, rows="Pier and line of departure", columns="Month")
    (name,) = [text for text in found if text.text.startswith("Pier")]
    assert (name.text, name.full) == ("Pier and line of departure", None)
    grid_left = min(text.x - text.length / 2 for text in found if text.column is not None)
    assert name.x + name.length <= grid_left, "it does not reach over the heads of the columns"
    assert not [text.text for text in found if "…" in text.text]


def test_what_has_no_room_even_in_the_least_type_is_cut_and_told():
    (name,) = [text for text in texts(330, 240, rows="Pier and line of departure, by the hour") if text.text.startswith("Pier")]
    assert name.text.endswith("…") and name.full == "Pier and line of departure, by the hour"
