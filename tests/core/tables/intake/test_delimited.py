"""Reading comma-separated text: what is read, and the sentence for what cannot be."""

import csv
import io

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.tables.intake.kinds import BLANK_WORDS
from mottled_finch.core.tables.table import Kind, texts_at

from ...conftest import read, read_with_look


def texts(table, name):
    column = table.column(name, "")
    return [str(column.entries[code]) for code in column.data]


def test_reads_quoted_commas_line_breaks_and_marks():
    table = read('name,say\nA,"one, two"\nB,"line\nbreak"\nC,"a ""word"""\n')
    assert table.records == 3
    assert texts(table, "say") == ["one, two", "line\nbreak", 'a "word"']


def test_leaves_out_a_byte_order_mark_and_takes_windows_line_ends():
    table = read(b"\xef\xbb\xbfpier,minutes\r\nEast,1\r\nWest,2\r\n")
    assert table.names == ["pier", "minutes"]
    assert table.columns[1].data.tolist() == [1.0, 2.0]


def test_decimals_that_turn_into_text_late_are_read_again_as_a_whole():
    lines = "".join(f"{i}.5,{i}\n" for i in range(150_000))
    table = read(f"x,y\n{lines}n/k,1\n")
    assert table.columns[0].misfits.counted == (("n/k", 1),)
    assert table.columns[0].data[:2].tolist() == [0.5, 1.5]


def test_a_code_with_a_leading_zero_far_down_keeps_its_zero():
    lines = "".join(f"{100 + i % 800},x\n" for i in range(50_000))
    column = read(f"code,x\n{lines}007,x\n").columns[0]
    assert column.kind is Kind.CATEGORY
    assert column.entries[column.data[-1]] == "007"


def test_a_last_line_without_its_end_is_a_record():
    assert read("a,b\n1,2\n3,4").records == 2


def test_text_is_trimmed_and_composed_before_it_is_compared():
    composed, apart = "Caf\u00e9", "Cafe\u0301"
    table = read(f"place,x\n{composed},1\n {apart} ,2\nBar,3\n")
    assert texts(table, "place") == [composed, composed, "Bar"]
    assert table.columns[0].distinct == 2


@pytest.mark.parametrize("blank", ("", *BLANK_WORDS))
def test_blanks_are_blank_in_every_kind(blank):
    table = read(f"n,c,m\n1,x,2025-01-01\n{blank},{blank},{blank}\n2,y,2025-01-02\n")
    assert [column.blanks for column in table.columns] == [1, 1, 1]


def test_a_column_of_one_field_keeps_its_empty_lines_as_blanks():
    assert np.isnan(read("n\n1\n\n3\n").columns[0].data).tolist() == [False, True, False]


def test_a_number_that_turns_into_text_late_is_read_again_as_a_whole():
    lines = "".join(f"{i},{i}\n" for i in range(150_000))
    table = read(f"id,x\n{lines}150000,n/k\n")
    assert table.columns[1].misfits.counted == (("n/k", 1),)
    assert table.columns[1].data[149_999] == 149_999
    assert table.records == 150_001


@pytest.mark.parametrize(
    ("content", "sentence"),
    [
        (b"", "a.csv: the file is empty; choose a file with a header line and records"),
        (b"\n \r\n", "a.csv: the file is empty; choose a file with a header line and records"),
        (b"a,b,c\n", "a.csv: the file has a header of 3 columns and no records below it; export it again with its records"),
        (b"\x89PNG\r\n\x1a\n....", "a.csv: this is a PNG picture; choose a text file, a workbook, JSON, Parquet or Arrow"),
        (b"PK\x03\x04....", "a.csv: the workbook is broken or cut short; open and save it again"),
        (b"a,b\n1,\x002\n", "a.csv: this is a binary file, not text; choose a text file, a workbook, JSON, Parquet or Arrow"),
        (b'a,b\n1,x\n2,"y\n3,z\n', "a.csv: a quotation mark opened in record 2 is never closed; close it, or take it out"),
        (
            ",".join(f"c{i}" for i in range(2001)).encode() + b"\n1\n",
            "a.csv: the file has 2,001 columns, more than the 2,000 a table can have; leave out those you do not need",
        ),
    ],
)
def test_says_what_is_wrong_with_a_file(content, sentence):
    with pytest.raises(IntakeError) as told:
        read(content)
    assert str(told.value) == sentence


def test_a_ragged_line_far_down_is_kept_and_named_by_its_record():
    lines = "".join(f"{i},x\n" for i in range(400_000))
    table, look = read_with_look(f"id,x\n{lines}only\n")
    assert texts_at(table.columns[0], np.array([0, 399_999, 400_000])) == ["0", "399999", "only"]
    assert table.columns[1].data[-1] == 0
    assert look.notes == ("1 line with fewer than 2 fields (record 400,001), filled with blanks",)


TEXT = st.text(st.characters(codec="utf-8", exclude_categories=["Cs", "Cc"]), max_size=12)


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(TEXT, st.one_of(st.none(), st.floats(allow_nan=False, allow_infinity=False))), min_size=1, max_size=30))
def test_whatever_is_written_is_read_back(records):
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(["words", "number"])
    writer.writerows([f"w{text}", "" if number is None else repr(number)] for text, number in records)
    table = read(out.getvalue())
    numbers = table.columns[1]
    assert table.records == len(records)
    if numbers.is_number:
        assert [None if np.isnan(x) else x for x in numbers.data.tolist()] == [number for _, number in records]
    else:
        assert all(number is None for _, number in records)
