"""The plate of differences: what each cell says now less what it said before, by brute force."""

import random

import numpy as np
import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.changes.differences import differences_of

from ...conftest import read


@pytest.mark.parametrize("seed", range(5))
def test_cells_are_the_differences_of_both_editions(seed):
    lot = random.Random(seed)

    def text():
        return "r,c,v\n" + "".join(f"{lot.choice('abcd')},{lot.choice('xyz')},{lot.randrange(-9, 9)}\n" for _ in range(30))

    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": lot.choice(["sum", "average"]), "of": "v"}}
    words = {"title": "Ours", "subtitle": "Of v", "caption": "{highest}"}
    plain = {
        "finch_recipe": 2,
        "pivot": pivot,
        "words": words,
        "claims": ["highest row is a"],
        "color": {"high_is": "bad", "low": {"at": 3}},
    }
    recipe = load_recipe(plain)
    now, before = read(text()), read(text())
    made = differences_of(recipe)
    assert load_recipe(dump_recipe(made)) == made
    assert made.words.title == "Ours: since the edition before" and made.claims == () and made.color.high_is == "bad"
    figure = make_figure(now, made, editions=lambda number, _path: before)
    cells = []
    for table in (now, before):
        alone = make_figure(table, recipe)
        rows, columns = ([labels[-1] for labels in side] for side in (alone.matrix.rows, alone.matrix.columns))
        cells.append({(r, c): alone.matrix.values[i, j] for i, r in enumerate(rows) for j, c in enumerate(columns)})
    for i, row in enumerate(figure.matrix.rows):
        for j, column in enumerate(figure.matrix.columns):
            key = row[-1], column[-1]
            both = [each.get(key, np.nan) for each in cells]
            if not np.isnan(both).any():
                assert figure.contents.values[i, j] == pytest.approx(both[0] - both[1])


def test_a_title_of_live_facts_is_not_said_of_differences_and_coefficients_have_none():
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    recipe = load_recipe({"finch_recipe": 2, "pivot": pivot, "words": {"title": "{highest.row} leads"}})
    assert differences_of(recipe).words.title == "Sum of v by r and c: since the edition before"
    with pytest.raises(RecipeError, match="coefficients are of one edition"):
        differences_of(load_recipe({"finch_recipe": 2, "pivot": {"correlate": {"fields": ["v", "w"]}}}))
