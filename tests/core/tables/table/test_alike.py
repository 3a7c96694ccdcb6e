"""Numbers that differ by rounding alone are one number: in themselves, and in color, rank, order, membership and extremes."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.table.alike import EPSILON, SHARE, joined, settled

from ...conftest import figure_of

N = np.nan


@pytest.mark.parametrize(
    ("values", "noise", "wanted"),
    [
        ([0.1 + 0.2, 0.3], 0, [0.3, 0.3]),
        ([0.20000000000000004, 0.2, N], 0, [0.2, 0.2, N]),
        ([3.4e-17, 1.0], 0.2 * EPSILON, [0.0, 1.0]),
        ([4.999999999999999], 0, [5.0]),
        ([1 / 3, (1 / 3) * (1 + 2.0**-45), 1e20], 0, [1 / 3, (1 / 3) * (1 + 2.0**-45), 1e20]),
        ([1e6 + 0.1 - 1e6, 0.1], 1e6 * EPSILON, [0.1, 0.1]),
        # Whole numbers are exact however large they are.
        ([9007199254740991.0, 9007199254740990.0], 0, [9007199254740991.0, 9007199254740990.0]),
        ([-0.1 - 0.2, -0.3, 0.0], 0, [-0.3, -0.3, 0.0]),
        ([], 0, []),
        ([N, N], 0, [N, N]),
        ([1e-320, 1e150, 1e-150], 0, [1e-320, 1e150, 1e-150]),
    ],
)
def test_by_hand(values, noise, wanted):
    np.testing.assert_array_equal(settled(np.array(values, dtype=float), noise), wanted)


NUMBERS = st.lists(st.floats(-1e12, 1e12) | st.integers(-50, 50).map(lambda i: i / 10), max_size=30)


@settings(max_examples=300, deadline=None)
@given(NUMBERS)
def test_settling_moves_nothing_further_than_it_may_and_keeps_the_order(values):
    given_ = np.array(values, dtype=float)
    found = settled(given_)
    assert (np.abs(found - given_) <= 4 * EPSILON * np.abs(given_)).all()
    order = np.argsort(given_, kind="stable")
    assert (np.diff(found[order]) >= 0).all()
    np.testing.assert_array_equal(settled(found), found)
    # Each by itself, whatever the others are.
    np.testing.assert_array_equal([settled(given_[i : i + 1])[0] for i in range(len(given_))], found)


def test_joined_by_hand():
    values = np.array([1 / 3, (1 / 3) * (1 + 2.0**-45), 1 / 3 + 1e-9, N, 9007199254740991.0, 9007199254740990.0])
    np.testing.assert_array_equal(joined(values), [1 / 3, 1 / 3, 1 / 3 + 1e-9, N, 9007199254740991.0, 9007199254740990.0])


@settings(max_examples=300, deadline=None)
@given(NUMBERS)
def test_joining_moves_nothing_further_than_a_run_is_long_and_keeps_the_order(values):
    given_ = np.array(values, dtype=float)
    found = joined(given_)
    assert (np.abs(found - given_) <= SHARE * np.abs(given_) * max(1, len(values))).all()
    assert (np.diff(found[np.argsort(given_, kind="stable")]) >= 0).all()


DEVIATIONS = "k,v\na,0.2\na,0.2\na,0.2\nb,7\nb,7\n"
AVERAGES = "k,v\na,0.2\na,0.2\na,0.2\nb,0.2\n"
SUMS = "k,v\na,0.1\na,0.2\nb,0.3\nc,0.25\n"


def figure(text, take, **parts):
    pivot = {"rows": [{"field": "k"}], "measure": {"take": take, "of": "v"}, **parts.pop("pivot", {})}
    return figure_of(text, pivot=pivot, **parts)


def test_the_deviation_of_equal_values_is_nothing_and_no_color():
    found = figure(DEVIATIONS, "stdev")
    assert found.matrix.values.ravel().tolist() == [0.0, 0.0]
    assert len(set(found.coloring.steps.ravel().tolist())) == 1
    assert figure(DEVIATIONS, "stdev", color={"bands": {"method": "stdev", "count": 3}}).scale.cuts == ()


def test_equal_averages_have_one_color():
    found = figure(AVERAGES, "average")
    assert found.scale.low == found.scale.high == 0.2
    assert len(set(found.coloring.steps.ravel().tolist())) == 1


def test_equal_sums_have_one_rank_and_one_place():
    assert figure(SUMS, "sum", pivot={"show": {"as": "rank"}}).matrix.values.ravel().tolist() == [1, 1, 3]
    # Of equal totals nature decides, upward and downward.
    for descending, rows in ((True, ["a", "b", "c"]), (False, ["c", "a", "b"])):
        order = {"rows": {"by": "total", "descending": descending}}
        assert [label for (label,) in figure(SUMS, "sum", pivot={"order": order}).matrix.rows] == rows
    top = figure(SUMS, "sum", pivot={"rows": [{"field": "k", "top": 1}]})
    assert top.matrix.rows == (("a",),)
    kept = figure(SUMS, "sum", pivot={"keep": [{"field": "k", "bottom": 2, "by": {"take": "sum", "of": "v"}}]})
    assert [label for (label,) in kept.matrix.rows] == ["a", "c"]


def test_what_is_lit_and_the_extremes_have_all_equals():
    assert figure(SUMS, "sum", color={"lit": {"highest": 1}}).coloring.lit.ravel().tolist() == [True, True, False]
    assert figure(SUMS, "sum", cells={"values": "extremes"}).contents.wanted.ravel().tolist() == [True, True, True]
    bright = figure(SUMS, "sum", color={"lit": {"from": 0.3}})
    assert bright.coloring.lit.ravel().tolist() == [True, True, False]


def test_a_value_on_a_cut_but_for_rounding_is_above_it():
    text = "k,v\n" + "a,0.1\n" * 3 + "b,0.7\nb,0.1\n" + "c,4.35\nc,-4.25\n"
    found = figure(text, "sum", color={"bands": {"cuts": [0.1, 0.3, 0.8]}})
    assert found.coloring.steps.ravel().tolist() == [2, 3, 1]


def test_changes_and_gaps_of_nothing_are_nothing():
    text = "k,m,v\na,1,0.3\na,2,0.1\na,2,0.2\n"
    pivot = {"columns": [{"field": "m"}], "show": {"as": "change", "along": "columns"}}
    np.testing.assert_array_equal(figure(text, "sum", pivot=pivot).matrix.values, [[N, 0.0]])
    assert figure(SUMS, "sum", pivot={"show": {"as": "gap", "to": 0.3}}).matrix.values.ravel().tolist()[:2] == [0.0, 0.0]


def test_cells_that_cancel_are_nothing_though_all_of_them_do():
    text = "k,v\n" + "a,1234.56\na,0.1\na,-1234.56\na,-0.1\n" + "b,99.9\nb,-33.3\nb,-66.6\n"
    assert figure(text, "sum").matrix.values.ravel().tolist() == [0.0, 0.0]
    assert figure(text, "average").matrix.grand_total == 0.0


def test_small_numbers_beside_large_ones_stay_what_they_are():
    found = figure("k,v\na,1e9\nb,0.001\nc,0.002\n", "sum").matrix.values.ravel().tolist()
    assert found == [1e9, 0.001, 0.002]
