"""Two editions side by side."""

import numpy as np
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


def may_be(before: str, after: str) -> tuple[str, ...]:
    (missing,) = compare(read(before), read(after)).missing
    return missing.may_be


def test_which_new_column_may_be_one_that_is_gone():
    names = "k,{}\na,x\nb,y\nc,z\n"
    # Values speak louder than names, names decide between equals, and columns of other kinds are none.
    assert may_be(names.format("harbor"), "k,harbour,zzz,n\na,p,x,1\nb,q,y,2\nc,r,z,3\n") == ("zzz", "harbour")
    assert may_be(names.format("harbor"), "k,arbor,zh\na,x,x\nb,y,y\nc,z,z\n") == ("arbor", "zh")
    assert may_be(names.format("harbor"), "k,arbor,zh\na,p,s\nb,q,t\nc,r,u\n") == ("arbor", "zh"), "though no value is the same"
    assert may_be(names.format("qqq"), "k,zz,yy\na,x,x\nb,y,p\nc,p,q\n") == ("zz", "yy"), "two of three values, and one"


def test_numbers_are_told_by_their_middle():
    numbers = "k,{}\na,90\nb,100\nc,5000\n"
    assert may_be(numbers.format("amount"), "k,amounts,zzz\na,5,98\nb,6,104\nc,7,101\n") == ("zzz", "amounts")
    assert may_be(numbers.format("amount"), "k,amounts,zzz,ttt\na,-9,,x\nb,-8,,y\nc,-7,,z\n") == ("amounts",)


def test_only_the_most_frequent_of_many_categories_are_listed():
    texts = [f"t{i}" for i in range(60) for _ in range(1 + i % 7)]
    (found,) = compare(read("a\n" + "\n".join(texts) + "\n"), read("a\nz\n")).categories
    assert (found.vanished_count, len(found.vanished), found.new_count) == (60, 50, 1)
    assert [each.records for each in found.vanished] == sorted((1 + i % 7 for i in range(60)), reverse=True)[:50]


def test_a_column_of_nothing_has_no_sum_and_no_span():
    filled = read("n,at\n1,2025-01-01\n3,2025-02-01\n")
    found = compare(filled, filled.taken(np.array([], dtype=np.int64)))
    assert [(each.sum_before, each.sum_after, each.blanks_after) for each in found.totals] == [(4, None, 0)]
    assert [(each.before, each.after) for each in found.spans] == [(("2025-01-01", "2025-02-01"), ("", ""))]


def test_zero_is_one_value_whatever_its_sign():
    assert read("n,m\n0,1\n-0,1\n1,1\n,1\n").column("n", "").distinct == 2
