"""Files as programs, people and lands write them: read, put right, and told; none of them is refused."""

import bz2
import io
import json
import lzma
import zipfile

import numpy as np
import pyarrow as pa
import pyarrow.parquet as pq
import pytest

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import first_look, look_at, read_file
from mottled_finch.core.tables.table import Kind, Table, texts_at

from ...conftest import read, read_with_look


def cells(table: Table) -> dict[str, list[str]]:
    return {column.name: texts_at(column, np.arange(table.records)) for column in table.columns}


def packed(files: dict[str, bytes | str]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        for name, content in files.items():
            package.writestr(name, content)
    return out.getvalue()


NAMES = [
    (",a\n1,x\n2,y\n3,z\n", ["column 1", "a"], ("“column 1” has no name in the file",)),
    ("a,,c,\n1,2,3,4\n", ["a", "column 2", "c", "column 4"], ("2 columns have no name in the file (column 2, column 4)",)),
    ("amount,amount\n1,2\n", ["amount", "amount 2"], ("“amount” stands twice; the second is called “amount 2”",)),
    ("a,a,a 2\n1,2,3\n", ["a", "a 3", "a 2"], ("“a” stands twice; the second is called “a 3”",)),
    ("a,a,b,b\n1,2,3,4\n", ["a", "a 2", "b", "b 2"], ("names that stand more than once are numbered (a 2, b 2)",)),
    (",column 1\n1,2\n", ["column 1 2", "column 1"], ("“column 1 2” has no name in the file",)),
    ("a,b\n1,x,2\n2,y,3\n3,z,4\n", ["column 1", "a", "b"], ("“column 1” has no name in the file",)),
    ("a,b\nq,2,3\nr,5,6\nr,8,9\n", ["a", "b", "column 3"], ("“column 3” has no name in the file",)),
    ('"a" "b"\n"r1" 1 2.5\n"r 2" 3 4.5\n"r3" 5 6\n', ["column 1", "a", "b"], ("“column 1” has no name in the file",)),
    ("a,b,,\n1,2\n3,4\n", ["a", "b"], ()),
    ("sep=;\r\na;b\r\n1;2\r\n3;4\r\n", ["a", "b"], ()),
    ('"sep=|"\na|b\n1|2\n', ["a", "b"], ()),
    ("Sales of the year; all shops\na;b;c\n1;2;3\n4;5;6\n", ["a", "b", "c"], ()),
    ("a,b,c,d\n1,2,3\n4,5,6\n", ["a", "b", "c", "d"], ("the header names 4 columns, lines have 3 fields; the rest is blank",)),
]


@pytest.mark.parametrize(("text", "names", "notes"), NAMES, ids=range(len(NAMES)))
def test_names_that_are_missing_short_long_or_doubled(text, names, notes):
    table, look = read_with_look(text)
    assert (table.names, look.notes) == (names, notes)
    assert look_at(io.BytesIO(text.encode()), "a.csv").table.names == names


def test_an_unnamed_first_column_that_counts_is_marked():
    table = read(",a\n" + "".join(f"{i},x\n" for i in range(1, 40)))
    assert table.columns[0].counts_records
    assert not read(",a\n2,x\n3,y\n").columns[0].counts_records
    assert not read("n,a\n1,x\n2,y\n").columns[0].counts_records


RAGGED = [
    ("a,b,c\n1,2,3\n4,5\n6,7,8\n", {"a": ["1", "4", "6"], "b": ["2", "5", "7"], "c": ["3", "", "8"]}),
    ("a,b\n1,2\n3,4,5\n6,7\n", {"a": ["1", "3", "6"], "b": ["2", "4", "7"], "beyond": ["", "5", ""]}),
    ("a,b\n1,2\n3,4,5,6\n6,7\n", {"a": ["1", "3", "6"], "b": ["2", "4", "7"], "beyond": ["", "5,6", ""]}),
    ("a,b\n1,2,,\n3,4\n5,6\n", {"a": ["1", "3", "5"], "b": ["2", "4", "6"]}),
    ("a,b\nonly\n1,2\n3,4\n", {"a": ["only", "1", "3"], "b": ["", "2", "4"]}),
    ('a,b\n1,2\n"3\n4",5\n1,2,3\n', {"a": ["1", "3\n4", "1"], "b": ["2", "5", "2"], "beyond": ["", "", "3"]}),
    ('a;b\n1;"x;y"\n"p ""q""";2;"r;s"\n3;4\n', {"a": ["1", 'p "q"', "3"], "b": ["x;y", "2", "4"], "beyond": ["", "r;s", ""]}),
    (
        "a,b,beyond\n1,2,3\n4,5,6,7\n8,9,0\n",
        {"a": ["1", "4", "8"], "b": ["2", "5", "9"], "beyond": ["3", "6", "0"], "beyond 2": ["", "7", ""]},
    ),
    (
        "day,n\n2025-01-01,1.5\n2025-01-02\n2025-01-03,2.5\n2025-01-04,x,y\n",
        {
            "day": ["2025-01-01", "2025-01-02", "2025-01-03", "2025-01-04"],
            "n": ["1.5", "", "2.5", "x"],
            "beyond": ["", "", "", "y"],
        },
    ),
]


@pytest.mark.parametrize(("text", "wanted"), RAGGED, ids=range(len(RAGGED)))
def test_lines_of_another_width_are_kept(text, wanted):
    table, look = read_with_look(text)
    assert cells(table) == wanted
    assert cells(look.table) == wanted
    assert any(part.key == "lines" for part in look.parts) == ("1,2,," not in text or "beyond" in wanted)


def test_lines_of_another_width_can_be_left_out():
    table, look = read_with_look("a,b\n1,2\n3\n4,5,6\n7,8\n", lines="left_out")
    assert cells(table) == {"a": ["1", "7"], "b": ["2", "8"]}
    assert look.notes == ("2 lines with another number of fields left out",)
    assert look.found.lines == "left_out"


def test_lines_of_another_width_stand_where_they_stood_wherever_the_blocks_end():
    rng = np.random.default_rng(14)
    widths = rng.choice([2, 3, 4], 60_000, p=[0.01, 0.98, 0.01])
    lines = [",".join([str(i), f"word {i % 97}", f"{i / 4}", f"x{i}"][:width]) for i, width in enumerate(widths)]
    table = read("n,word,q\n" + "\n".join(lines) + "\n")
    at = np.arange(len(widths))
    assert texts_at(table.columns[0], at) == [str(i) for i in at]
    assert (table.columns[2].data[widths > 2] == at[widths > 2] / 4).all()
    assert np.isnan(table.columns[2].data[widths == 2]).all()
    assert texts_at(table.columns[3], at) == [f"x{i}" if width == 4 else "" for i, width in enumerate(widths)]


def test_a_quotation_that_is_never_closed_is_told_in_ragged_text_too():
    with pytest.raises(IntakeError, match=r"^a\.csv: a quotation mark opened in record 3 is never closed"):
        read('a,b,c\n1,2,3\n4,5\n6,"x\n7,8,9\n')


def test_a_reading_that_leaves_many_lines_uneven_is_doubted_and_the_next_one_offered():
    text = "who;note\n" + "".join(f"w{i};{'a, b' if i % 3 else 'c, d, e, f'}\n" for i in range(60))
    look = look_at(io.BytesIO(text.encode()), "a.csv", ReadingSpec(delimiter=","))
    assert look.instead is None  # what was said is not questioned
    mixed = "a,b,c\n" + "".join("1,2,3\n" if i % 3 else "1,2\n" for i in range(60)).replace(",2\n", ",2;x\n")
    look = look_at(io.BytesIO(mixed.encode()), "a.csv")
    assert look.instead is None or look.instead.reading.delimiter == ";"
    both = "a;b,c\n" + "".join("1;2,3\n" if i % 4 else "1;2,3,4\n" for i in range(60))
    look = look_at(io.BytesIO(both.encode()), "a.csv", None)
    assert look.found.delimiter == ";"


BLANK_PARTED = [
    "name    qty  price\nAda       3   1.50\nBo        12  2.25\nCy        7   13.00\n",
    "name\t\tqty\tprice\n".replace("\t", "   ") + "Ada 3 1.50\nBo 12   2.25\nCy\t7 13.00\n",
    "  name  qty price  \n  Ada  3 1.50\n  Bo  12 2.25\n  Cy  7 13.00\n",
]


@pytest.mark.parametrize("text", BLANK_PARTED, ids=range(3))
def test_text_parted_by_blanks(text):
    assert cells(read(text)) == {"name": ["Ada", "Bo", "Cy"], "qty": ["3", "12", "7"], "price": ["1.5", "2.25", "13"]}


FIXED = """name            qty  price
--------------- --- ------
Ada Lovelace      3   1.50
Bo               12
Cy Young          7  13.00
Di of the Quay    9   4.00
"""


def test_text_of_fixed_width():
    table, look = read_with_look(FIXED)
    assert cells(table) == {
        "name": ["Ada Lovelace", "Bo", "Cy Young", "Di of the Quay"],
        "qty": ["3", "12", "7", "9"],
        "price": ["1.5", "", "13", "4"],
    }
    assert look.parts[0].words == "text of fixed width, 3 columns"
    assert look.found.cuts == (0, 16, 21)
    assert cells(read(FIXED, cuts=(0, 5)))["name"][0] == "Ada L"[:5].strip()
    assert read("2025abc1\n2026def2\n", cuts=(0, 4, 7), header=0).names == ["column 1", "column 2", "column 3"]
    asked = read_with_look(FIXED, cuts=())[1]
    assert asked.found.cuts == (0, 16, 21)


@pytest.mark.parametrize(
    "text",
    [
        "note\nall is well\ncold, windy\nfog; rain, snow\n",
        "New York\nLos Angeles\nSan Diego\n",
        "note\nall is well\nnothing new\nit is cold\n",
        "a\n2025-01-03 4\n2025-01-04 5\nx\n",
    ],
    ids=range(4),
)
def test_prose_of_one_column_stays_one(text):
    table, look = read_with_look(text)
    assert (len(table.names), table.records) == (1, text.count("\n") - look.found.header)
    assert look.parts[0].words == "text of one column"


def test_a_report_of_a_database_with_drawn_lines():
    assert cells(read(" a | b \n---+---\n 1 | x\n 2 | y\n")) == {"a": ["1", "2"], "b": ["x", "y"]}
    assert cells(read("=== ===\na   b\n=== ===\n1   2\n3   4\n"))["a"][:2] == ["1", "3"]
    table, look = read_with_look("| a | b |\n|---|---|\n| 1 | x |\n| 2 | y |\n")
    assert (cells(table), look.notes) == ({"a": ["1", "2"], "b": ["x", "y"]}, ())


PACKED = [("t.csv.bz2", bz2.compress), ("t.csv.xz", lzma.compress)]


@pytest.mark.parametrize(("name", "pack"), PACKED, ids=["bz2", "xz"])
def test_other_ways_to_pack_text(name, pack):
    table, look = read_file(io.BytesIO(pack(b"a,b\n1,2\n3,4\n")), name)
    assert cells(table) == {"a": ["1", "3"], "b": ["2", "4"]}
    assert look.notes == ("unpacked",)
    with pytest.raises(IntakeError, match="the packed file is"):
        read_file(io.BytesIO(pack(b"a,b\n" + b"1,2\n" * 9000)[:-30]), name)


@pytest.mark.parametrize(
    ("text", "wanted"),
    [
        ([["a", "b"], [1, "x"], [2, "y"]], {"a": ["1", "2"], "b": ["x", "y"]}),
        ([[1, 2], [3, 4]], {"column 1": ["1", "3"], "column 2": ["2", "4"]}),
        ([["a", "b"], [1], [2, "y"]], {"a": ["1", "2"], "b": ["", "y"]}),
        ({"a": [1, 2], "b": ["x", "y"]}, {"a": ["1", "2"], "b": ["x", "y"]}),
        ({"k1": {"a": 1}, "k2": {"a": 2}}, {"key": ["k1", "k2"], "a": ["1", "2"]}),
        ([{"": 1, "b": 2}], {"column 1": ["1"], "b": ["2"]}),
        ([{"a ": 1, "a": 2}], {"a": ["1"], "a 2": ["2"]}),
    ],
    ids=range(7),
)
def test_json_that_is_laid_out_otherwise(text, wanted):
    assert cells(read(json.dumps(text), "a.json")) == wanted


def test_columns_of_other_formats_get_names_too():
    out = io.BytesIO()
    pq.write_table(pa.Table.from_arrays([pa.array([1, 2]), pa.array(["x", "y"])], names=["a", "a"]), out)
    table, look = read_file(out, "a.parquet")
    assert (table.names, look.notes) == (["a", "a 2"], ("“a” stands twice; the second is called “a 2”",))


class TestPackages:
    """Several files in one, laid one under the other where they are of one shape."""

    def test_files_of_one_shape(self):
        content = packed({f"log-{m}.csv": f"day,n\n2025-0{m}-01,{m}\n2025-0{m}-02,{m}.5\n" for m in (2, 1, 3)})
        table, look = read_file(io.BytesIO(content), "log.zip")
        assert cells(table) == {
            "file": ["log-1.csv"] * 2 + ["log-2.csv"] * 2 + ["log-3.csv"] * 2,
            "day": ["2025-01-01", "2025-01-02", "2025-02-01", "2025-02-02", "2025-03-01", "2025-03-02"],
            "n": ["1", "1.5", "2", "2.5", "3", "3.5"],
        }
        assert [column.kind for column in table.columns] == [Kind.CATEGORY, Kind.MOMENT, Kind.NUMBER]
        assert look.parts[0].words == "3 files one under the other"
        assert look.choices["files"] == ("log-1.csv", "log-2.csv", "log-3.csv")

    def test_others_are_left_out_and_told_and_can_be_chosen(self):
        files = {
            "a/1.csv": "x,y\n1,2\n",
            "a/2.csv": "x,y\n3,4\n",
            "readme.txt": "what\nthis\n",
            "__MACOSX/1.csv": "!",
            "p.png": b"\x89PNG..",
        }
        content = packed(files)
        table, look = read_file(io.BytesIO(content), "p.zip")
        assert cells(table)["x"] == ["1", "3"]
        assert look.notes == ("1 other file left out (readme.txt)",)
        asked = ReadingSpec(files=("readme.txt",))
        assert cells(read_file(io.BytesIO(content), "p.zip", asked)[0]) == {"what": ["this"]}
        with pytest.raises(IntakeError, match=r'^p\.zip: no file "a/3\.csv"; did you mean'):
            read_file(io.BytesIO(content), "p.zip", ReadingSpec(files=("a/3.csv",)))

    def test_columns_that_a_file_lacks_are_blank_and_kinds_that_differ_are_decided_anew(self):
        files = {"1.csv": "x,y\n1,5\n", "2.csv": "x,z\n007,k\n"}
        table, look = read_file(io.BytesIO(packed(files)), "p.zip", ReadingSpec(files=("1.csv", "2.csv")))
        assert cells(table) == {"file": ["1.csv", "2.csv"], "x": ["1", "007"], "y": ["5", ""], "z": ["", "k"]}
        assert look.notes == ("2 columns not in every file, blank where missing",)

    def test_moments_written_in_two_ways_stay_as_they_stood(self):
        files = {"1.csv": "day\n03.04.2025\n31.12.2025\n", "2.csv": "day\n2025-04-03\nsoon\n" + "2025-01-01\n" * 20}
        table, _ = read_file(io.BytesIO(packed(files)), "p.zip")
        day = table.column("day", "")
        assert texts_at(day, np.array([0, 2, 3])) == ["2025-04-03", "2025-04-03", "soon"]
        assert len(day.misfits) == 1
        again = read_file(io.BytesIO(packed(files)), "p.zip")[0].column("day", "")
        assert again.written is not None and again.written.others.records.tolist() == [2]

    @pytest.mark.parametrize(
        ("content", "sentence"),
        [
            (packed({}), "this package holds no file that can be read; unpack it and choose the table inside"),
            (packed({"a.csv": b"0" * (90 << 20)}), "the package unpacks from 0.1 MB to 90 MB, more than is unpacked"),
            (
                packed({f"{i}.csv": "a\n1\n" for i in range(501)}),
                "the package holds 501 files, more than the 500 that are laid together; pack fewer",
            ),
        ],
        ids=["empty", "burst", "many"],
    )
    def test_what_cannot_be(self, content, sentence):
        with pytest.raises(IntakeError) as told:
            read_file(io.BytesIO(content), "p.zip")
        assert str(told.value) == f"p.zip: {sentence}"

    def test_a_package_in_a_package_is_passed_over(self):
        inner = packed({"deep.csv": "a\n1\n"})
        table, _ = read_file(io.BytesIO(packed({"inner.zip": inner, "a.csv": "a\n2\n"})), "p.zip")
        assert cells(table) == {"a": ["2"]}


class TestFirstLooks:
    """A text that cannot be read as it is taken is shown as it stands, to be taken otherwise."""

    def test_its_lines_are_shown(self):
        look = first_look(io.BytesIO(b'{"a": 1}\n{"b": \n'), "a.json")
        assert look.problem == "a.json: line 2 is not JSON; correct it there"
        assert cells(look.table) == {"line": ['{"a": 1}', '{"b":']}
        assert [part.key for part in look.parts] == ["form", "encoding"]
        otherwise = look_at(io.BytesIO(b'{"a": 1}\n{"b": \n'), "a.json", ReadingSpec(form="delimited", header=0))
        assert otherwise.table.records == 2

    def test_a_picture_is_refused_all_the_same(self):
        with pytest.raises(IntakeError, match="this is a PNG picture"):
            first_look(io.BytesIO(b"\x89PNG\r\n\x1a\n...."), "a.csv")


BLANKS = ["NULL", "n/a", "#N/A", "-", "–", "none", "(blank)", "k. A.", "?", "<NA>", "nil", "k.A.", "s/d", "n.d.", "#DIV/0!"]


@pytest.mark.parametrize("word", BLANKS)
def test_words_for_no_value_do_not_make_text_of_numbers_and_moments(word):
    lines = "".join(f"{i}.5,{i % 28 + 1}.3.2025,w{i}\n" if i % 3 else f"{word},{word},{word}\n" for i in range(40))
    number, moment, text = read(f"a,b,c\n{lines}").columns
    assert (number.kind, moment.kind, text.kind) == (Kind.NUMBER, Kind.MOMENT, Kind.CATEGORY)
    assert number.misfits.counted == moment.misfits.counted == ((word, 14),)
    asked = read(f"a,b,c\n{lines}", blanks=(word,))
    assert len(asked.columns[0].misfits) == 0 and asked.columns[2].blanks == 14


def test_a_column_of_such_words_is_about_them():
    assert read("a,b\nnone,1\nnone,2\nnone,3\n5,4\n").columns[0].kind is Kind.CATEGORY
    assert read("a,b\nNA,1\nx,2\n", blanks=()).columns[0].blanks == 0


def test_thousands_that_nothing_tells_from_decimals_are_told_as_a_guess():
    guess = "1.204 read with thousands, a guess: no number here says it"
    both = read("a;b\n1.204;1,5\n2.500;2,5\n")
    assert both.columns[0].data.tolist() == [1204, 2500]
    assert guess in both.columns[0].notes
    alone = read("a,b\n1.204,x\n2.500,y\n").columns[0]
    assert (alone.data.tolist(), alone.notes) == ([1.204, 2.5], ())
    comma = read("a;b\n1,204;1,5\n2,500;2,5\n").columns[0]
    assert comma.data.tolist() == [1.204, 2.5]
    assert comma.notes[-1] == "1,204 read with a decimal mark, a guess: no number here says it"
    assert "guess" not in str(read("a;b\n0,204;1,5\n2,500;2,5\n").columns[0].notes)
    assert read('a;b\n1.204;"1,5"\n', decimal=".").columns[0].notes == ()
