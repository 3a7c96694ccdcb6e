"""Sheets of workbooks."""

import datetime as dt
import io
import zipfile

import pytest
import xlsxwriter

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import look_at, read_file
from mottled_finch.core.tables.table import Kind, Table, texts_at


def book(write, **options) -> io.BytesIO:
    out = io.BytesIO()
    made = xlsxwriter.Workbook(out, {"in_memory": True, **options})
    write(made)
    made.close()
    out.seek(0)
    return out


def simple(rows, name="Data"):
    def write(made):
        sheet = made.add_worksheet(name)
        for i, row in enumerate(rows):
            sheet.write_row(i, 0, row)

    return book(write)


def read(source, **asked) -> Table:
    return read_file(source, "a.xlsx", ReadingSpec(**asked))[0]


def cells(table: Table) -> dict[str, list[str]]:
    import numpy as np

    return {column.name: texts_at(column, np.arange(table.records)) for column in table.columns}


def test_kinds_are_those_of_the_cells():
    def write(made):
        sheet = made.add_worksheet()
        date = made.add_format({"num_format": "yyyy-mm-dd hh:mm"})
        sheet.write_row(0, 0, ["when", "count", "who", "paid", "sum"])
        for i in range(3):
            sheet.write_datetime(i + 1, 0, dt.datetime(2025, 1, 1 + i, 8, 30), date)
            sheet.write_number(i + 1, 1, i + 0.5)
            sheet.write_string(i + 1, 2, f"0{i}")
            sheet.write_boolean(i + 1, 3, i == 1)
            sheet.write_formula(i + 1, 4, "=B1*2", None, i * 2)

    table = read(book(write))
    assert [column.kind for column in table.columns] == [Kind.MOMENT, Kind.NUMBER, Kind.CATEGORY, Kind.YES_NO, Kind.NUMBER]
    assert cells(table) == {
        "when": ["2025-01-01 08:30", "2025-01-02 08:30", "2025-01-03 08:30"],
        "count": ["0.5", "1.5", "2.5"],
        "who": ["00", "01", "02"],
        "paid": ["false", "true", "false"],
        "sum": ["0", "2", "4"],
    }


def test_a_text_that_looks_like_a_formula_stays_text():
    def write(made):
        sheet = made.add_worksheet()
        sheet.write_row(0, 0, ["a", "b"])
        sheet.write_string(1, 0, "=1+1")
        sheet.write_string(1, 1, '=HYPERLINK("http://x")')

    assert cells(read(book(write))) == {"a": ["=1+1"], "b": ['=HYPERLINK("http://x")']}


BLANKS = "NA, N/A, null, NaN taken as blank"


def test_the_first_sheet_with_a_table_is_taken_and_another_can_be_chosen():
    def write(made):
        made.add_worksheet("Cover").write(0, 0, "Sales of the year")
        made.add_worksheet("North").write_column(0, 0, ["n", 1, 2])
        made.get_worksheet_by_name("North").write_column(0, 1, ["m", 1, 2])
        made.add_worksheet("South").write_column(0, 0, ["s", 5])

    source = book(write)
    look = look_at(source, "a.xlsx")
    assert (look.found.sheet, look.choices["sheet"]) == ("North", ("Cover", "North", "South"))
    assert [part.words for part in look.parts] == ["workbook, sheet “North”", "all its cells", "names in line 1", BLANKS]
    assert read(source, sheet="South").names == ["s"]
    with pytest.raises(IntakeError, match=r'^a\.xlsx: no sheet "Sout"; did you mean "South"\?$'):
        read(source, sheet="Sout")


def test_a_range_is_read_alone():
    rows = [["", "", "x"], ["", "a", "b"], ["", 1, 2], ["", 3, 4], ["", 5, 6]]
    assert cells(read(simple(rows), range="B2:C4")) == {"a": ["1", "3"], "b": ["2", "4"]}
    assert cells(read(simple(rows), range="B2:C")) == {"a": ["1", "3", "5"], "b": ["2", "4", "6"]}
    with pytest.raises(IntakeError, match=r"^a\.xlsx: range X1:Z9 of the sheet is empty; choose another$"):
        read(simple(rows), range="X1:Z9")


