"""The parts of a recipe in words, as a careful editor would leave them."""

import pytest

from mottled_finch.core.common.language import OURS, language_of
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.wording.labels import number_label, shown_label
from mottled_finch.core.common.wording.parts import (
    alone_words,
    condition_words,
    default_title,
    level_words,
    lit_words,
    ordinal,
    show_words,
    sides_words,
)

GERMAN = language_of("de")


def recipe(*, color=None, **pivot):
    usual = {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "late"}}
    usual = {} if "correlate" in pivot else usual
    return load_recipe({"finch_recipe": 2, "pivot": {**usual, **pivot}, "color": color or {}})


@pytest.mark.parametrize(
    ("show", "words", "title"),
    [
        ({"as": "value"}, "", "Sum of late by pier"),
        ({"as": "share"}, "as share of the whole", "Sum of late as share of the whole by pier"),
        ({"as": "share", "of": "column"}, "as share of its column", "Sum of late as share of its column by pier"),
        ({"as": "rank"}, "as rank", None),
        ({"as": "rank", "of": "column"}, "as rank in its column", None),
        ({"as": "running", "along": "rows"}, "as running total down the rows", None),
        ({"as": "running", "along": "columns"}, "as running total across the columns", None),
        ({"as": "change", "along": "columns"}, "as change across the columns", None),
        ({"as": "change", "along": "rows", "relative": True}, "as relative change down the rows", None),
        (
            {"as": "index", "of": "row", "to": "first"},
            "against the first of its row",
            "Sum of late against the first of its row by pier",
        ),
        ({"as": "index", "of": "column"}, "against the largest of its column", None),
        ({"as": "gap", "to": 5.5}, "as distance from 5.5", None),
        ({"as": "gap", "to": {"target": "plan"}}, "as distance from plan", None),
        (
            {"as": "against", "shift": {"field": "day", "years": -1}},
            "against the year before",
            "Sum of late by pier, against the year before",
        ),
        ({"as": "against", "by": "ratio", "shift": {"field": "day", "months": 2}}, "against 2 months after, as a ratio", None),
        ({"as": "against", "shift": {"field": "day", "days": 1}}, "against the day after", None),
        ({"as": "against", "by": "percent", "keep": [{"field": "a", "in": ["x", "y"]}]}, "against x or y, in percent", None),
        ({"as": "against", "keep": [{"field": "a", "in": ["x"]}, {"field": "b", "in": ["y"]}]}, "against x and y", None),
        ({"as": "against", "keep": [{"field": "a", "in": ["p", "q", "r", "s"]}]}, "against a is p, q or 2 more", None),
        ({"as": "against", "keep": [{"field": "day", "from": "2024", "to": "2024"}]}, "against 2024", None),
        ({"as": "against", "keep": [{"field": "day", "from": "2024-01", "to": "2024-12"}]}, "against 2024", None),
        ({"as": "against", "keep": [{"field": "day", "from": "2024-01-01", "to": "2024-12-31"}]}, "against 2024", None),
        ({"as": "against", "keep": [{"field": "day", "from": "2024-01", "to": "2024-03"}]}, "against 2024-01 to 2024-03", None),
        ({"as": "against", "keep": [{"field": "day", "from": "2024-02", "to": "2024-12"}]}, "against 2024-02 to 2024-12", None),
        (
            {"as": "against", "measure": {"take": "sum", "of": "plan"}},
            "against sum of plan",
            "Sum of late by pier, against sum of plan",
        ),
        ({"as": "against", "edition": "before"}, "against the edition before", None),
        ({"as": "against", "edition": 1200}, "against edition 1,200", None),
    ],
)
def test_what_a_cell_shows(show, words, title):
    pivot = recipe(show=show).pivot
    assert show_words(pivot.show, OURS) == words
    assert title is None or default_title(pivot, OURS) == title


@pytest.mark.parametrize(
    ("show", "new", "gone", "german"),
    [
        ({"shift": {"field": "day", "years": -1}}, "New", "Gone", ("Neu", "Weggefallen")),
        ({"edition": "before"}, "New", "Gone", None),
        ({"shift": {"field": "day", "years": 1}}, "On this side alone", "On the other alone", None),
        ({"keep": [{"field": "a", "in": ["x"]}]}, "On this side alone", "On the other alone", None),
        ({"measure": {"take": "sum", "of": "plan"}}, "Without sum of plan", "Sum of plan alone", None),
    ],
)
def test_cells_that_one_side_alone_has(show, new, gone, german):
    show = recipe(show={"as": "against", **show}).pivot.show
    assert alone_words(show, OURS) == (new, gone)
    assert german is None or alone_words(show, GERMAN) == german


