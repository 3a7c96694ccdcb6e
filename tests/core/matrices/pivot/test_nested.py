"""Nested levels, bins, empty parts, the largest members, and what is too much."""

import re

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import LevelSpec, load_recipe
from mottled_finch.core.common.recipe.spec import BinsSpec
from mottled_finch.core.matrices.pivot import behind, grouping, make_matrix, members_of
from mottled_finch.core.tables.aggregation.bins import bin_labels, binned, edges_of
from mottled_finch.core.tables.aggregation.cuts import MONTHS

from ...conftest import read

LOG = (
    "line,pier,month,late\n"
    "Inner,East,2025-01-05,2\nInner,East,2025-02-05,4\nInner,North,2025-01-06,6\n"
    "Outer,West,2025-02-07,8\nOuter,North,2025-02-08,10\nOuter,West,2025-02-09,12\n"
)


def matrix(text, **pivot):
    return make_matrix(read(text), load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)


NESTED = {"rows": [{"field": "line"}, {"field": "pier"}], "columns": [{"field": "month", "cut": "month"}]}
SUM = {"take": "sum", "of": "late"}


def test_levels_nest_outermost_first_and_only_combinations_with_records_stand():
    found = matrix(LOG, **NESTED, measure=SUM)
    assert found.rows == (("Inner", "East"), ("Inner", "North"), ("Outer", "North"), ("Outer", "West"))
    np.testing.assert_array_equal(found.values, [[2, 4], [6, np.nan], [np.nan, 10], [np.nan, 20]])
    assert [(group.labels, group.start, group.stop) for group in found.row_groups] == [(("Inner",), 0, 2), (("Outer",), 2, 4)]
    # The totals of the groups stand between the rows and the total of all.
    np.testing.assert_array_equal(found.all_values[4:6], [[8, 4, 12], [np.nan, 30, 30]])
    assert found.grand_total == 42


def test_three_levels_have_groups_within_groups():
    text = "a,b,c\n1,x,p\n1,x,q\n1,y,p\n2,x,p\n"
    found = matrix(text, rows=[{"field": "a"}, {"field": "b"}, {"field": "c"}])
    assert [(group.depth, group.labels) for group in found.row_groups] == [
        (2, ("1", "x")),
        (2, ("1", "y")),
        (2, ("2", "x")),
        (1, ("1",)),
        (1, ("2",)),
    ]
    assert found.all_values[:, 0].tolist() == [1, 1, 1, 1, 2, 1, 1, 3, 1, 4]


def test_swapping_inner_and_outer_changes_no_value():
    swapped = matrix(LOG, rows=NESTED["rows"][::-1], columns=NESTED["columns"], measure=SUM)
    straight = matrix(LOG, **NESTED, measure=SUM)
    cells = {frozenset(labels): tuple(line) for labels, line in zip(straight.rows, straight.values.tolist(), strict=True)}
    assert {
        frozenset(labels): tuple(line) for labels, line in zip(swapped.rows, swapped.values.tolist(), strict=True)
    }.keys() == cells.keys()
    for labels, line in zip(swapped.rows, swapped.values.tolist(), strict=True):
        np.testing.assert_array_equal(line, cells[frozenset(labels)])


def test_the_same_months_line_up_across_years():
    text = "m\n2024-02-01\n2024-03-01\n2025-01-01\n2025-02-01\n"
    found = matrix(text, rows=[{"field": "m", "cut": "year"}], columns=[{"field": "m", "cut": "month"}])
    assert found.columns == (("Jan",), ("Feb",), ("Mar",))
    assert found.values.tolist() == [[0, 1, 1], [1, 1, 0]]


def test_empty_parts_are_closed_up_or_kept():
    text = "m,v\n2025-01-05,1\n2025-04-05,2\n2025-07-01,3\n"

    def columns(**level):
        return [labels[0] for labels in matrix(text, columns=[{"field": "m", **level}]).columns]

    assert columns(cut="year_month") == ["2025-01", "2025-04", "2025-07"]
    assert columns(cut="year_month", empty="keep") == [f"2025-0{month}" for month in range(1, 8)]
    assert columns(cut="month", empty="keep") == list(MONTHS)
    assert columns(cut="month", empty="keep", year_starts=7)[:2] == ["Jul", "Aug"]
    kept = matrix(text, columns=[{"field": "m", "cut": "year_month", "empty": "keep"}], keep=[{"field": "m", "to": "2025-04"}])
    assert [labels[0] for labels in kept.columns] == ["2025-01", "2025-02", "2025-03", "2025-04"]  # no further than records go
    np.testing.assert_array_equal(kept.values, [[1, 0, 0, 1]])


