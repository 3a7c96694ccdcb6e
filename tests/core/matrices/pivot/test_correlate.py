"""Coefficients against published values and SciPy, blanks pair by pair."""

import numpy as np
import pytest
from scipy.stats import pearsonr, spearmanr

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.matrices.pivot import behind, make_matrix

from ...conftest import figure_of, read

# F. J. Anscombe, "Graphs in Statistical Analysis" (1973), the first and the fourth set; r is 0.816 for both.
ONE = ([10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5], [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68])
FOUR = ([8] * 7 + [19] + [8] * 3, [6.58, 5.76, 7.71, 8.84, 8.47, 7.04, 5.25, 12.5, 5.56, 7.91, 6.89])


def table(**columns):
    lines = zip(*columns.values(), strict=True)
    return read(",".join(columns) + "\n" + "\n".join(",".join("" if v is None else str(v) for v in line) for line in lines) + "\n")


def matrix(of, **correlate):
    return make_matrix(of, load_recipe({"finch_recipe": 2, "pivot": {"correlate": correlate}}).pivot)


def test_published_values():
    found = matrix(table(x1=ONE[0], y1=ONE[1], x4=FOUR[0], y4=FOUR[1]), fields=["x1", "y1", "x4", "y4"])
    assert round(found.values[0, 1], 3) == 0.816
    assert round(found.values[2, 3], 3) == 0.817
    assert np.diag(found.values).tolist() == pytest.approx([1] * 4)
    np.testing.assert_array_equal(found.values, found.values.T)
    assert found.rows[0] == ("x1",)


@pytest.mark.parametrize("method", ["pearson", "spearman"])
def test_blanks_are_left_out_pair_by_pair_and_the_pairs_counted(method):
    rng = np.random.default_rng(4)
    one, other, third = rng.integers(0, 9, 60).astype(float), rng.normal(0, 1e8, 60), rng.normal(5, 1, 60)
    one[:10], other[5:20] = np.nan, np.nan
    columns = {"a_b": one, "c": other, "d": third}
    of = table(**{name: [None if v != v else v for v in column] for name, column in columns.items()})
    found = matrix(of, fields=list(columns), method=method)
    assert found.rows[0] == ("a b",)
    values = list(columns.values())
    for i in range(3):
        for j in range(3):
            both = ~np.isnan(values[i]) & ~np.isnan(values[j])
            wanted = (pearsonr if method == "pearson" else spearmanr)(values[i][both], values[j][both]).statistic
            assert found.values[i, j] == pytest.approx(wanted, abs=1e-12)
            assert found.records[i, j] == both.sum()
    spec = load_recipe({"finch_recipe": 2, "pivot": {"correlate": {"fields": list(columns)}}}).pivot
    assert len(behind(of, spec, 0, 1)) == found.records[0, 1] == 40


def test_what_does_not_vary_has_no_coefficient():
    found = matrix(table(a=[1, 2, 3], b=[5, 5, 5], c=[None, None, 4]), fields=["a", "b", "c"])
    assert np.isnan(found.values[0, 1])
    assert np.isnan(found.values[0, 2])
    assert found.records[0, 2] == 1


def test_the_scale_runs_from_minus_one_to_one_and_a_triangle_has_only_its_half():
    recipe = load_recipe({"finch_recipe": 2, "pivot": {"correlate": {"fields": ["x", "y"], "triangle": "lower"}}})
    figure = make_figure(table(x=ONE[0], y=ONE[1]), recipe)
    assert (figure.scale.low, figure.scale.middle, figure.scale.high) == (-1, 0, 1)
    assert figure.scene.grid.absent == (1,)
    assert figure.recipe.color.palette == "fritillary"
    upper = matrix(table(x=ONE[0], y=ONE[1]), fields=["x", "y"], triangle="upper")
    assert np.flatnonzero(upper.absent).tolist() == [2]


def test_fields_that_are_no_numbers_are_told():
    with pytest.raises(TableError) as told:
        matrix(read("a,b\n1,x\n"), fields=["a", "b"])
    assert str(told.value) == (
        'pivot.correlate.fields[1]: "b" holds text, of which there is no correlation; choose a number, such as a'
    )


def test_like_fields_stand_together_on_both_sides():
    rng = np.random.default_rng(9)
    a, b = rng.normal(size=80), rng.normal(size=80)
    of = table(a1=a, b1=b, a2=a + rng.normal(0, 0.1, 80), b2=b + rng.normal(0, 0.1, 80))
    spec = {"correlate": {"fields": ["a1", "b1", "a2", "b2"]}, "order": {"rows": {"by": "likeness"}}}
    found = make_matrix(of, load_recipe({"finch_recipe": 2, "pivot": spec}).pivot)
    assert found.rows == found.columns
    assert abs(found.rows.index(("a1",)) - found.rows.index(("a2",))) == 1
    assert found.row_tree == found.column_tree != ()


def test_fields_that_would_be_called_the_same_keep_their_names():
    spec = load_recipe({"finch_recipe": 2, "pivot": {"correlate": {"fields": ["a_b", "a b"]}}}).pivot
    of = table(**{"a_b": [1, 2, None], "a b": [2, 5, 7]})
    found = make_matrix(of, spec)
    assert found.rows == (("a_b",), ("a b",))
    assert [len(behind(of, spec, i, i)) for i in (0, 1)] == [2, 3]


def test_the_alternative_text_names_the_pair_that_moves_together_most():
    text = "a,b,c\n1,2,9\n2,4.5,1\n3,6,5\n4,8,2\n"
    figure = figure_of(text, pivot={"correlate": {"fields": ["a", "b", "c"]}}, cells={"decimals": 2})
    assert " Highest: 1.00, a, b. Lowest: −0.68, b, c." in figure.scene.alternative
