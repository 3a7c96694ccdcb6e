"""Numbers too large to be reckoned with: blanks in every figure, and no warning on the way."""

import numpy as np
import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.vocabulary.limits import LARGEST
from mottled_finch.core.tables.table.finite import finite

from ...brute import OF_ONE_NUMBER
from ...conftest import figure_of

TEXT = "a,b,v\nx,y,1e308\nx,y,1e308\nx,z,-1e308\nw,y,5\nw,z,7\n"
PIVOT = {"rows": [{"field": "a"}], "columns": [{"field": "b"}], "totals": {"rows": True, "columns": True, "color": "own"}}
COLORS = [
    {},
    {"middle": {"at": 6}},
    {"scale": "log_both"},
    {"scale": "rank"},
    *({"bands": {"method": method, "count": 3}} for method in ("equal_width", "quantile", "natural", "stdev")),
]


def test_what_is_beyond_the_largest_is_blank():
    given = np.array([1.0, LARGEST, -LARGEST, 2 * LARGEST, -np.inf, np.nan])
    np.testing.assert_array_equal(finite(given), [1.0, LARGEST, -LARGEST, np.nan, np.nan, np.nan])


@pytest.mark.filterwarnings("error")
@pytest.mark.parametrize("color", COLORS, ids=str)
@pytest.mark.parametrize("take", OF_ONE_NUMBER)
def test_a_figure_with_vast_numbers_is_made_of_the_others(take, color):
    figure = figure_of(TEXT, pivot={**PIVOT, "measure": {"take": take, "of": "v"}}, color=color)
    values = dict(zip(figure.matrix.rows, figure.matrix.values.tolist(), strict=True))
    np.testing.assert_array_equal(values[("x",)], [np.nan, np.nan])
    assert values[("w",)] == {"stdev": pytest.approx([np.nan] * 2, nan_ok=True), "range": [0, 0]}.get(take, [5, 7])


def test_an_end_beyond_the_largest_is_refused():
    with pytest.raises(RecipeError, match=r"^color\.high\.at: the number is too large$"):
        load_recipe({"finch_recipe": 2, "pivot": {}, "color": {"high": {"at": 1e200}}})