def test_merged_heads_name_each_of_their_columns():
    def write(made):
        sheet = made.add_worksheet()
        sheet.write(0, 0, "Departures of the quarter")
        sheet.merge_range("A3:A4", "pier")
        sheet.merge_range("B3:C3", "2024")
        sheet.merge_range(2, 3, 2, 4, "2025")
        sheet.write_row(3, 1, ["Jan", "Feb", "Jan", "Feb"])
        sheet.write_row(4, 0, ["East", 1, 2, 3, 4])
        sheet.write_row(5, 0, ["West", 5, 6, 7, 8])

    assert read(book(write)).names == ["pier", "2024 Jan", "2024 Feb", "2025 Jan", "2025 Feb"]


def test_merged_cells_below_the_head_hold_their_value_throughout():
    def write(made):
        sheet = made.add_worksheet()
        sheet.write_row(0, 0, ["line", "count"])
        sheet.merge_range("A2:A3", "Inner")
        sheet.write_column(1, 1, [1, 2])

    assert cells(read(book(write)))["line"] == ["Inner", "Inner"]


def test_the_line_of_names_can_be_said():
    rows = [["junk", "junk2"], ["a", "b"], [1, 2]]
    assert read(simple(rows), header=2).names == ["a", "b"]
    assert read(simple([[1, 2], [3, 4]]), header=0).names == ["column 1", "column 2"]


CONTENT = """<?xml version="1.0"?>{doctype}
<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"
xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0">
<office:body><office:spreadsheet><table:table table:name="S">
<table:table-row><table:table-cell office:value-type="string"><text:p>a</text:p></table:table-cell>
<table:table-cell office:value-type="string"><text:p>b</text:p></table:table-cell></table:table-row>
<table:table-row><table:table-cell office:value-type="string"><text:p>{value}</text:p></table:table-cell>
<table:table-cell office:value-type="float" office:value="2"><text:p>2</text:p></table:table-cell></table:table-row>
</table:table></office:spreadsheet></office:body></office:document-content>"""


def ods(value: str, doctype: str = "", manifest: str = "<manifest/>") -> io.BytesIO:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as package:
        package.writestr("mimetype", "application/vnd.oasis.opendocument.spreadsheet")
        package.writestr("META-INF/manifest.xml", manifest)
        package.writestr("content.xml", CONTENT.format(value=value, doctype=doctype).replace("\n", " ").replace("> <", "><"))
    out.seek(0)
    return out


def test_an_open_document_is_read():
    assert cells(read_file(ods("Ärger"), "a.ods")[0]) == {"a": ["Ärger"], "b": ["2"]}


def test_an_external_entity_is_never_fetched(tmp_path):
    secret = tmp_path / "secret.txt"
    secret.write_text("do not tell")
    source = ods("&x;", f'<!DOCTYPE d [<!ENTITY x SYSTEM "file://{secret}">]>')
    try:
        told = str(cells(read_file(source, "a.ods")[0]))
    except IntakeError as error:
        told = str(error)
        assert told == "a.ods: the workbook is broken or cut short; open and save it again"
    assert "do not tell" not in told


def bomb() -> io.BytesIO:
    source = simple([["a", "b"], [1, 2]])
    out = io.BytesIO()
    with zipfile.ZipFile(source) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
        for part in old.infolist():
            content = old.read(part)
            new.writestr(part.filename, content + b" " * (200 << 20) if "sheet1" in part.filename else content)
    out.seek(0)
    return out


LOCKED = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + b"\0" * 600 + "EncryptedPackage".encode("utf-16-le")


@pytest.mark.parametrize(
    ("make", "sentence"),
    [
        (bomb, "the workbook unpacks from 0.2 MB to 200 MB, which no sheet of records does; it is not opened"),
        (lambda: io.BytesIO(LOCKED), "the workbook is locked with a password; take the password off and save it again"),
        (
            lambda: ods("x", manifest="<manifest><encryption-data/></manifest>"),
            "the workbook is locked with a password; take the password off and save it again",
        ),
        (lambda: io.BytesIO(LOCKED[:500]), "the workbook is broken or cut short; open and save it again"),
        (
            lambda: io.BytesIO(simple([["a"], [1]]).getvalue()[:-400]),
            "the workbook is broken or cut short; open and save it again",
        ),
        (lambda: simple([["a", "b"]]), 'sheet "Data" holds no records; choose another file'),
        (
            lambda: simple([[f"c{i}" for i in range(3000)], range(3000)]),
            "the file has 3,000 columns, more than the 2,000 a table can have; leave out those you do not need",
        ),
    ],
)
def test_says_what_is_wrong_with_a_workbook(make, sentence):
    with pytest.raises(IntakeError) as told:
        read(make())
    assert str(told.value) == f"a.xlsx: {sentence}"
