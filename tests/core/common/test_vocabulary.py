"""What is declared of a name is all that has to be said of it."""

import json
from string import Formatter

import pytest

from mottled_finch.core.common.language import OURS
from mottled_finch.core.common.recipe.conditions import ConditionSpec, MeasureSpec
from mottled_finch.core.common.recipe.spec import PivotSpec, ShowSpec
from mottled_finch.core.common.vocabulary import CUT_TERMS, MEASURE_TERMS, SHOW_TERMS, TABLES, told
from mottled_finch.core.common.wording.parts import measure_words, show_words
from mottled_finch.core.matrices.statement import read_statement, write_statement
from mottled_finch.core.tables.aggregation.measures import MEASURES

KEYS = {"of": "takings", "per": "minutes_late", "p": 90.0, "where": ConditionSpec(field="pier", in_=("Ardle",))}


@pytest.mark.parametrize("take", MEASURE_TERMS)
def test_a_measure_is_said_and_typed_as_it_is_declared(take):
    term = MEASURE_TERMS[take]
    assert take in MEASURES
    assert term.typed.startswith(term.name)  # which is what the reader of a statement looks for
    assert {key for _, key, _, _ in Formatter().parse(term.typed) if key} == set(term.keys) <= set(KEYS)
    measure = MeasureSpec(take=take, **{key: KEYS[key] for key in term.keys})
    words = measure_words(measure, OURS)
    assert words.startswith("90th" if "p" in term.keys else term.name)
    assert "{" not in words
    columns = ["takings", "minutes_late", "pier"]
    pivot = PivotSpec(measure=measure)
    assert read_statement(write_statement(pivot, columns), columns) == pivot


@pytest.mark.parametrize("name", SHOW_TERMS)
def test_a_show_is_said_and_typed_as_it_is_declared(name):
    for of in SHOW_TERMS[name].keys.get("of", (None,)):
        side = {"edition": "before"} if name == "against" else {}
        show = ShowSpec(as_=name, of=of, to=5.0 if name == "gap" else None, **side)
        assert "{" not in show_words(show, OURS)
        pivot = PivotSpec(show=show)
        assert read_statement(write_statement(pivot), []) == pivot


def test_words_by_hand():
    said = {
        take: measure_words(MeasureSpec(take=take, of="minutes_late", p=97.5), OURS) for take in ("range", "percentile", "distinct")
    }
    assert said == {
        "range": "range of minutes late",
        "percentile": "97.5th percentile of minutes late",
        "distinct": "distinct count of minutes late",
    }
    assert show_words(ShowSpec(as_="index"), OURS) == "against the largest of its row"
    assert show_words(ShowSpec(as_="rank", of="column"), OURS) == "as rank in its column"
    assert show_words(ShowSpec(), OURS) == ""


def test_names_are_told_apart():
    for terms in (MEASURE_TERMS, CUT_TERMS):
        assert len({term.name for term in terms.values()}) == len(terms)


def test_what_the_screen_is_given_is_plain():
    assert json.loads(json.dumps(told())).keys() == {*TABLES, "LANGUAGE_NAMES", "LIMITS", "CELL_LOOK"}
