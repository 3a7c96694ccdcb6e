"""A folder of odd files, as they come: each is read, or refused in one clear sentence."""

import gzip
import io

import numpy as np
import pytest

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import look_at, read_file
from mottled_finch.core.tables.intake.source import Unpacked
from mottled_finch.core.tables.table import Kind, texts_at

GERMAN = """Umsatzbericht Fähren
Stand 5. November 2025

Tag;Anleger;Fahrgäste;Umsatz;Anteil
03.04.2025;Möwenkai;120;1.204,50 €;12,5 %
31.12.2025;Süderhafen;85;980,00 €;3 %
01.02.2025;Große Brücke;1.020;12.000,75 €;40 %
"""
LEDGER = "\ufeffdate\tentry\tamount\r\n12/31/2025\tsale\t$1,204.50\r\n01/02/2025\trefund\t($80.00)\r\n01/03/2025\tsale\t$7\r\n"


def cells(content: bytes, name: str, **asked):
    table, _ = read_file(io.BytesIO(content), name, ReadingSpec(**asked))
    return {column.name: texts_at(column, np.arange(table.records)) for column in table.columns}


@pytest.mark.parametrize(
    ("name", "content", "wanted"),
    [
        (
            "umsatz.csv",
            GERMAN.encode("windows-1252"),
            {
                "Tag": ["2025-04-03", "2025-12-31", "2025-02-01"],
                "Anleger": ["Möwenkai", "Süderhafen", "Große Brücke"],
                "Fahrgäste": ["120", "85", "1020"],
                "Umsatz": ["1204.5", "980", "12000.75"],
                "Anteil": ["0.125", "0.03", "0.4"],
            },
        ),
        (
            "ledger.txt",
            LEDGER.encode("utf-16"),
            {
                "date": ["2025-12-31", "2025-01-02", "2025-01-03"],
                "entry": ["sale", "refund", "sale"],
                "amount": ["1204.5", "-80", "7"],
            },
        ),
        ("mixed ends.csv", b"a,b\r\n1,x\n2,y\r\n3,z\r4,w", {"a": ["1", "2", "3", "4"], "b": ["x", "y", "z", "w"]}),
        ("quoted.csv", b'a;b\n"one\ntwo";"say ""yes"""\n"x;y";z\n', {"a": ["one\ntwo", "x;y"], "b": ['say "yes"', "z"]}),
        ("trailing.csv", b"a,b,\n1,2,\n3,4,\n", {"a": ["1", "3"], "b": ["2", "4"]}),
        ("packed.csv.gz", gzip.compress(b"a,b\n1,2\n3,4\n", mtime=0), {"a": ["1", "3"], "b": ["2", "4"]}),
        ("packed.json.gz", gzip.compress(b'[{"a": 1}]', mtime=0), {"a": ["1"]}),
        ("formulas.csv", b"a,b\n=1+1,@x\n+cmd|'/c'!A0,-2\n", {"a": ["=1+1", "+cmd|'/c'!A0"], "b": ["@x", "-2"]}),
    ],
)
def test_is_read(name, content, wanted):
    assert cells(content, name) == wanted


def test_a_file_is_read_the_same_after_it_was_looked_at():
    source = io.BytesIO(gzip.compress(GERMAN.encode("windows-1252")))
    look = look_at(source, "u.csv.gz")
    table, read = read_file(source, "u.csv.gz", look.asked)
    assert read.found == look.found
    assert [part.words for part in read.parts] == [
        "text with semicolons",
        "double quotes",
        "Windows-1252, Western Europe",
        "names in line 4",
        "decimal comma",
        "day before month",
        "NA, N/A, null, NaN taken as blank",
    ]
    assert [column.kind for column in table.columns] == [column.kind for column in look.table.columns]
    assert look.notes == ("unpacked",)


def test_what_is_overruled_is_done():
    text = b"a;b\n1,5;03/04/2025\n"
    assert cells(text, "t.csv", dates="month_first") == {"a": ["1.5"], "b": ["2025-03-04"]}
    assert cells(text, "t.csv", decimal=".") == {"a": ["1,5"], "b": ["2025-04-03"]}
    assert cells(text, "t.csv", header=0)["column 1"] == ["a", "1,5"]
    assert cells(b"a,b\n'x',2\n", "t.csv", quote="'") == {"a": ["x"], "b": ["2"]}
    assert cells(b'a,b\n"x,2\n', "t.csv", quote="") == {"a": ['"x'], "b": ["2"]}