def test_empty_parts_are_kept_within_each_group():
    found = matrix(LOG, rows=[{"field": "line"}, {"field": "pier", "empty": "keep"}])
    assert len(found.rows) == 6
    assert found.rows[2] == ("Inner", "West")
    assert found.values[2, 0] == 0


@pytest.mark.parametrize(
    ("bins", "labels", "counts"),
    [
        # A number on an edge belongs to the bin above it; the topmost is closed above, and what is beyond is in no bin.
        ({"edges": [0, 5, 10]}, ["0–5", "5–10"], [2, 3]),
        ({"edges": [-5, 0, 2.5]}, ["-5 to 0", "0 to 2.5"], [0, 1]),
        ({"equal_width": 4}, ["1–4", "4–7", "7–10", "10–13"], [1, 2, 1, 1]),
        ({"equal_count": 2}, ["1–6", "6–13"], [2, 3]),
        ({"round": 3}, ["0–5", "5–10", "10–15"], [2, 2, 1]),
    ],
)
def test_bins(bins, labels, counts):
    text = "v\n1\n4\n6\n9\n13\n\n".replace("9", "10" if bins.get("edges") == [0, 5, 10] else "9")
    found = matrix(text, rows=[{"field": "v", "bins": bins, "empty": "keep"}])
    assert [label for (label,) in found.rows] == labels
    # 13 lies beyond the edges 0, 5, 10, and 10 on the topmost
    assert found.values.ravel().tolist() == ([2, 2] if bins.get("edges") == [0, 5, 10] else counts)


def test_bins_of_equal_values_and_of_nothing():
    assert members_of(read("v\n3\n3\n3\n"), LevelSpec(field="v", bins=BinsSpec(equal_count=4))) == [("3", 3)]
    nothing = matrix("v,k\n1,a\n,b\n", rows=[{"field": "v", "bins": {"equal_width": 3}}], keep=[{"field": "k", "in": ["b"]}])
    assert nothing.shape[0] == 0


def test_an_edge_belongs_to_the_bin_above_it_though_it_was_found():
    tenths = "v\n" + "".join(f"{i / 10}\n" for i in range(11))
    found = matrix(tenths, rows=[{"field": "v", "bins": {"equal_width": 10}}])
    assert [label for (label,) in found.rows] == ["0–0.1", *(f"{i / 10}–{(i + 1) / 10}" for i in range(1, 9)), "0.9–1"]
    assert found.values.ravel().tolist() == [1] * 9 + [2]


def test_an_empty_bin_between_others_stands_and_those_at_the_ends_do_not():
    text = "v,k\n1,a\n9,b\n"
    assert matrix(text, rows=[{"field": "v", "bins": {"edges": [-5, 0, 3, 6, 10, 20]}}]).values.ravel().tolist() == [1, 0, 1]
    kept = matrix(text, rows=[{"field": "v", "bins": {"edges": [-5, 0, 3, 6, 10, 20]}, "empty": "keep"}])
    assert kept.values.ravel().tolist() == [0, 1, 0, 1, 0]


@settings(max_examples=100, deadline=None)
@given(
    st.lists(st.floats(-1e9, 1e9).map(lambda v: round(v, 6)) | st.integers(-20, 20).map(lambda i: i / 10), min_size=1, max_size=40),
    st.sampled_from(["equal_width", "equal_count", "round"]),
    st.integers(1, 12),
)
def test_found_edges_hold_all_values_and_are_printed_as_they_are_used(values, way, bins):
    text = "v\n" + "".join(f"{value!r}\n" for value in values) + "\n"
    column = read(text).column("v", "")
    numbers = column.data[~np.isnan(column.data)] if column.is_number else np.zeros(0)
    if not len(numbers):
        return
    edges = edges_of(BinsSpec(**{way: bins}), numbers)
    assert edges[0] <= numbers.min() and numbers.max() <= edges[-1]
    assert (np.diff(edges) > 0).all() or numbers.min() == numbers.max()
    codes = binned(numbers, edges)
    assert (codes > 0).all()
    for label, low, high in zip(bin_labels(edges), edges, edges[1:], strict=False):
        said = re.split("–| to ", label)
        assert float(said[0]) == low and float(said[-1]) == high
    for value, code in zip(numbers, codes.tolist(), strict=True):
        assert edges[code - 1] <= value and (value < edges[code] or code == len(edges) - 1)
    if way == "round":
        assert len(edges) - 1 <= 2 * bins + 2


