"""The first recipe of a table just brought in."""

import pytest

from mottled_finch.core.common.recipe import LevelSpec, load_table_part
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.matrices.looks.language import proposed_language
from mottled_finch.core.matrices.looks.suggest import suggest_recipe
from mottled_finch.core.tables.mends import apply_mends

from ...conftest import read


def sides(text):
    table = read(text)
    recipe = suggest_recipe(table)
    make_figure(table, recipe)  # a suggestion can always be drawn
    return recipe.pivot.rows, recipe.pivot.columns


def test_a_category_down_and_months_across(trips):
    assert sides(trips) == ((LevelSpec(field="pier"),), (LevelSpec(field="departed", cut="month"),))


def test_two_categories_where_there_is_no_moment():
    assert sides("a,n,b\nx,1,p\ny,2,q\n") == ((LevelSpec(field="a"),), (LevelSpec(field="b"),))


def test_names_of_single_records_are_passed_over():
    lines = "".join(f"id{i},{'ab'[i % 2]}\n" for i in range(100))
    assert sides("id,c\n" + lines) == ((LevelSpec(field="c"),), ())


def test_numbers_alone_leave_both_sides_empty():
    assert sides("x,y\n1,2\n3,4\n") == ((), ())


def test_a_matrix_that_was_unfolded_is_shown_as_it_stood():
    mends = load_table_part({"mends": [{"do": "unfold", "keep": ["vessel"]}]}).mends
    pivot = suggest_recipe(apply_mends(read("vessel,b,a\nKnot,1,2\nAvocet,3,4\n"), mends).table).pivot
    assert (pivot.rows, pivot.columns) == ((LevelSpec(field="vessel"),), (LevelSpec(field="column"),))
    assert (pivot.measure.take, pivot.measure.of) == ("average", "value")


@pytest.mark.parametrize(
    ("text", "language"),
    [
        ("Datum,Anzahl\nx,1\n", "de"),
        ("datum_der_fahrt,anzahl\nx,1\n", "de"),
        ("Datum,count\nx,1\n", None),
        ("date,count\nx,1\n", None),
        ("valor,país\n1,x\n", None),  # Spanish and Portuguese alike
        ("valor,país,nombre\n1,x,y\n", "es"),
        ("n,when\n1,janvier\n2,février\n", "fr"),
        ("n,when\n1,März\n2,Dezember.\n", "de"),
        ("n,when\n1,Monday\n2,Tuesday\n", None),
        ("n,when\n1,März\n", None),
    ],
)
def test_a_language_is_proposed_from_two_words_on_that_no_other_has_as_many_of(text, language):
    assert proposed_language(read(text)) == language
