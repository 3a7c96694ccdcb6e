"""The first recipe of a table just brought in."""

from mottled_finch.core.common.recipe import LevelSpec, load_table_part
from mottled_finch.core.figures.figure.figure import make_figure
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