@pytest.mark.parametrize(
    ("low", "high", "bins", "edges"),
    [
        (0.3, 96.2, 8, [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100]),
        (-3, 17, 8, [-5, -2.5, 0, 2.5, 5, 7.5, 10, 12.5, 15, 17.5]),
        (0, 1, 5, [0, 0.2, 0.4, 0.6, 0.8, 1]),
        (1234, 98765, 4, [0, 25000, 50000, 75000, 100000]),
        (1e-7, 3e-7, 2, [1e-7, 2e-7, 3e-7]),
        (7, 7, 3, [7, 7]),
    ],
)
def test_round_edges_are_those_that_people_would_choose(low, high, bins, edges):
    assert edges_of(BinsSpec(round=bins), np.array([low, np.nan, high])).tolist() == edges


def test_bins_are_found_among_the_records_that_are_kept():
    text = "v,k\n1,a\n3,a\n9999,b\n"
    found = matrix(text, rows=[{"field": "v", "bins": {"equal_width": 2}}], keep=[{"field": "k", "in": ["a"]}])
    assert [label for (label,) in found.rows] == ["1–2", "2–3"]


def test_the_largest_members_stay_and_the_rest_is_gathered():
    def rows(**level):
        found = matrix(LOG, rows=[{"field": "pier", **level}], measure=SUM)
        return [(labels[0], value) for labels, value in zip(found.rows, found.values[:, 0].tolist(), strict=True)]

    assert rows(top=1) == [("West", 20)]
    assert rows(top=1, others=True) == [("West", 20), ("Others", 22)]
    assert rows(top=2, others="Elsewhere") == [("North", 16), ("West", 20), ("Elsewhere", 6)]
    assert rows(top=1, by={"take": "count"}) == [("East", 6)]  # all have two records; nature decides
    assert rows(top=9, others=True) == [("East", 6), ("North", 16), ("West", 20)]


@pytest.mark.parametrize("level", [{"top": 2}, {"top": 2, "others": True}, {"top": 1, "names": {"a": "b"}}])
def test_the_largest_of_nothing_are_none(level):
    """A level without members: a blank column, or bins of numbers none of which is kept."""
    blank = "k,v\nx,\nx,\n"
    assert matrix(blank, rows=[{"field": "v", **level}]).values.size == 0
    bins = {"field": "v", "bins": {"equal_width": 3}, **level}
    assert matrix("k,v\nx,1\n,\n", rows=[bins], keep=[{"field": "k", "in": ["none"]}]).values.size == 0
    assert matrix(blank, columns=[{"field": "v", **level}], split={"field": "k"}).values.size == 0


def test_names_rename_and_gather():
    found = matrix(LOG, rows=[{"field": "pier", "names": {"East": "Small", "West": "Small", "Nowhere": "x"}}], measure=SUM)
    assert (found.rows, found.values.ravel().tolist()) == ((("Small",), ("North",)), [26, 16])


def test_a_further_field_splits_into_matrices_with_the_same_columns():
    found = matrix(LOG, rows=[{"field": "pier"}], columns=[{"field": "month", "cut": "month"}], split={"field": "line"})
    assert found.columns == (("Inner", "Jan"), ("Inner", "Feb"), ("Outer", "Jan"), ("Outer", "Feb"))
    assert found.panels
    assert found.values.tolist() == [[1, 1, 0, 0], [1, 0, 0, 1], [0, 0, 0, 2]]


def test_what_is_set_aside_is_not_drawn_but_counted():
    found = matrix(LOG, **NESTED, measure=SUM, aside={"rows": [["Inner", "East"]]})
    assert found.rows[0] == ("Inner", "North")
    assert found.all_values[3:].tolist()[0][-1] == 12  # the group's total is that of all its records
    assert found.grand_total == 42


