"""Correct, change kind, fill, split, join and compute: values put right, and columns made of others."""

import numpy as np
import pytest

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import LevelSpec, load_table_part
from mottled_finch.core.tables.aggregation.levels import level_of
from mottled_finch.core.tables.aggregation.table_source import TableSource
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.table import Kind

from ...conftest import read
from .conftest import column, laid


def test_one_value_is_put_right():
    done = laid({"do": "correct", "field": "minutes", "record": 3, "was": "", "to": "1,204.5"})
    assert column(done.table, "minutes", 4) == ["4", "8", "1204.5", "12"]
    assert done.steps[0].touched == 1
    assert done.steps[0].words == "minutes, record 3: blank is “1,204.5”"


def test_a_value_that_is_no_longer_what_it_was_stays():
    done = laid({"do": "correct", "field": "minutes", "record": 1, "was": "5", "to": "6"})
    assert (column(done.table, "minutes", 1), done.steps[0].touched) == (["4"], 0)
    assert laid({"do": "correct", "field": "minutes", "record": 900, "was": "5", "to": "6"}).steps[0].touched == 0


def test_a_record_is_found_again_by_its_other_values():
    mend = {"do": "correct", "field": "minutes", "record": 1, "was": "8", "to": "9", "match": {"pier": "east  pier", "code": "EA"}}
    assert column(laid(mend).table, "minutes", 3) == ["4", "9", ""]
    assert laid({**mend, "match": {"pier": "Elsewhere"}}).steps[0].touched == 0


def test_what_other_columns_hold_is_enough_to_find_a_record():
    mend = {"do": "correct", "field": "minutes", "was": "8", "to": "9", "match": {"pier": "east  pier", "code": "EA"}}
    done = laid(mend)
    assert column(done.table, "minutes", 3) == ["4", "9", ""]
    assert done.steps[0].words == "minutes, where pier is east  pier, code is EA: “8” is “9”"
    with pytest.raises(CoreError) as told:
        laid({"do": "correct", "field": "minutes", "was": "8", "to": "9"})
    assert str(told.value) == 'table.mends[0]: nothing says which record is meant; give its number as "record", or "match"'


GUESSED = "at,amount,k\n03/04/2025,1.204,a\n3/4/2025,2.500,a\n05/06/2025,1.000,b\n05/06/2025,,b\n"


def reread(field, **mend):
    done = apply_mends(read(GUESSED), load_table_part({"mends": [{"do": "kind", "field": field, **mend}]}).mends)
    return column(done.table, field, 4), done.steps[0].touched


def test_a_guess_is_put_right_for_one_column_from_what_stood_in_the_file():
    assert column(read(GUESSED), "at", 3) == ["2025-04-03", "2025-04-03", "2025-06-05"]
    assert reread("at", kind="moment", dates="month_first") == (["2025-03-04", "2025-03-04", "2025-05-06", "2025-05-06"], 4)
    assert reread("at", kind="moment", dates="day_first")[1] == 0
    assert reread("at", kind="category") == (["03/04/2025", "3/4/2025", "05/06/2025", "05/06/2025"], 4)
    assert reread("amount", kind="number", decimal=",") == (["1204", "2500", "1000", ""], 3)
    assert reread("amount", kind="category")[0] == ["1.204", "2.500", "1.000", ""]


def test_original_text_is_reached_through_other_mends():
    mends = [
        {"do": "drop", "where": [{"field": "k", "in": ["b"]}]},
        {"do": "correct", "field": "at", "record": 2, "was": "2025-04-03", "to": "2025-07-01"},
        {"do": "rename", "field": "at", "to": "day"},
        {"do": "kind", "field": "day", "kind": "category"},
        {"do": "kind", "field": "day", "kind": "moment", "dates": "month_first"},
    ]
    done = apply_mends(read(GUESSED), load_table_part({"mends": mends}).mends)
    assert column(done.table, "day", 4) == ["2025-03-04", "2025-07-01"]


