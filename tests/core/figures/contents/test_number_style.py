"""How numbers are written."""

import pytest

from mottled_finch.core.figures.contents.number_style import MARKS, NumberStyle, style_of

from ...conftest import figure_of


@pytest.mark.parametrize(
    ("value", "words"),
    [
        (0, "0"),
        (950, "950"),
        (999.4, "999"),
        (999.6, "1.0k"),
        (1000, "1.0k"),
        (12_345, "12.3k"),
        (99_960, "100k"),
        (123_456, "123k"),
        (999_600, "1.0M"),
        (-12_345, "−12.3k"),
        (2_500_000, "2.5M"),
        (4e9, "4.0B"),
        (7.2e12, "7.2T"),
        (1e16, "10,000T"),
    ],
)
def test_the_short_form(value, words):
    assert NumberStyle(0, short=True).text(value) == words


def printed(text, take="sum", **parts):
    pivot = {"rows": [{"field": "k"}], "measure": {"take": take, "of": "v"}, **parts.pop("pivot", {})}
    return list(figure_of(text, pivot=pivot, **parts).contents.prints)


def test_the_short_form_is_alike_within_a_figure():
    short = {"number": {"short": True}}
    assert printed("k,v\na,3000\nb,2700\nc,940\nd,345678\n", cells=short) == ["3.0k", "2.7k", "940", "346k"]
    assert printed("k,v\na,3000\nb,5000\nc,940\n", cells=short) == ["3k", "5k", "940"]
    # Totals that are shown are of the figure, too.
    found = figure_of(
        "k,v\na,3000\nb,940\n",
        pivot={"rows": [{"field": "k"}], "measure": {"take": "sum", "of": "v"}, "totals": {"columns": True}},
        cells=short,
    )
    assert [*found.contents.prints, found.contents.style.text(found.matrix.grand_total)] == ["3.0k", "940", "3.9k"]


def test_whole_cells_are_written_whole_whatever_their_totals_are():
    assert printed("k,v\na,80\na,82\nb,80\nb,81\nb,83\nc,4\n", "median") == ["81", "81", "4"]
    found = figure_of("k,v\na,1\nb,0\nc,0\n", pivot={"rows": [{"field": "k"}], "measure": {"take": "average", "of": "v"}})
    assert list(found.contents.prints) == ["1", "0", "0"]
    assert found.contents.style.text(found.matrix.grand_total) == "0.33"
    # Where one has decimals, all have, so that they stand below each other.
    assert printed("k,v\na,81\nb,82.5\n") == ["81.0", "82.5"]
    assert printed("k,v\na,81\nb,82\n", cells={"decimals": 1}) == ["81.0", "82.0"]


def test_halves_are_rounded_as_they_are_written():
    assert printed("k,v\na,3.255\nb,1.075\nc,-0.005\n", cells={"decimals": 2}) == ["3.26", "1.08", "−0.01"]


@pytest.mark.parametrize("marks", MARKS)
def test_marks_are_written_as_their_name_shows(marks):
    text = NumberStyle(1, marks=marks).text(1234.5)
    assert text.replace("\u00a0", " ") == marks


@pytest.mark.parametrize(
    ("style", "value", "words"),
    [
        (NumberStyle(0, before="€"), -5, "−€5"),
        (NumberStyle(1, after=" min"), 3.25, "3.3 min"),
        (NumberStyle(0, sign=True), 5, "+5"),
        (NumberStyle(0, sign=True), 0.2, "0"),
        (NumberStyle(0, sign=True), -5, "−5"),
        (NumberStyle(1, percent=True, sign=True), 0.123, "+12.3%"),
        (NumberStyle(0, percent=True, marks="1.234,5"), 12.34, "1.234%"),
    ],
)
def test_what_stands_around(style, value, words):
    assert style.text(value) == words


def test_a_share_can_be_written_as_a_number_and_a_number_as_percent():
    text = "r,v\na,1\na,2\nb,3\n"
    shares = {"rows": [{"field": "r"}], "measure": {"take": "share", "where": {"field": "v", "above": 1}}}
    assert figure_of(text, pivot=shares).scene.grid.prints == ("50%", "100%")
    plain = figure_of(text, pivot=shares, cells={"number": {"as": "number"}, "decimals": 1})
    assert plain.scene.grid.prints == ("0.5", "1.0")
    percent = figure_of(text, pivot={"rows": [{"field": "r"}]}, cells={"number": {"as": "percent"}})
    assert percent.scene.grid.prints == ("200%", "100%")


def test_the_legend_and_the_facts_are_written_in_the_same_style():
    text = "r,v\na,1200\nb,34500\n"
    pivot = {"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}}
    cells = {"number": {"marks": "1.234,5", "after": " kg"}}
    figure = figure_of(text, pivot=pivot, cells=cells, words={"title": "{highest}"})
    assert style_of(figure.recipe, figure.matrix.values, figure.matrix.all_values).text(34500) == "34.500 kg"
    words = [each.text for each in figure.scene.texts]
    assert words[0] == "34.500 kg"
    assert "20.000 kg" in words
