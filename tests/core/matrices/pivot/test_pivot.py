"""The pivot, by hand and against brute force."""

import math
import random
from collections import defaultdict

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.tables.aggregation.levels import Level
from mottled_finch.core.tables.aggregation.partials import gather_sums
from mottled_finch.core.tables.aggregation.placement import Placement
from mottled_finch.core.tables.kernels import blocks

from ...conftest import read


def matrix(text: str, **pivot):
    return make_matrix(read(text), load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)


SIDES = {"rows": [{"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]}


def test_average_by_hand(trips):
    found = matrix(trips, **SIDES, measure={"take": "average", "of": "minutes"})
    assert found.rows == (("East",), ("North",), ("West",))
    assert found.columns == (("Jan",), ("Feb",))
    np.testing.assert_array_equal(found.values, [[6, np.nan], [10, 25], [np.nan, 1]])
    np.testing.assert_array_equal(found.records, [[2, 1], [1, 2], [0, 1]])
    # Totals are of the records: North is 60 / 3, not the average of 10 and 25.
    np.testing.assert_array_equal(found.row_totals, [6, 20, 1])
    np.testing.assert_allclose(found.column_totals, [22 / 3, 17])
    assert found.grand_total == pytest.approx(73 / 6)
    assert (found.kept, found.unplaced, found.unmeasured) == (9, 2, 1)


def test_sum_of_nothing_is_blank_and_count_of_nothing_is_zero(trips):
    sums = matrix(trips, **SIDES, measure={"take": "sum", "of": "minutes"})
    np.testing.assert_array_equal(sums.values, [[12, np.nan], [10, 50], [np.nan, 1]])
    counts = matrix(trips, **SIDES)
    np.testing.assert_array_equal(counts.values, [[2, 1], [1, 2], [0, 1]])
    assert counts.grand_total == 7
    assert counts.unmeasured == 0


def test_what_is_empty_can_be_told_otherwise(trips):
    zero = matrix(trips, **SIDES, measure={"take": "sum", "of": "minutes", "empty": "zero"})
    np.testing.assert_array_equal(zero.values, [[12, 0], [10, 50], [0, 1]])
    blank = matrix(trips, **SIDES, measure={"take": "count", "empty": "blank"})
    np.testing.assert_array_equal(blank.values, [[2, 1], [1, 2], [np.nan, 1]])


def test_an_empty_side_is_one_header_without_a_label(trips):
    down = matrix(trips, rows=[{"field": "pier"}])
    assert down.columns == ((),)
    assert down.values.tolist() == [[3], [3], [2]]
    across = matrix(trips, columns=[{"field": "line"}])
    assert (across.rows, across.values.tolist()) == (((),), [[4, 5]])
    neither = matrix(trips)
    assert (neither.rows, neither.columns, neither.values.tolist()) == (((),), ((),), [[9]])


def test_members_without_a_kept_record_are_absent(trips):
    found = matrix(trips, **SIDES, keep=[{"field": "line", "in": ["Inner"]}])
    assert found.rows == (("East",), ("North",))
    assert found.columns == (("Jan",), ("Feb",))
    nothing = matrix(trips, **SIDES, keep=[{"field": "line", "in": ["Night"]}])
    assert nothing.shape == (0, 0)
    assert nothing.kept == 0


def test_the_same_field_may_stand_on_both_sides():
    found = matrix(
        "m,x\n2025-01-01,1\n2026-01-02,2\n", rows=[{"field": "m", "cut": "year"}], columns=[{"field": "m", "cut": "month"}]
    )
    assert found.values.tolist() == [[1], [1]]


@pytest.mark.parametrize(
    ("pivot", "sentence"),
    [
        ({"rows": [{"field": "Pier"}]}, 'pivot.rows[0].field: no column "Pier"; did you mean "pier"?'),
        (
            {"measure": {"take": "sum", "of": "line"}},
            'pivot.measure.of: "line" holds text, of which there is no sum; choose a number, such as minutes',
        ),
        ({"measure": {"take": "sum", "of": "minute"}}, 'pivot.measure.of: no column "minute"; did you mean "minutes"?'),
        (
            {"columns": [{"field": "minutes", "cut": "hour"}]},
            'pivot.columns[0].cut: "minutes" holds numbers, which cannot be cut by hour; '
            'leave "cut" out or choose a moment in time',
        ),
    ],
)
def test_says_what_does_not_fit_the_table(trips, pivot, sentence):
    with pytest.raises(TableError) as told:
        matrix(trips, **pivot)
    assert str(told.value) == sentence


def test_refuses_more_members_than_a_figure_can_hold():
    lines = "".join(f"m{i},x\n" for i in range(5001))
    with pytest.raises(
        TableError, match=r'^pivot\.rows\[0\]: "id" has 5,001 different values, which makes 5,001 cells; a figure holds'
    ):
        matrix("id,x\n" + lines, rows=[{"field": "id"}])
    one = matrix("id,x\n" + lines, rows=[{"field": "id"}], keep=[{"field": "id", "in": ["m7"]}])
    assert one.rows == (("m7",),)


def brute(records, take):
    """The matrix as a spreadsheet clerk would make it: record by record, with exact sums."""
    cells, counts = defaultdict(list), defaultdict(int)
    for row, column, value in records:
        if row and column:
            counts[row, column] += 1
            if value is not None:
                cells[row, column].append(value)
    rows, columns = sorted({row for row, _ in counts}), sorted({column for _, column in counts})

    def cell(row, column):
        numbers = cells[row, column]
        if take == "count":
            return counts[row, column]
        if not numbers:
            return math.nan
        return math.fsum(numbers) / (len(numbers) if take == "average" else 1)

    return rows, columns, [[cell(row, column) for column in columns] for row in rows]


RECORDS = st.lists(
    st.tuples(
        st.sampled_from(["", "a", "b", "c"]),
        st.sampled_from(["", "p", "q", "r", "s"]),
        st.one_of(st.none(), st.integers(-1000, 1000), st.floats(-1e6, 1e6)),
    ),
    min_size=1,
    max_size=60,
)


@settings(max_examples=70, deadline=None)
@given(RECORDS, st.sampled_from(["count", "sum", "average"]), st.integers(1, 7))
def test_agrees_with_brute_force_whatever_the_blocks(records, take, block):
    # a last record that is no number's business keeps the value column a number even when all drawn values are blank
    records = [*records, ("a", "p", 1.5)]
    text = "r,c,v\n" + "".join(f"{row},{column},{'' if value is None else repr(value)}\n" for row, column, value in records)
    whole = blocks.BLOCK
    blocks.BLOCK = block
    try:
        found = matrix(
            text,
            rows=[{"field": "r"}],
            columns=[{"field": "c"}],
            measure={"take": take} if take == "count" else {"take": take, "of": "v"},
        )
    finally:
        blocks.BLOCK = whole
    rows, columns, values = brute(records, take)
    assert [label for (label,) in found.rows] == rows
    assert [label for (label,) in found.columns] == columns
    np.testing.assert_allclose(found.values, values, rtol=1e-12, atol=1e-6)
    np.testing.assert_array_equal(np.isnan(found.values), np.isnan(np.array(values, dtype=float)))
    placed = [record for record in records if record[0] and record[1]]
    assert found.records.sum() == len(placed)
    assert found.unplaced == len(records) - len(placed)


def test_sums_of_a_million_values_agree_with_exact_summation():
    random_ = random.Random(7)
    values = np.array([random_.uniform(-1, 1) * 10 ** random_.randint(-6, 9) for _ in range(1_000_000)])
    level = Level(codes=np.ones(len(values), np.uint8), member_of=np.array([-1, 0]), labels=("a",))
    found = gather_sums(Placement(len(values), (level,), ()), values).sums[0]
    assert found == pytest.approx(math.fsum(values), rel=1e-9)
