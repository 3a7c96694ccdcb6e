"""Finding the dialect of text."""

import csv
import io

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.intake.sniff import DELIMITERS, sniff
from mottled_finch.core.tables.table import entry_texts


def found(text: str, **given):
    dialect = sniff(text, **given)
    return dialect.delimiter, dialect.quote, dialect.header, list(dialect.names)


@pytest.mark.parametrize("delimiter", DELIMITERS)
def test_every_delimiter_is_found(delimiter):
    text = "".join(delimiter.join(record) + "\n" for record in (("name", "kind", "count"), ("Ada", "ink", "3"), ("Bo", "nib", "4")))
    assert found(text) == (delimiter, '"', 1, ["name", "kind", "count"])


@pytest.mark.parametrize(
    ("text", "delimiter"),
    [
        ("town;price\nAlder;1,50\nBirch;2,25\nCedar;3,75\n", ";"),
        ("at,town\n10:15:00,Alder\n11:20:30,Birch\n", ","),
        ('a;b\n"x, y, z";1\n"p, q, r";2\n', ";"),
        ("words\tcount\none, two\t1\nthree, four\t2\n", "\t"),
        ("just\none\ncolumn\n", ","),
        ("words,number\nw|,\nw|,\n", ","),
    ],
)
def test_marks_inside_fields_do_not_mislead(text, delimiter):
    assert sniff(text).delimiter == delimiter


def test_single_quotes_are_found_where_fields_stand_in_them():
    assert found("a,b\n'x, y','2'\n'z','3'\n'it','4'\n") == (",", "'", 1, ["a", "b"])
    assert sniff("a,b\nit's,1\nthat's,2\n").quote == '"'


def test_quotes_escaped_by_a_stroke_are_found():
    assert sniff('a,b\n"say \\"yes\\"",1\n').escape
    assert not sniff('a,b\n"say ""yes""",1\n').escape


def test_lines_above_the_table_are_passed_over():
    text = "Report of the week\nmade on Monday, by hand\n\npier,when,count\nA,2025-01-01,1\nB,2025-01-02,2\nC,2025-01-03,3\n"
    assert found(text) == (",", '"', 4, ["pier", "when", "count"])


@pytest.mark.parametrize(
    ("text", "header"),
    [
        ("1,2.5,x\n2,3.5,y\n3,4.5,z\n", 0),
        ("2025-01-01,4\n2025-01-02,5\n", 0),
        ("ada,ink\nbo,nib\n", 1),
        ("pier,2023,2024,2025\nA,1,2,3\nB,4,5,6\n", 1),
        ("hour,1,2,3,4\nMon,5,6,7,8\nTue,1,2,3,4\n", 1),
    ],
)
def test_a_line_of_values_is_no_header(text, header):
    dialect = sniff(text)
    assert dialect.header == header
    if not header:
        assert dialect.names[0] == "column 1"


def test_what_is_said_is_not_questioned():
    text = "a;b\n1,5;2\n"
    assert found(text, delimiter=",") == (",", '"', 1, ["a;b", ""])
    assert found("x\ny\na,b\n1,2\n", header=3)[2:] == (3, ["a", "b"])
    assert found("a,b\n1,2\n", header=0)[2:] == (0, ["column 1", "column 2"])


CELL = st.text(st.characters(codec="utf-8", exclude_categories=["Cs", "Cc"], exclude_characters='"'), max_size=8).map(str.strip)


@settings(max_examples=60, deadline=None)
@given(
    records=st.lists(st.lists(CELL, min_size=3, max_size=3), min_size=4, max_size=20),
    delimiter=st.sampled_from([",", ";", "\t", "|"]),
    ends=st.sampled_from(["\n", "\r\n"]),
    encoding=st.sampled_from(["utf-8", "utf-8-sig", "utf-16"]),
)
def test_any_table_in_any_dialect_is_read_back_equal(records, delimiter, ends, encoding):
    """Quoted throughout, so that the dialect can be told whatever stands in the fields."""
    out = io.StringIO(newline="")
    writer = csv.writer(out, delimiter=delimiter, lineterminator=ends, quoting=csv.QUOTE_ALL)
    writer.writerow(["first", "second", "third"])
    writer.writerows([[f"w{cell}" for cell in record] for record in records])
    table, look = read_file(io.BytesIO(out.getvalue().encode(encoding)), "t.csv", ReadingSpec())
    assert look.found.delimiter == delimiter
    assert table.names == ["first", "second", "third"]
    for position, column in enumerate(table.columns):
        texts = entry_texts(column)
        read = [texts[code] for code in column.data]
        import unicodedata

        assert read == [unicodedata.normalize("NFC", f"w{record[position]}".strip()) for record in records]
