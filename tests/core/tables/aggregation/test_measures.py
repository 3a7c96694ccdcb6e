"""Every measure by hand, against brute force record by record, and by what must hold for all of them."""

import math
from collections import defaultdict

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.vocabulary import MEASURE_TERMS
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.tables.aggregation.levels import Level
from mottled_finch.core.tables.aggregation.measures import MEASURES
from mottled_finch.core.tables.aggregation.partials import gather_values
from mottled_finch.core.tables.aggregation.placement import Placement
from mottled_finch.core.tables.kernels import blocks
from mottled_finch.core.tables.table import Column, Kind, Table

from ...brute import PLAIN
from ...conftest import read

SIDES = {"rows": [{"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]}
KEYS = {"of": "v", "per": "w", "p": 90, "where": {"field": "v", "above": 2}}
SPECS = {take: {"take": take, **{key: KEYS[key] for key in term.keys}} for take, term in MEASURE_TERMS.items()}


def matrix(table, **pivot):
    return make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)


@pytest.mark.parametrize(
    ("measure", "cells", "rows", "columns", "whole"),
    # East has 4, 8 in January and a blank in February; North 10, and 20, 30; West 1 in February.
    [
        ({"take": "median", "of": "minutes"}, [[6, None], [10, 25], [None, 1]], [6, 20, 1], [8, 20], 9),
        ({"take": "min", "of": "minutes"}, [[4, None], [10, 20], [None, 1]], [4, 10, 1], [4, 1], 1),
        ({"take": "max", "of": "minutes"}, [[8, None], [10, 30], [None, 1]], [8, 30, 1], [10, 30], 30),
        ({"take": "range", "of": "minutes"}, [[4, None], [0, 10], [None, 0]], [4, 20, 0], [6, 29], 29),
        ({"take": "distinct", "of": "line"}, [[2, 1], [1, 1], [0, 1]], [2, 2, 1], [2, 2], 2),
        (
            {"take": "stdev", "of": "minutes"},
            [[math.sqrt(8), None], [None, math.sqrt(50)], [None, None]],
            [math.sqrt(8), 10, None],
            [math.sqrt(28 / 3), math.sqrt(217)],
            math.sqrt(3557 / 30),
        ),
        # Numbering 4, 8 from 0, three quarters of the way lies at place 0.75: 4 + 0.75 * 4.
        ({"take": "percentile", "of": "minutes", "p": 75}, [[7, None], [10, 27.5], [None, 1]], [7, 25, 1], [9, 25], 17.5),
        (
            {"take": "share", "where": {"field": "minutes", "to": 8}},
            [[1, 0], [0, 0], [None, 1]],
            [2 / 3, 0, 1],
            [2 / 3, 1 / 4],
            3 / 7,
        ),
    ],
    ids=lambda value: value.get("take") if isinstance(value, dict) else "",
)
def test_by_hand(trips, measure, cells, rows, columns, whole):
    found = matrix(read(trips), **SIDES, measure=measure)
    np.testing.assert_allclose(found.values, np.array(cells, dtype=float))
    np.testing.assert_allclose(found.row_totals, np.array(rows, dtype=float))
    np.testing.assert_allclose(found.column_totals, np.array(columns, dtype=float))
    assert found.grand_total == pytest.approx(whole)


def test_a_ratio_is_of_sums_and_never_an_average_of_ratios():
    table = read("p,won,asked\na,1,2\na,9,10\nb,3,0\nb,0,0\nc,,4\nd,5,\n")
    found = matrix(table, rows=[{"field": "p"}], measure={"take": "ratio", "of": "won", "per": "asked"})
    np.testing.assert_array_equal(found.values.ravel(), [10 / 12, np.nan, np.nan, np.nan])  # over zero, of nothing, over nothing
    assert found.grand_total == 18 / 16


RECORDS = st.lists(
    st.tuples(
        st.sampled_from(["", "a", "b", "c"]),
        st.sampled_from(["", "p", "q", "r"]),
        st.one_of(st.none(), st.integers(-4, 4), st.floats(-1e6, 1e6)),
        st.one_of(st.none(), st.integers(-3, 3)),
    ),
    min_size=1,
    max_size=60,
)


def brute(take, records):
    """One measure of some records, in plain Python."""
    values = [float(value) for _, _, value, _ in records if value is not None]
    if take == "count":
        return len(records)
    if take == "distinct":
        return len(set(values))
    if take == "share":
        return sum(value is not None and value > 2 for _, _, value, _ in records) / len(records) if records else math.nan
    if take == "ratio":
        per = math.fsum(value for _, _, _, value in records if value is not None)
        return math.fsum(values) / per if values and per else math.nan
    return PLAIN[take](values) if values else math.nan


@settings(max_examples=40, deadline=None)
@given(RECORDS, st.sampled_from(list(MEASURES)), st.integers(1, 9))
@example([("a", "p", 3, 1)] * 40, "median", 7)
def test_cells_and_totals_agree_with_brute_force_whatever_the_blocks(records, take, block):
    records = [*records, ("a", "p", 1.5, 2)]  # so that the columns are numbers even when all drawn values are blank
    lines = (",".join("" if value is None else str(value) for value in record) for record in records)
    table = read("r,c,v,w\n" + "\n".join(lines) + "\n")
    whole = blocks.BLOCK
    blocks.BLOCK = block
    try:
        found = matrix(table, rows=[{"field": "r"}], columns=[{"field": "c"}], measure=SPECS[take])
    finally:
        blocks.BLOCK = whole
    by = defaultdict(list)
    for record in records:
        if record[0] and record[1]:
            for row in (record[0], None):
                for column in (record[1], None):
                    by[row, column].append(record)
    rows = [*(label for (label,) in found.rows), None]
    columns = [*(label for (label,) in found.columns), None]
    wanted = [[brute(take, by[row, column]) for column in columns] for row in rows]
    np.testing.assert_allclose(found.all_values, wanted, rtol=1e-9, atol=1e-6)
    assert found.all_records.tolist() == [[len(by[row, column]) for column in columns] for row in rows]


KINDS = {
    "even": lambda rng, n: rng.uniform(-1e3, 1e3, n),
    "few": lambda rng, n: rng.integers(0, 3, n).astype(float),
    "equal": lambda rng, n: np.full(n, 5.0),
    "rising": lambda rng, n: np.arange(n, dtype=float),
    "far": lambda rng, n: np.exp(rng.normal(0, 8, n)),
    "waves": lambda rng, n: np.sin(np.arange(n) / 3.7),
    "misleading": lambda rng, n: np.where(np.arange(n) % sampled(n) == sampled(n) // 2, 50.0, rng.uniform(0, 1, n)),
    "two heaps": lambda rng, n: np.where(rng.random(n) < 0.5, rng.normal(0, 1, n), rng.normal(1e6, 1e-3, n)),
}


def sampled(number):
    """Every how many values a sample is drawn of them."""
    return int(number ** (1 / 3))


@settings(max_examples=60, deadline=None)
@given(
    st.sampled_from(list(KINDS)),
    st.integers(1, 4_000) | st.integers(10_000, 90_000),
    st.floats(0, 100) | st.just(100),
    st.integers(0, 9),
)
@example("equal", 2_000, 37.5, 0)
@example("rising", 2_500, 99.9, 1)
@example("misleading", 60_000, 50.0, 2)
@example("even", 90_000, 100.0, 3)
def test_percentiles_of_many_values_are_those_of_sorting(kind, number, p, seed):
    values = KINDS[kind](np.random.default_rng(seed), number)
    level = Level(codes=np.ones(number + 1, np.uint8), member_of=np.array([-1, 0]), labels=("a",))
    found = gather_values(Placement(number + 1, (level,), ()), np.append(values, np.nan)).quantile(p / 100)
    assert found[0] == pytest.approx(float(np.percentile(values, p)), rel=1e-12, abs=1e-12)


@pytest.mark.parametrize("take", list(MEASURES))
def test_turning_commutes(trips, take):
    table = read(trips.replace("minutes", "v").replace("line", "w").replace("Inner", "1").replace("Outer", "2"))
    straight = matrix(table, **SIDES, measure=SPECS[take])
    turned = matrix(table, rows=SIDES["columns"], columns=SIDES["rows"], measure=SPECS[take])
    np.testing.assert_array_equal(straight.all_values.T, turned.all_values)
    np.testing.assert_array_equal(straight.all_records.T, turned.all_records)


@pytest.mark.parametrize("take", list(MEASURES))
def test_one_record_all_blank_and_nothing_kept(take):
    blank = matrix(read("r,v,w\nx,1,1\ny,,\n"), rows=[{"field": "r"}], measure=SPECS[take], keep=[{"field": "r", "in": ["y"]}])
    expected = {"count": 1, "distinct": 0, "share": 0}.get(take, np.nan)
    np.testing.assert_array_equal(blank.all_values, np.full((2, 2), expected))
    nothing = matrix(read("r,v,w\nx,1,1\n"), rows=[{"field": "r"}], measure=SPECS[take], keep=[{"field": "r", "in": []}])
    assert 0 in nothing.shape


@pytest.mark.filterwarnings("error")
@pytest.mark.parametrize("take", [take for take, term in MEASURE_TERMS.items() if term.numbers])
def test_results_that_are_no_finite_number_are_blanks(take):
    """Infinite numbers come in by no file, but by a column computed from others."""
    codes = np.array([1, 1, 2], dtype=np.uint8)
    columns = [Column(name="r", kind=Kind.CATEGORY, data=codes, entries=np.array(["", "a", "b"], dtype=object))]
    columns += [
        Column(name=name, kind=Kind.NUMBER, data=np.array(data)) for name, data in (("v", [math.inf, 1, 2]), ("w", [1.0] * 3))
    ]
    found = matrix(Table(tuple(columns)), rows=[{"field": "r"}], measure=SPECS[take])
    assert not np.isinf(found.all_values).any()
    np.testing.assert_array_equal(
        found.values.ravel(), [1 if take == "min" else np.nan, {"stdev": np.nan, "range": 0}.get(take, 2)]
    )


def test_large_numbers_keep_their_spread():
    # The textbook case against squaring: variance 30 of numbers near a thousand million.
    table = read("k,v\n" + "".join(f"x,{1e9 + each}\n" for each in (4, 7, 13, 16)))
    found = matrix(table, rows=[{"field": "k"}], measure={"take": "stdev", "of": "v"})
    assert found.values[0, 0] == pytest.approx(math.sqrt(30), rel=1e-12)
    apart = read("k,v\n" + "".join(f"{k},{1e9 + each}\n" for k, each in zip("xyxy", (4, 7, 13, 16), strict=True)))
    assert matrix(apart, rows=[{"field": "k"}], measure={"take": "stdev", "of": "v"}).grand_total == pytest.approx(math.sqrt(30))
