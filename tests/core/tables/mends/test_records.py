"""Drop, unique and unfold: other records than before."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import LevelSpec
from mottled_finch.core.tables.aggregation.levels import level_of
from mottled_finch.core.tables.aggregation.table_source import TableSource
from mottled_finch.core.tables.mends.unique import repeats
from mottled_finch.core.tables.table import Kind

from ...conftest import read
from .conftest import column, dirty, laid


@pytest.mark.parametrize(
    ("where", "left", "words"),
    [
        ([{"field": "pier", "in": ["South"]}], 8, "Leave out: pier is South"),
        ([{"field": "minutes", "above": 10}], 14, "Leave out: minutes above 10"),
        ([{"field": "minutes", "from": 10, "to": 12}], 16, "Leave out: minutes from 10 to 12"),
        ([{"field": "minutes", "below": 4}], 17, "Leave out: minutes below 4"),
        ([{"field": "pier", "blank": True}], 19, "Leave out: pier is blank"),
        ([{"field": "minutes", "blank": False}], 2, "Leave out: minutes is not blank"),
        ([{"field": "at", "above": "2025-03"}], 8, "Leave out: at above 2025-03"),
        ([{"field": "at", "below": "2025-02"}], 18, "Leave out: at below 2025-02"),
        (
            [{"field": "pier", "in": ["South"]}, {"field": "minutes", "above": 6}],
            14,
            "Leave out: pier is South and minutes above 6",
        ),
    ],
)
def test_records_that_meet_all_the_conditions_are_left_out(where, left, words):
    done = laid({"do": "drop", "where": where})
    assert (done.table.records, done.steps[0].touched, done.steps[0].words) == (left, 20 - left, words)
    assert len(done.origin) == left


def test_what_is_left_keeps_its_values_its_misfits_and_its_origin():
    done = laid({"do": "drop", "where": [{"field": "pier", "in": ["West", "North"]}]})
    assert column(done.table, "minutes", 6) == ["4", "8", "12", "20", "n/k", "1"]
    assert done.origin.tolist() == [0, 1, 3, 4, 7, *range(8, 20)]


def test_of_records_alike_the_first_stays():
    assert laid({"do": "unique"}).origin.tolist() == [i for i in range(20) if i != 6]
    done = laid({"do": "unique", "fields": ["code"]})
    assert column(done.table, "code") == ["EA", "WE", "NO", "SO"]


def test_blanks_are_alike_and_texts_that_did_not_fit_are_not():
    numbers = "".join(f"{i}\n" for i in range(40))
    table = read(f"n\n{numbers}n/k\n-\n\n\nn/k\n")
    assert np.flatnonzero(repeats(table.columns)).tolist() == [43, 44]


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(st.sampled_from(["a", "b", ""]), st.sampled_from([1.5, 0.0, -0.0, None])), min_size=1, max_size=30))
def test_repeats_are_those_found_by_hand(records):
    text = "w,n\n" + "".join(f"x{word},{'' if number is None else number}\n" for word, number in records)
    seen, wanted = set(), []
    for word, number in records:
        key = (word, None if number is None else number + 0.0)
        wanted.append(key in seen)
        seen.add(key)
    assert repeats(read(text).columns).tolist() == wanted


MATRIX = "vessel,seats,age,rating\nKnot,150,27,2.8\nAvocet,240,9,4.2\nDunlin,180,,4.5\n"


def test_a_matrix_becomes_records_row_by_row():
    done = laid({"do": "unfold", "keep": ["vessel"], "names": "attribute"}, table=read(MATRIX))
    assert done.table.names == ["vessel", "attribute", "value"]
    assert column(done.table, "vessel", 4) == ["Knot", "Knot", "Knot", "Avocet"]
    assert column(done.table, "attribute", 4) == ["seats", "age", "rating", "seats"]
    assert column(done.table, "value", 9) == ["150", "27", "2.8", "240", "9", "4.2", "180", "", "4.5"]
    assert (done.origin, done.steps[0].made) == (None, "9 records")


@pytest.mark.parametrize(
    ("order", "rows", "columns"),
    [
        ("as_it_stands", ("Knot", "Avocet", "Dunlin"), ("seats", "age", "rating")),
        ("natural", ("Avocet", "Dunlin", "Knot"), ("age", "rating", "seats")),
    ],
)
def test_rows_and_columns_keep_the_order_that_is_asked_for(order, rows, columns):
    table = laid({"do": "unfold", "keep": ["vessel"], "order": order}, table=read(MATRIX)).table
    assert level_of(TableSource(table), LevelSpec(field="vessel"), "").labels == rows
    assert level_of(TableSource(table), LevelSpec(field="column"), "").labels == columns


def test_columns_of_different_kinds_unfold_to_their_texts():
    table = laid({"do": "unfold", "keep": ["a"]}, table=read("a,b,c\nx,1,one\ny,2,two\n")).table
    assert table.column("value", "").kind is Kind.CATEGORY
    assert column(table, "value") == ["1", "one", "2", "two"]


def test_misfits_of_the_rows_are_spread_with_them():
    lines = "".join(f"{i},{i},{i}\n" for i in range(20))
    table = laid({"do": "unfold", "keep": ["n"]}, table=read(f"n,b,c\n{lines}n/k,5,6\n")).table
    assert column(table, "n", 42)[-3:] == ["19", "n/k", "n/k"]


@pytest.mark.parametrize(
    ("mend", "sentence"),
    [
        (
            {"keep": ["vessel", "seats", "age", "rating"]},
            ": every column is kept, so there is nothing to unfold; keep only those that name the rows",
        ),
        ({"keep": ["vessel"], "names": "vessel"}, '.names: two columns would be named "vessel"; choose another name'),
        ({"keep": ["vessle"]}, '.keep[0]: no column "vessle"; did you mean "vessel"?'),
    ],
)
def test_what_cannot_be_unfolded_is_told(mend, sentence):
    with pytest.raises(TableError) as told:
        laid({"do": "unfold", **mend}, table=read(MATRIX))
    assert str(told.value) == f"table.mends[0]{sentence}"


def test_dirty_is_what_these_tests_say_it_is():
    assert dirty().records == 20