def test_yes_and_no_know_what_they_were():
    table = read("k,n\nx,1\ny,0\nx,\n")
    mends = [{"do": "kind", "field": "n", "kind": "yes_no"}, {"do": "kind", "field": "n", "kind": "number"}]
    assert column(apply_mends(table, load_table_part({"mends": mends}).mends).table, "n", 3) == ["1", "0", ""]


def test_a_misfit_can_be_put_right_and_is_then_none():
    done = laid({"do": "correct", "field": "minutes", "record": 8, "was": "n/k", "to": "7"})
    minutes = done.table.column("minutes", "")
    assert (minutes.data[7], len(minutes.misfits)) == (7.0, 0)


@pytest.mark.parametrize(
    ("field", "was", "to", "kept"),
    [
        ("pier", "East Pier", "Mole", "Mole"),
        ("pier", "East Pier", "West", "West"),
        ("pier", "East Pier", "", ""),
        ("at", "2025-01-03 08:10", "4 Jan 2025 09:00", "2025-01-04 09:00"),
        ("canceled", "no", "yes", "yes"),
        ("minutes", "4", "", ""),
    ],
)
def test_every_kind_can_be_put_right(field, was, to, kept):
    done = laid({"do": "correct", "field": field, "record": 1, "was": was, "to": to})
    assert column(done.table, field, 1) == [kept]
    assert column(done.table, field, 20)[1:] == column(laid().table, field, 20)[1:]


@pytest.mark.parametrize(
    ("field", "was", "to", "sentence"),
    [
        ("minutes", "4", "soon", '"soon" is not a number, and "minutes" holds numbers'),
        ("at", "2025-01-03 08:10", "soon", '"soon" is not a moment; write it as 2025-03-31 14:05'),
    ],
)
def test_a_value_that_does_not_fit_is_told(field, was, to, sentence):
    with pytest.raises(CoreError) as told:
        laid({"do": "correct", "field": field, "record": 1, "was": was, "to": to})
    assert str(told.value) == f"table.mends[0].to: {sentence}"


def test_changing_the_kind_keeps_what_did_not_fit():
    as_text = laid({"do": "kind", "field": "minutes", "kind": "category"}).table.column("minutes", "")
    assert as_text.kind is Kind.CATEGORY
    assert as_text.dictionary[as_text.data[7]] == "n/k"
    back = laid(
        {"do": "kind", "field": "minutes", "kind": "category"}, {"do": "kind", "field": "minutes", "kind": "number"}
    ).table.column("minutes", "")
    np.testing.assert_array_equal(back.data, laid().table.column("minutes", "").data)
    assert back.misfits.counted == (("n/k", 1),)


def test_text_is_read_as_numbers_or_moments_as_it_is_said():
    table = read('n,d\n"1.204",03/04/2025\n"1.300",05/06/2025\nx,y\n')
    numbers = laid({"do": "kind", "field": "n", "kind": "number", "decimal": ","}, table=table)
    assert column(numbers.table, "n") == ["1204", "1300", "x"]
    dates = laid({"do": "kind", "field": "d", "kind": "moment", "dates": "month_first"}, table=table)
    assert column(dates.table, "d") == ["2025-03-04", "2025-05-06", "y"]
    assert dates.table.column("d", "").notes[0] == "month before day"
    assert dates.steps[0].words == "d read as moments in time, month before day"


def test_words_are_read_as_yes_or_no():
    table = read("ok\nY\nfalse\n1\nperhaps\nn\n")
    assert column(laid({"do": "kind", "field": "ok", "kind": "yes_no"}, table=table).table, "ok") == [
        "yes",
        "no",
        "yes",
        "perhaps",
        "no",
    ]


