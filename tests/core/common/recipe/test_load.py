"""The strict loader: what it takes, and what it says of the rest."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import FORMAT, ColorSpec, EndSpec, LevelSpec, MeasureSpec, Recipe, dump_recipe, load_recipe
from mottled_finch.demo.plates import PLATES

FULL = {
    "finch_recipe": 2,
    "pivot": {
        "rows": [{"field": "pier"}],
        "columns": [{"field": "departed", "cut": "month"}],
        "measure": {"take": "average", "of": "minutes_late"},
        "keep": [{"field": "line", "in": ["Inner", 5]}, {"field": "departed", "from": "2025-01-01", "to": "2025-12-31"}],
        "totals": {"rows": True, "columns": True},
    },
    "color": {
        "palette": "kingcup",
        "high_is": "bad",
        "low": {"at": 0},
        "middle": {"at": 5.5, "name": "promise"},
        "high": {"percentile": 98},
    },
    "cells": {"values": "none", "decimals": 1},
    "legend": {"show": False, "title": "Late", "blank": "None"},
    "words": {"title": "", "subtitle": "n = {n}"},
    "page": {"width": 480},
}


def test_only_version_and_pivot_are_required():
    recipe = load_recipe('{"finch_recipe": 2, "pivot": {}}')
    assert recipe.pivot.measure == MeasureSpec(take="count")
    assert recipe.color == ColorSpec(low=EndSpec(at="lowest"), high=EndSpec(at="highest"))


def test_null_for_what_may_be_left_out_is_leaving_it_out():
    pivot = {
        "rows": [{"field": "pier", "top": None, "names": None}],
        "measure": None,
        "keep": None,
        "show": {"as": None, "of": None},
    }
    asked = {"finch_recipe": 2, "table": None, "pivot": pivot, "color": {"middle": None, "high": {"at": 5, "name": None}}}
    left_out = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}, "color": {"high": {"at": 5}}}
    assert load_recipe(asked) == load_recipe(left_out)
    for wanted in ({"pivot": None}, {"pivot": {"rows": [{"field": None}]}}):
        with pytest.raises(RecipeError, match="null stands where"):
            load_recipe({"finch_recipe": 2, **wanted})


def test_a_full_recipe_is_read_and_written_back_as_it_was():
    recipe = load_recipe(json.dumps(FULL))
    assert recipe.pivot.columns == (LevelSpec(field="departed", cut="month"),)
    assert recipe.color.middle == EndSpec(at=5.5, name="promise")
    assert dump_recipe(recipe) == FULL


@pytest.mark.parametrize("plate", PLATES)
def test_the_recipes_of_the_demo_are_well_formed(plate):
    assert load_recipe(dump_recipe(load_recipe(plate))) == load_recipe(plate)


@given(
    st.builds(
        lambda palette, high_is, reverse, low, name: ColorSpec(
            palette=palette, high_is=high_is, reverse=reverse, low=EndSpec(at=low, name=name)
        ),
        st.sampled_from(list(PALETTES)),
        st.sampled_from(["good", "bad", "neither"]),
        st.booleans(),
        st.one_of(st.sampled_from(["lowest", "highest"]), st.floats(-1e150, 1e150)),
        st.one_of(st.none(), st.text(max_size=10)),
    )
)
def test_what_is_written_is_read_as_the_same(color):
    recipe = Recipe(finch_recipe=FORMAT, pivot=load_recipe(FULL).pivot, color=color)
    assert load_recipe(json.dumps(dump_recipe(recipe))) == recipe


def with_(path: str, value: object) -> dict:
    """The full recipe with one thing put at a dotted place."""
    recipe = json.loads(json.dumps(FULL))
    *way, last = path.split(".")
    at = recipe
    for key in way:
        at = at[int(key)] if key.isdecimal() else at[key]
    at[last] = value
    return recipe


@pytest.mark.parametrize(
    ("recipe", "sentence"),
    [
        ("{", "recipe: this is not JSON (Expecting property name enclosed in double quotes at line 1, column 2); correct it there"),
        (b"\xff", "recipe: this is not UTF-8 text; save the recipe as JSON in UTF-8"),
        ("[]", "recipe: [] stands where an object belongs"),
        ("{}", 'recipe: the key "finch_recipe" is missing; add it'),
        ('{"finch_recipe": 3, "pivot": {}}', "finch_recipe: 3 stands where 2 belongs"),
        ('{"finch_recipe": true, "pivot": {}}', "finch_recipe: true stands where 2 belongs"),
        ('{"finch_recipe": 2}', 'recipe: the key "pivot" is missing; add it'),
        ('{"finch_recipe": 2, "pivot": {}, "pivot": {}}', 'recipe: the key "pivot" stands twice in one place; keep one of them'),
        ('{"finch_recipe": 2, "pivot": {}, "page": {"width": NaN}}', "recipe: NaN is not a number a recipe can hold"),
        ("[" * 100_000, "recipe: this is nested too deeply to be a recipe"),
        (with_("colour", {}), 'colour: no such key; did you mean "color"?'),
        (with_("pivot.row", []), 'pivot.row: no such key; did you mean "rows"?'),
        (with_("pivot.rows.0.fields", "x"), 'pivot.rows[0].fields: no such key; did you mean "field"?'),
        (with_("pivot.columns.0.cut", "monht"), 'pivot.columns[0].cut: "monht" is not known here; did you mean "month"?'),
        (with_("pivot.rows", {"field": "a"}), 'pivot.rows: {"field": "a"} stands where a list belongs'),
        (with_("pivot.rows", [{}]), 'pivot.rows[0]: the key "field" is missing; add it'),
        (with_("pivot.rows", [{"field": name} for name in "abcd"]), "pivot.rows: 4 levels are nested; keep 3 at most"),
        (with_("pivot.measure.take", "averge"), 'pivot.measure.take: "averge" is not known here; did you mean "average"?'),
        (with_("pivot.measure", {"take": "sum"}), 'pivot.measure: "sum" needs the field it is taken of; add "of"'),
        (
            with_("pivot.measure", {"take": "count", "of": "x"}),
            'pivot.measure.of: "count" counts records and takes no field; leave "of" out',
        ),
        (
            with_("pivot.keep", [{"field": "a"}]),
            'pivot.keep[0]: nothing is said about the field; add "in", "not_in", "from", "to", "above", "below", '
            '"blank", "top" or "bottom"',
        ),
        (
            with_("pivot.keep", [{"field": "a", "in": [], "to": 3}]),
            'pivot.keep[0]: "in" and "from" with "to" do not go together; go one condition for each',
        ),
        (
            with_("pivot.keep", [{"field": "a", "cut": "month", "from": "x"}]),
            'pivot.keep[0].cut: "from" and "to" are of the moment itself; leave "cut" out',
        ),
        (with_("pivot.keep.0.in", [None]), "pivot.keep[0].in[0]: null stands where text or a number belongs"),
        (with_("pivot.totals.rows", 1), "pivot.totals.rows: 1 stands where true or false belongs"),
        (with_("color.palette", "kingcub"), 'color.palette: no palette "kingcub"; did you mean "kingcup"?'),
        (with_("color.low", {}), 'color.low: no place is given; give one of "at", "percent", "percentile" and "target"'),
        (
            with_("color.low", {"at": 1, "percent": 2}),
            'color.low: at and percent are given; give one of "at", "percent", "percentile" and "target"',
        ),
        (with_("color.low", {"at": "lowst"}), 'color.low.at: "lowst" is not known here; give a number, or did you mean "lowest"?'),
        (
            with_("color.low", {"at": True}),
            'color.low.at: true stands where "lowest" or "highest" or "mirrored" or a number belongs',
        ),
        (with_("color.high", {"percentile": 101}), "color.high.percentile: 101 is not from 0 to 100"),
        (with_("color.low", {"at": 10**400}), "color.low.at: the number is too large"),
        (with_("cells.decimals", 1.5), "cells.decimals: 1.5 stands where a whole number belongs"),
        (with_("cells.decimals", 11), "cells.decimals: 11 decimals are asked for; choose 0 to 10"),
        (with_("words.title", "{highes} late"), 'words.title: no live fact "highes"; did you mean "highest"?'),
        (with_("words.title", "x" * 2001), "words.title: the text has 2,001 characters; at most 2,000 fit"),
        (with_("page.width", 50), "page.width: a page of 50 points; choose 120 to 4,000"),
        (with_("legend", "right"), 'legend: "right" stands where an object belongs'),
    ],
)
def test_says_where_what_and_what_to_do(recipe, sentence):
    with pytest.raises(RecipeError) as told:
        load_recipe(recipe)
    assert str(told.value) == sentence
    assert told.value.path == sentence.partition(":")[0]


JSON = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=6),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from([*FULL, *FULL["pivot"], "at", "x"]), inner, max_size=4)
    ),
    max_leaves=12,
)


@given(st.sampled_from(list(FULL)), JSON)
def test_nothing_but_a_recipe_error_ever_comes_out(key, value):
    try:
        load_recipe({**FULL, key: value})
    except RecipeError as error:
        assert str(error)
