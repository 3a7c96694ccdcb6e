"""What cells show of their measure: by hand, and by what must hold."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.vocabulary import MEASURE_TERMS
from mottled_finch.core.matrices.pivot import make_matrix

from ...conftest import read

TEXT = "r,c,v\na,p,1\na,q,3\nb,p,4\nb,q,\nb,s,8\nc,s,4\n"
N = np.nan


def matrix(text, show, measure=None, **pivot):
    sides = {"rows": [{"field": "r"}], "columns": [{"field": "c"}]}
    spec = {**sides, "measure": measure or {"take": "sum", "of": "v"}, "show": show, **pivot}
    return make_matrix(read(text), load_recipe({"finch_recipe": 2, "pivot": spec}).pivot)


@pytest.mark.parametrize(
    ("show", "wanted"),
    # All lines of values: a 1 3 . | 4, b 4 . 8 | 12, c . . 4 | 4, all 5 3 12 | 20.
    [
        ({"as": "share", "of": "row"}, [[1 / 4, 3 / 4, N, 1], [1 / 3, N, 2 / 3, 1], [N, N, 1, 1], [1 / 4, 3 / 20, 3 / 5, 1]]),
        ({"as": "share", "of": "column"}, [[1 / 5, 1, N, 1 / 5], [4 / 5, N, 2 / 3, 3 / 5], [N, N, 1 / 3, 1 / 5], [1, 1, 1, 1]]),
        ({"as": "share"}, [[1 / 20, 3 / 20, N, 1 / 5], [1 / 5, N, 2 / 5, 3 / 5], [N, N, 1 / 5, 1 / 5], [1 / 4, 3 / 20, 3 / 5, 1]]),
        ({"as": "index", "of": "row"}, [[1 / 3, 1, N, N], [1 / 2, N, 1, N], [N, N, 1, N], [5 / 12, 1 / 4, 1, N]]),
        ({"as": "index", "of": "column", "to": "first"}, [[1, 1, N, 1], [4, N, 1, 3], [N, N, 1 / 2, 1], [N, N, N, N]]),
        ({"as": "running", "along": "columns"}, [[1, 4, N, 4], [4, N, 12, 12], [N, N, 4, 4], [5, 8, 20, 20]]),
        ({"as": "running", "along": "rows"}, [[1, 3, N, 4], [5, N, 8, 16], [N, N, 12, 20], [5, 3, 12, 20]]),
        ({"as": "change", "along": "columns"}, [[N, 2, N, N], [N, N, N, N], [N, N, N, N], [N, -2, 9, N]]),
        ({"as": "change", "along": "rows", "relative": True}, [[N, N, N, N], [3, N, N, 2], [N, N, -1 / 2, -2 / 3], [N, N, N, N]]),
        ({"as": "rank"}, [[5, 4, N, N], [2, N, 1, N], [N, N, 2, N], [N, N, N, N]]),
        ({"as": "rank", "of": "row"}, [[2, 1, N, N], [2, N, 1, N], [N, N, 1, N], [2, 3, 1, N]]),
        ({"as": "gap", "to": 3}, [[-2, 0, N, 1], [1, N, 5, 9], [N, N, 1, 1], [2, 0, 9, 17]]),
    ],
    ids=lambda value: " ".join(str(each) for each in value.values()) if isinstance(value, dict) else "",
)
def test_by_hand(show, wanted):
    np.testing.assert_allclose(matrix(TEXT, show).all_values, wanted)


def test_standard_scores_have_mean_0_and_deviation_1_and_none_where_nothing_varies():
    found = matrix(TEXT, {"as": "score", "of": "row"}).all_values
    np.testing.assert_allclose(found[0, :2], [-np.sqrt(0.5), np.sqrt(0.5)])
    assert np.isnan(found[2]).all()
    whole = matrix(TEXT, {"as": "score", "of": "whole"}).values
    assert np.nanmean(whole) == pytest.approx(0, abs=1e-12)
    assert np.nanstd(whole, ddof=1) == pytest.approx(1)
    np.testing.assert_array_equal(matrix(TEXT, {"as": "score"}).values, whole)
    flat = matrix("r,c,v\na,p,0.1\na,q,0.1\na,s,0.1\n", {"as": "score", "of": "row"})
    assert np.isnan(flat.values).all()


def test_a_running_average_is_of_all_records_so_far():
    text = "r,c,v\na,p,2\na,q,4\na,q,6\n"
    found = matrix(text, {"as": "running", "along": "columns"}, {"take": "average", "of": "v"})
    np.testing.assert_allclose(found.values, [[2, 4]])  # (2 + 4 + 6) / 3, not the mean of 2 and 5
    smallest = matrix(TEXT, {"as": "running", "along": "columns"}, {"take": "min", "of": "v"})
    np.testing.assert_allclose(smallest.values, [[1, 1, N], [4, N, 4], [N, N, 4]])
    spread = matrix(text, {"as": "running", "along": "columns"}, {"take": "stdev", "of": "v"})
    np.testing.assert_allclose(spread.values, [[N, 2]])


@pytest.mark.parametrize("take", [take for take, term in MEASURE_TERMS.items() if not term.runs])
def test_what_cannot_run_on_is_told(take):
    measure = {"take": take, "of": "v", **({"p": 5} if take == "percentile" else {})}
    words = f"^pivot.show.as: there is no running {MEASURE_TERMS[take].name}, since it cannot be put together from those before; "
    with pytest.raises(TableError, match=words + r'measure "number of records", "sum", .* or "ratio", or choose another show$'):
        matrix(TEXT, {"as": "running", "along": "columns"}, measure)


NESTED = "y,m,v\n2024,1,1\n2024,2,2\n2025,1,4\n2025,2,8\n"


def test_running_totals_begin_anew_in_each_group_and_shares_are_of_the_group():
    sides = {"rows": [], "columns": [{"field": "y"}, {"field": "m"}]}
    running = matrix(NESTED, {"as": "running", "along": "columns"}, **sides)
    assert running.values.tolist() == [[1, 3, 4, 12]]
    shares = matrix(NESTED, {"as": "share", "of": "group"}, **sides)
    np.testing.assert_allclose(shares.values, [[1 / 3, 2 / 3, 1 / 3, 2 / 3]])
    # Groups of some category begin anew: the first of 2025 has nothing before it.
    np.testing.assert_allclose(matrix(NESTED, {"as": "change", "along": "columns"}, **sides).values, [[N, 1, N, 4]])


def test_changes_of_nested_time_run_on_into_the_next_year():
    text = "m,v\n2024-11-01,1\n2024-12-01,2\n2025-01-01,5\n"
    sides = {"rows": [], "columns": [{"field": "m", "cut": "year"}, {"field": "m", "cut": "month"}]}
    np.testing.assert_allclose(matrix(text, {"as": "change", "along": "columns"}, **sides).values, [[N, 1, 3]])


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.tuples(st.sampled_from("abc"), st.sampled_from("pqrs"), st.integers(2, 99)), min_size=1, max_size=50),
    st.sampled_from(["row", "column", "whole", "group"]),
)
def test_shares_add_up_to_one(records, of):
    text = "r,c,v\n" + "".join(f"{row},{column},{value}\n" for row, column, value in records)
    found = matrix(text, {"as": "share", "of": of}).values
    sums = {"row": np.nansum(found, axis=1), "column": np.nansum(found, axis=0)}.get(of, np.nansum(found))
    np.testing.assert_allclose(sums, 1)


@pytest.mark.filterwarnings("error")
@pytest.mark.parametrize(
    "show", [{"as": "share", "of": "row"}, {"as": "index", "of": "row"}, {"as": "change", "along": "columns", "relative": True}]
)
def test_nothing_is_divided_by_zero(show):
    found = matrix("r,c,v\na,p,0\na,q,0\nb,p,-1\nb,q,-2\n", show)
    assert np.isnan(found.values[0]).all()
    assert not np.isinf(found.all_values).any()