WIDE = ",".join(f"c{i}" for i in range(40_000)).encode() + b"\n1\n"
LONG_CELL = b'a,b\n1,x\n2,"' + b"long " * (1 << 20) + b'"\n3,z\n'


@pytest.mark.parametrize(
    ("name", "content", "sentence"),
    [
        (
            "wide.csv",
            WIDE,
            "the file has 40,000 columns, more than the 2,000 a table can have; leave out those you do not need",
        ),
        (
            "cell.csv",
            LONG_CELL,
            'record 2 has a text of 5.0 MB in column "b", more than the 1 MB a value can have; take it out',
        ),
        (
            "cut.csv.gz",
            gzip.compress(b"a,b\n" + b"1,2\n" * 9000, mtime=0)[:-20],
            "the packed file is cut short; fetch or send it again",
        ),
        ("noise.csv.gz", b"\x1f\x8b\x08\x00\0\0\0\0\0\x03" + b"\xff" * 400, "the packed file is broken; fetch or send it again"),
        (
            "packed.xlsx.gz",
            gzip.compress(b"PK\x03\x04rest", mtime=0),
            "only text is read when it is packed by itself; unpack it first",
        ),
        ("line.csv", b"x" * (2 << 20), "the first line is longer than 1 MB, so this is no table; choose another file"),
        (
            "film.mp4",
            b"\x00\x00\x00\x18ftypmp42" + b"\0" * 99,
            "this is a binary file, not text; choose a text file, a workbook, JSON, Parquet or Arrow",
        ),
        ("paper.pdf", b"%PDF-1.7", "this is a PDF document; choose a text file, a workbook, JSON, Parquet or Arrow"),
        ("blank.csv", b"\xef\xbb\xbf \r\n", "the file is empty; choose a file with a header line and records"),
    ],
    ids=lambda each: each if isinstance(each, str) and "." in each and " " not in each else "",
)
def test_is_refused_in_a_sentence(name, content, sentence):
    with pytest.raises(IntakeError) as told:
        read_file(io.BytesIO(content), name)
    assert str(told.value) == f"{name}: {sentence}"


def test_a_packed_file_that_bursts_is_stopped():
    packed = io.BytesIO(gzip.compress(b"a,b\n" + b"1,2\n" * 500_000, mtime=0))
    stream = Unpacked(packed, "b.csv.gz", most=1 << 20)
    with pytest.raises(IntakeError) as told:
        while stream.read(1 << 18):
            pass
    assert str(told.value) == (
        "b.csv.gz: the packed file holds more than 0 GB of text, more than is unpacked; "
        "leave out columns or records you do not need"
    )


def test_reading_tells_how_far_it_is_and_can_be_broken_off():
    heard = []

    def told(records, phase="records", /):
        heard.append((records, phase))
        if records > 100_000:
            raise InterruptedError

    lines = b"".join(b"%d,plain words of some length to fill the blocks\n" % i for i in range(400_000))
    with pytest.raises(InterruptedError):
        read_file(io.BytesIO(b"n,words\n" + lines), "t.csv", None, told)
    assert 100_000 < heard[-1][0] < 400_000

    heard.clear()
    read_file(io.BytesIO(b"n,words\n" + lines[:1000] + b"\n"), "t.csv", None, lambda *given: heard.append(given))
    assert heard[-1][1] == "columns"


def test_each_kind_of_misfit_keeps_its_text_and_its_place():
    lines = "".join(f"{i % 28 + 1:02}.03.2025;{i},5;yes\n" for i in range(40))
    table, _ = read_file(io.BytesIO(f"d;n;y\n{lines}soon;n/k;maybe\n".encode()), "t.csv")
    date, number, words = table.columns
    assert (date.kind, number.kind, words.kind) == (Kind.MOMENT, Kind.NUMBER, Kind.CATEGORY)
    assert texts_at(date, np.array([39, 40])) == ["2025-03-12", "soon"]
    assert texts_at(number, np.array([39, 40])) == ["39.5", "n/k"]
    assert (date.blanks, number.blanks) == (1, 1)