@pytest.mark.parametrize(
    ("condition", "words"),
    [
        ({"field": "a", "in": ["x"]}, "a is x"),
        ({"field": "a", "in": ["x", "y", "z"]}, "a is x or y or z"),
        ({"field": "a", "in": ["x", "y", "z", "w"]}, "a is x, y or 2 more"),
        ({"field": "a", "not_in": ["x"]}, "a is not x"),
        ({"field": "a", "blank": True}, "a is blank"),
        ({"field": "a", "blank": False}, "a is not blank"),
        ({"field": "late", "from": 3, "to": 9.5}, "late from 3 to 9.5"),
        ({"field": "late", "above": 1, "below": 2}, "late above 1 and below 2"),
        ({"field": "late", "below": 2}, "late below 2"),
        ({"field": "day", "cut": "month", "in": ["Jan"]}, "day, by month, is Jan"),
        ({"field": "a", "top": 1200, "by": {"take": "sum", "of": "v_w"}}, "a among the 1,200 largest by sum of v w"),
        ({"field": "a", "bottom": 3}, "a among the 3 smallest"),
        ({"any": [{"field": "a", "in": ["x"]}, {"field": "b", "blank": True}]}, "a is x or b is blank"),
        ({"all": [{"field": "a", "in": ["x"]}, {"field": "b", "blank": True}]}, "a is x and b is blank"),
    ],
)
def test_conditions(condition, words):
    assert condition_words(recipe(keep=[condition]).pivot.keep[0], OURS) == words


@pytest.mark.parametrize(
    ("lit", "words", "german"),
    [
        ({"highest": 1}, "the highest", "die höchste"),
        ({"lowest": 1}, "the lowest", "die niedrigste"),
        ({"highest": 1200}, "the 1,200 highest", "die 1.200 höchsten"),
        ({"lowest": 3, "of": "records"}, "the 3 lowest by records", "die 3 niedrigsten (n)"),
        (
            {"highest": 2, "of": "measure", "by": {"take": "average", "of": "v"}},
            "the 2 highest by average of v",
            "die 2 höchsten (Durchschnitt: v)",
        ),
        ({"above": 3}, "values above 3", "> 3"),
        ({"from": 2, "below": 9, "of": "records"}, "records from 2 and below 9", "n ≥ 2, < 9"),
        ({"to": {"target": "plan"}}, "values up to plan", "≤ plan"),
    ],
)
def test_what_is_lit(lit, words, german):
    lit = recipe(color={"lit": lit}).color.lit
    assert (lit_words(lit, number_label, OURS), lit_words(lit, number_label, GERMAN)) == (words, german)


@pytest.mark.parametrize(
    ("level", "words", "german"),
    [
        ({"field": "order_date", "cut": "month"}, "month of order date", "order date (Monat)"),
        ({"field": "departed", "cut": "month"}, "month departed", "departed (Monat)"),
        ({"field": "late", "bins": {"equal_width": 5}}, "bins of late", "late"),
        ({"field": "a_b"}, "a b", "a b"),
    ],
)
def test_levels(level, words, german):
    level = recipe(rows=[level]).pivot.rows[0]
    assert (level_words(level, OURS), level_words(level, GERMAN)) == (words, german)


@pytest.mark.parametrize(
    ("pivot", "title", "german", "sides"),
    [
        ({"rows": []}, "Sum of late", "Summe: late", ""),
        (
            {"columns": [{"field": "day", "cut": "month"}]},
            "Sum of late by pier and month of day",
            "Summe: late nach pier und day (Monat)",
            "pier and month of day",
        ),
        (
            {"columns": [{"field": "x"}], "split": {"field": "y"}},
            "Sum of late by pier, y and x",
            "Summe: late nach pier, y und x",
            "pier, y and x",
        ),
        ({"correlate": {"fields": ["a", "b", "c"]}}, "Correlation of 3 fields", "Korrelation", ""),
        ({"correlate": {"fields": ["a", "b"], "method": "spearman"}}, "Rank correlation of 2 fields", "Rangkorrelation", ""),
    ],
)
def test_what_a_figure_is_called(pivot, title, german, sides):
    pivot = recipe(**pivot).pivot
    assert (default_title(pivot, OURS), default_title(pivot, GERMAN), sides_words(pivot, OURS)) == (title, german, sides)


def test_ordinals_of_all_numbers_to_a_hundred_and_beyond():
    for number in range(1, 125):
        ending = "th" if number % 100 in (11, 12, 13) else {1: "st", 2: "nd", 3: "rd"}.get(number % 10, "th")
        assert ordinal(float(number)) == f"{number}{ending}"
    assert ordinal(97.5) == "97.5th"


@pytest.mark.parametrize(
    ("cut", "label", "german"),
    [
        ("month", "Mar", "Mär"),
        ("weekday", "Tue", "Di"),
        ("week", "W05", "KW 05"),
        ("year_week", "2025-W05", "2025-KW 05"),
        ("quarter", "Q2", "Q2"),
        ("month", "ours", "ours"),
        (None, "Mar", "Mar"),
    ],
)
def test_parts_of_moments_are_shown_in_the_readers_language(cut, label, german):
    levels = recipe(rows=[{"field": "day", **({"cut": cut} if cut else {})}]).pivot.rows
    assert shown_label(levels, 0, label, OURS) == label and shown_label(levels, 1, label, GERMAN) == label
    assert shown_label(levels, 0, label, GERMAN) == german


@pytest.mark.parametrize(("others", "german"), [(True, "Übrige"), ("Else", "Others"), (None, "Others")])
def test_only_what_we_call_the_rest_is_translated(others, german):
    level = {"field": "pier", "top": 3, "by": {"take": "count"}, **({"others": others} if others else {})}
    assert shown_label(recipe(rows=[level]).pivot.rows, 0, "Others", GERMAN) == german


@pytest.mark.parametrize(("value", "text"), [(3.0, "3"), (-0.5, "-0.5"), (1e300, "1e+300")])
def test_numbers_as_members(value, text):
    assert number_label(value) == text