def test_in_matrices_side_by_side_a_column_is_set_aside_in_all_of_them():
    sides = {"rows": [{"field": "pier"}], "columns": [{"field": "month", "cut": "month"}], "split": {"field": "line"}}
    found = matrix(LOG, **sides, aside={"columns": [["Inner", "Jan"]]})
    assert found.columns == (("Inner", "Feb"), ("Outer", "Feb"))
    whole = matrix(LOG, **sides, aside={"rows": [["East"], ["North"], ["West"]]}, show={"as": "running", "along": "rows"})
    assert whole.shape == (0, 4)


def test_running_totals_run_over_what_is_set_aside_too():
    spec = {**NESTED, "measure": SUM, "show": {"as": "running", "along": "columns"}}
    whole, some = matrix(LOG, **spec), matrix(LOG, **spec, aside={"rows": [["Inner", "East"]], "columns": [["Jan"]]})
    keep = [i for i, labels in enumerate([*whole.rows, *range(len(whole.row_groups) + 1)]) if labels != ("Inner", "East")]
    np.testing.assert_array_equal(some.all_values, whole.all_values[keep][:, 1:])


def test_the_records_behind_a_total_are_those_of_what_is_set_aside_too():
    spec = load_recipe({"finch_recipe": 2, "pivot": {**NESTED, "aside": {"rows": [["Inner", "East"]]}}}).pivot
    found = make_matrix(read(LOG), spec)
    for row in range(found.all_records.shape[0]):
        for column in range(found.all_records.shape[1]):
            assert len(behind(read(LOG), spec, row, column)) == found.all_records[row, column]


def test_three_levels_of_a_thousand_categories_are_refused_with_a_way_out():
    lines = "".join(f"a{i},b{i},c{i}\n" for i in range(1000))
    with pytest.raises(TableError) as told:
        matrix("a,b,c\n" + lines, rows=[{"field": "a"}, {"field": "b"}, {"field": "c"}])
    assert str(told.value) == (
        'pivot.rows[0]: "a", "b" and "c" nest to 1,000,000,000 combinations; a figure holds at most 5,000 on a side and '
        '250,000 in all, so take a level off, leave the largest with "top" or keep fewer records'
    )


def test_many_combinations_of_which_few_have_records_are_reduced_first(monkeypatch):
    lines = "".join(f"a{i % 70},b{i % 50},c{i % 30}\n" for i in range(400))
    wanted = matrix("a,b,c\n" + lines, rows=[{"field": "a"}, {"field": "b"}], columns=[{"field": "c"}])
    monkeypatch.setattr(grouping, "MAX_PLACES", 1000)
    found = matrix("a,b,c\n" + lines, rows=[{"field": "a"}, {"field": "b"}], columns=[{"field": "c"}])
    assert (found.rows, found.columns) == (wanted.rows, wanted.columns)
    np.testing.assert_array_equal(found.all_values, wanted.all_values)


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.tuples(*(st.sampled_from("xyz") for _ in range(4)), st.integers(2, 9)), min_size=1, max_size=50),
    st.data(),
)
def test_the_records_behind_every_line_are_as_many_as_are_told(records, data):
    text = "a,b,c,d,v\n" + "".join(f"{','.join(map(str, record))}\n" for record in records)
    table = read(text)
    spec = load_recipe(
        {
            "finch_recipe": 2,
            "pivot": {
                "rows": [{"field": "a"}, {"field": "b"}],
                "columns": [{"field": "c"}, {"field": "d", "top": 2, "others": True}],
                "keep": [{"field": "v", "below": 8}],
                "order": {"rows": {"by": "total", "descending": True}, "columns": {"by": "label", "descending": True}},
            },
        }
    ).pivot
    found = make_matrix(table, spec)
    if 0 in found.shape:
        return
    row = data.draw(st.integers(0, found.all_records.shape[0] - 1))
    column = data.draw(st.integers(0, found.all_records.shape[1] - 1))
    positions = behind(table, spec, row, column)
    assert len(positions) == found.all_records[row, column]
    names = [*found.rows] + [group.labels for group in found.row_groups] + [()]
    for position in positions.tolist():
        assert records[position][: len(names[row])] == names[row]
        assert records[position][4] < 8
