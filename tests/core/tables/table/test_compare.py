"""Two editions side by side."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.table.compare import Category, compare

from ...conftest import read

BEFORE = "pier,at,n,fuel\nEast,2025-01-01,1,5\nEast,2025-01-02,2,6\nWest,2025-01-03,,7\n"
AFTER = "pier,at,n,litres,extra\nEast,2025-01-01,1,5,q\nEast,2025-01-02,4,6,q\nNorth,2025-01-09,8,7,q\nNorth,2025-01-10,8,7,q\n"


def test_what_a_newer_edition_would_change():
    found = compare(read(BEFORE), read(AFTER))
    assert (found.records_before, found.records_after, found.same) == (3, 4, 1)
    assert [(each.field, each.may_be) for each in found.missing] == [("fuel", ("litres",))]
    assert found.new_columns == ("litres", "extra")
    (piers,) = found.categories
    assert (piers.new, piers.vanished) == ((Category(text="North", records=2),), (Category(text="West", records=1),))
    (total,) = found.totals
    assert (total.sum_before, total.sum_after, total.blanks_before, total.blanks_after) == (3, 21, 1, 0)
    (span,) = found.spans
    assert (span.before, span.after) == (("2025-01-01", "2025-01-03"), ("2025-01-01", "2025-01-10"))


def test_an_edition_beside_itself_changes_nothing():
    table = read(BEFORE)
    found = compare(table, read(BEFORE))
    assert found.same == found.records_before == found.records_after
    assert (found.missing, found.new_columns, found.other_kinds, found.categories) == ((), (), (), ())


def test_a_column_of_another_kind_is_told():
    found = compare(read("a,b\n1,x\n2,y\n"), read("a,b\none,x\ntwo,y\n"))
    assert found.other_kinds == (("a", "number", "category"),)
    assert found.totals == ()


def test_a_sum_of_nothing_is_not_zero():
    (total,) = compare(read("n,x\n1,a\n,a\n"), read("n,x\n1,a\n1,a\n")).totals
    assert (total.sum_before, total.sum_after) == (1, 2)


def test_likelier_columns_come_first():
    before = read("town,count\nAlder,100\nBirch,110\n")
    after = read("place,number,price\nAlder,105,0.1\nBirch,100,0.2\n")
    assert [(each.field, each.may_be[0]) for each in compare(before, after).missing] == [("town", "place"), ("count", "number")]


RECORDS = st.lists(st.tuples(st.sampled_from(["a", "b", "c"]), st.integers(0, 3)), min_size=1, max_size=12)


@settings(max_examples=30, deadline=None)
@given(RECORDS, RECORDS)
def test_the_same_records_are_counted_as_by_hand(one, other):
    def text(records):
        return "w,n,k\n" + "".join(f"x{word},{number + 0.5},z\n" for word, number in records)

    wanted = sum(min(one.count(record), other.count(record)) for record in set(one))
    assert compare(read(text(one)), read(text(other))).same == wanted
    assert wanted == pytest.approx(compare(read(text(other)), read(text(one))).same)
