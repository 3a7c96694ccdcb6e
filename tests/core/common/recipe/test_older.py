"""Recipes of format 1 mean what they meant."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.common.recipe.older import mends_of_today, of_today, requoted
from mottled_finch.core.tables.expression import column_of, evaluate, parse
from mottled_finch.core.tables.table import Table, texts_at

from ...conftest import read

OLD = {
    "finch_recipe": 1,
    "table": {"mends": [{"do": "compute", "into": "x", "as": '[week day] & "\'s"'}, {"do": "tidy", "field": "a"}]},
    "pivot": {"rows": [{"field": "x"}]},
    "color": {"emphasis": {"above": {"target": "promise"}}, "scale": "symlog", "low": {"at": 0}},
    "cells": {"marks": {"as": "dot", "lines": "guides"}, "number": {"marks": "1.234,5"}},
    "dismissed": {"tiny_marks": "seen on a wall", "few_records": "known"},
}
NEW = {
    "finch_recipe": 2,
    "table": {"mends": [{"do": "compute", "into": "x", "as": "\"week day\" & '''s'"}, {"do": "tidy", "field": "a"}]},
    "pivot": {"rows": [{"field": "x"}]},
    "color": {"lit": {"above": {"target": "promise"}}, "scale": "log_both", "low": {"at": 0}},
    "cells": {"symbols": {"as": "dot", "lines": "guides"}, "number": {"marks": "1.234,5"}},
    "dismissed": {"tiny_symbols": "seen on a wall", "few_records": "known"},
}


def test_all_that_was_renamed_is_read_and_written_as_it_is_today():
    assert dump_recipe(load_recipe(OLD)) == dump_recipe(load_recipe(NEW))
    assert of_today(OLD) == NEW
    assert of_today(NEW) is NEW


@pytest.mark.parametrize("lit", [{"highest": 3}, {"from": 2, "to": 5}, {"of": "records", "above": 9}], ids=str)
def test_what_is_lit_is_known_by_what_it_holds_whatever_it_was_called(lit):
    for name in ("emphasis", "some name of before"):
        assert load_recipe({"finch_recipe": 1, "pivot": {}, "color": {name: lit}}) == load_recipe(
            {"finch_recipe": 2, "pivot": {}, "color": {"lit": lit}}
        )


@pytest.mark.parametrize(
    ("recipe", "sentence"),
    [
        ({"finch_recipe": 1, "pivot": {}, "color": {"palete": "kingcup"}}, 'color.palete: no such key; did you mean "palette"?'),
        ({"finch_recipe": 1, "pivot": {}, "color": {"light": {}}}, "color.light: no such key"),
        ({"finch_recipe": 1, "pivot": {}, "color": []}, "color: [] stands where an object belongs"),
        ({"finch_recipe": 1, "pivot": {}, "table": {"mends": 3}}, "table.mends: 3 stands where a list belongs"),
        ({"finch_recipe": 1, "pivot": {}, "table": {"mends": [{"do": "compute", "into": "x", "as": 3}]}}, "table.mends[0].as: 3"),
        ({"finch_recipe": True, "pivot": {}}, "finch_recipe: true stands where 2 belongs"),
        ({"finch_recipe": 2, "pivot": {}, "color": {"emphasis": {"highest": 3}}}, "color.emphasis: no such key"),
        ({"finch_recipe": 3, "pivot": {}}, "finch_recipe: 3 stands where 2 belongs"),
    ],
    ids=str,
)
def test_what_was_wrong_is_told_as_ever(recipe, sentence):
    with pytest.raises(RecipeError) as told:
        load_recipe(recipe)
    assert str(told.value).startswith(sentence)


def test_an_expression_too_long_to_be_one_is_not_looked_at():
    mends = [{"do": "compute", "into": "x", "as": '"' * 2001}]
    assert mends_of_today(mends) == mends


TEXT = st.text(st.characters(blacklist_categories=("Cs", "Cc", "Zs", "Zl", "Zp")), max_size=8)


@given(TEXT, TEXT.filter(lambda name: name and "[" not in name and "]" not in name))
def test_texts_and_columns_are_the_same_whatever_is_in_them(text, name):
    old = '"' + text.replace('"', '""') + f'" & [{name}]'
    table = read("a\n1\n")
    named = Table((replace(table.columns[0], name=name),))
    made = column_of(evaluate(parse(requoted(old), "as"), named, "as"), "x", 1)
    assert texts_at(made, np.arange(1)) == [text + "1"]