def test_blanks_are_filled_from_above_but_not_before_the_first_value():
    done = laid({"do": "fill", "field": "a"}, table=read("a,b\n,1\nx,2\n,3\n,4\ny,5\nNA,6\n"))
    assert column(done.table, "a") == ["", "x", "x", "x", "y", "y"]
    assert done.steps[0].touched == 3


def test_a_text_that_did_not_fit_is_not_filled_over():
    lines = "".join(f"{i}\n" for i in range(20))
    done = laid({"do": "fill", "field": "n"}, table=read(f"n\n{lines}n/k\n\n"))
    assert column(done.table, "n", 22)[-3:] == ["19", "n/k", ""]


def test_a_column_is_split_into_new_ones():
    done = laid({"do": "split", "field": "a", "by": "-", "into": ["left", "right"]}, table=read("a,b\nx-1-2,q\ny-3,q\nz,q\n"))
    assert done.table.names == ["a", "left", "right", "b"]
    assert column(done.table, "left") == ["x", "y", "z"]
    assert column(done.table, "right") == ["1-2", "3", ""]
    assert (done.steps[0].touched, done.steps[0].made) == (2, "new columns")


def test_a_split_off_part_has_the_kind_of_its_texts():
    done = laid(
        {"do": "split", "field": "a", "by": " ", "into": ["day", "count"]}, table=read("a\n2025-01-03 4\n2025-01-04 5\nx\n")
    )
    assert [each.kind for each in done.table.columns] == [Kind.CATEGORY, Kind.CATEGORY, Kind.NUMBER]


def test_columns_are_joined_and_blanks_passed_over():
    done = laid({"do": "join", "fields": ["pier", "minutes", "at"], "by": ", ", "into": "all"})
    assert column(done.table, "all")[:5] == [
        "East Pier, 4, 2025-01-03 08:10",
        "east  pier, 8, 2025-01-09 17:40",
        "West, 2025-02-11 08:05",
        "WE, 12, 2025-02-12",
        "20, 2025-02-28",
    ]


def test_a_computed_column_is_added_or_replaced():
    done = laid({"do": "compute", "into": "double", "as": "minutes * 2"}, {"do": "compute", "into": "minutes", "as": "minutes + 1"})
    assert column(done.table, "double", 3) == ["8", "16", ""]
    assert column(done.table, "minutes", 3) == ["5", "9", ""]
    assert [(step.touched, step.made) for step in done.steps] == [(18, "new column"), (18, "")]


@pytest.mark.parametrize(
    ("mend", "sentence"),
    [
        (
            {"do": "split", "field": "pier", "by": "-", "into": ["code", "x"]},
            '.into[0]: there is a column "code" already; choose another name',
        ),
        ({"do": "join", "fields": ["pier", "at"], "into": "code"}, '.into: there is a column "code" already; choose another name'),
        ({"do": "rename", "field": "pier", "to": "code"}, '.to: there is a column "code" already; choose another name'),
        (
            {"do": "compute", "into": "x", "as": "minuts"},
            '.as: at character 1, there is no column "minuts"; did you mean "minutes"?',
        ),
        ({"do": "fill", "field": "peir"}, '.field: no column "peir"; did you mean "pier"?'),
    ],
)
def test_what_does_not_fit_is_told_at_its_place(mend, sentence):
    with pytest.raises(CoreError) as told:
        laid({"do": "fill", "field": "pier"}, mend)
    assert str(told.value) == f"table.mends[1]{sentence}"


def test_a_moment_that_is_put_right_stands_in_its_place_in_time():
    done = laid({"do": "correct", "field": "at", "record": 1, "was": "2025-01-03 08:10", "to": "2025-02-20"})
    at = done.table.column("at", "")
    assert (np.diff(at.dictionary[1:].astype(np.int64)) > 0).all()
    assert column(done.table, "at", 20)[1:] == column(laid().table, "at", 20)[1:]
    labels = level_of(TableSource(done.table), LevelSpec(field="at"), "").labels
    assert list(labels) == sorted(labels)
