"""Rows and columns that are put into a sheet so that nothing of others is written over: all that stood there still does, and
whatever referred to it still does.
"""

import random

import pytest
from lxml import etree
from openpyxl.chart import BarChart, Reference
from openpyxl.comments import Comment
from openpyxl.drawing.spreadsheet_drawing import AnchorMarker, TwoCellAnchor
from openpyxl.formula.tokenizer import Token, Tokenizer
from openpyxl.utils.cell import range_boundaries
from openpyxl.workbook.defined_name import DefinedName
from openpyxl.worksheet.datavalidation import DataValidation
from openpyxl.worksheet.formula import ArrayFormula
from openpyxl.worksheet.hyperlink import Hyperlink
from openpyxl.worksheet.pagebreak import Break
from openpyxl.worksheet.table import Table

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw.making.sheet_rules import RULES
from mottled_finch.core.outputs.refreshing.remaking import piece_of
from mottled_finch.core.outputs.refreshing.returning import opened, room_for
from mottled_finch.core.outputs.refreshing.sheet_references import Room, write_out_shared
from mottled_finch.core.outputs.refreshing.sheet_room import drawn_at, put_room
from mottled_finch.core.outputs.refreshing.sheets import place_name

from ...conftest import read
from .test_documents import NOTED
from .test_returned import parts_in, with_parts
from .test_workbooks import MORE, anew, book, edited, values, workbook

PLAIN = {
    **NOTED,
    "notes": [],
    "words": {"title": "Late", "caption": "", "source": ""},
    "color": {"bands": {"method": "natural", "count": 3}},
}
"""With few rules, which the library that reads them takes long for."""
MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"


def room_told(content, text=MORE, plain=PLAIN):
    (found,) = opened(content).figures
    return room_for(content, piece_of(found, make_figure(read(text), load_recipe(plain))))


@pytest.mark.parametrize(
    ("formula", "rows", "own", "wanted"),
    [
        ("SUM(A1:B9)+$A$5*A4", True, True, "SUM(A1:B11)+$A$7*A4"),
        ("SUM(A1:B9)", True, False, "SUM(A1:B9)"),
        ("Figure!A5+figure!$A5+Other!A5+'Figure'!A5", True, False, "Figure!A7+figure!$A7+Other!A5+'Figure'!A7"),
        ("SUM(3:5)+SUM($6:$6)+SUM(B:D)", True, True, "SUM(3:7)+SUM($8:$8)+SUM(B:D)"),
        ("SUM(3:5)+SUM(B:D)+SUM($F:$F)", False, True, "SUM(3:5)+SUM(B:D)+SUM($H:$H)"),
        ("SUM(D:E)", False, True, "SUM(D:G)"),
        ("E5+XFD1+AA1:AB2", False, True, "G5+XFD1+AC1:AD2"),
        (
            'A9&"A9"&LOG10(9)&name&Table1[[#All],[A9]]&[1]Figure!A9',
            True,
            True,
            'A11&"A9"&LOG10(9)&name&Table1[[#All],[A9]]&[1]Figure!A9',
        ),
        ("A5:INDEX(A5:A9,2)+Figure!A5:Figure!A9", True, True, "A7:INDEX(A7:A11,2)+Figure!A7:Figure!A11"),
        ("Figure!#REF!+Sheet1:Sheet3!A9+TRUE+1.5E3", True, True, "Figure!#REF!+Sheet1:Sheet3!A9+TRUE+1.5E3"),
    ],
)
def test_references_follow_what_they_are_to(formula, rows, own, wanted):
    assert Room(sheet="Figure", rows=rows, at=4, many=2).formula(formula, own=own) == wanted


def test_a_sheet_of_any_name_is_found():
    room = Room(sheet="Piers' sums & more", rows=True, at=0, many=1)
    assert room.formula("'Piers'' sums & more'!A1+'Piers'!A1", own=False) == "'Piers'' sums & more'!A2+'Piers'!A1"
    with pytest.raises(DrawError, match="the formula A1# cannot be read"):
        room.formula("A1#", own=True)


def test_shared_formulas_are_written_out():
    cells = '<c r="B2"><f t="shared" si="0" ref="B2:B4">A1*$C$1</f></c>'
    cells += "".join(f'<c r="B{row}"><f t="shared" si="0"/></c>' for row in (3, 4))
    tree = etree.fromstring(f'<worksheet xmlns="{MAIN}"><sheetData><row>{cells}</row></sheetData></worksheet>')
    odd = etree.fromstring(etree.tostring(tree).replace(b"A1*$C$1", b"A1#" + b"+1" * 90))
    with pytest.raises(DrawError, match=r"the formula A1#[+1]+… cannot be read"):
        write_out_shared(odd)
    write_out_shared(tree)
    assert [(each.text, dict(each.attrib)) for each in tree.iter("{*}f")] == [("A1*$C$1", {}), ("A2*$C$1", {}), ("A3*$C$1", {})]


def crowded(seed):
    """A workbook in which people wrote, each cell something of its own, referred to it, and put other things beside the table."""
    lot = random.Random(seed)

    def edit(book):
        sheet, mine = book["Figure"], book.create_sheet("Mine & yours")
        places = {
            (row, column) for row in range(4, 30) for column in range(1, 14) if lot.random() < 0.3 and (row > 6 or column > 4)
        }
        left, top, right, foot = range_boundaries(book.defined_names["Finch_legend"].attr_text.split("!")[1].replace("$", ""))
        for row, column in places - {(row, column) for row in range(top, foot + 1) for column in range(left, right + 1)}:
            if sheet.cell(row, column).value is None:
                sheet.cell(row, column).value = f"mine {row} {column}"
        for i in range(30):
            own = lot.random() < 0.5
            (top, left), (down, right) = (lot.randint(1, 30), lot.randint(1, 13)), (lot.randint(0, 6), lot.randint(0, 6))
            first, last = place_name(top - 1, left - 1), place_name(top + down - 1, left + right - 1)
            (sheet if own else mine).cell(
                40 + i, 1
            ).value = f"=COUNTA({'' if own else 'Figure!'}{lot.choice(('', '$'))}{first}:{last})"
        book.defined_names["Own"] = DefinedName("Own", attr_text="Figure!$A$16:$B$20")
        sheet.cell(16, 1).value, sheet.cell(17, 1).value = "head", "kept"
        sheet.merge_cells("C24:D25")
        sheet["C24"] = "merged"
        sheet["A26"].comment = Comment("noted", "x")
        sheet["A26"] = "a note's"
        checked = DataValidation(type="list", formula1="$A$16:$A$20", sqref="B26:B28")
        sheet.add_data_validation(checked)
        sheet["A29"].hyperlink = Hyperlink(ref="A29", location="Figure!A26")
        sheet["A30"] = "table's"
        for column in range(1, 3):
            sheet.cell(31, column).value, sheet.cell(32, column).value = f"head {column}", column
        sheet.add_table(Table(displayName="Theirs", ref="A31:B32"))
        sheet.row_breaks.append(Break(id=25))
        chart = BarChart()
        chart.add_data(Reference(sheet, min_col=1, min_row=16, max_row=20))
        sheet.add_chart(chart, "A8")

    rule = f'<{RULES} sqref="A27:A29"><cfRule type="expression" priority="999"><formula>$A$26>1</formula></cfRule></{RULES}>'

    def ruled(parts):
        sheet = "xl/worksheets/sheet1.xml"
        parts[sheet] = parts[sheet].replace(f"<{RULES} ".encode(), rule.encode() + f"<{RULES} ".encode(), 1)

    return with_parts(edited(workbook(PLAIN), edit), ruled)


def meant(content):
    """What formulas of each kind refer to: the words of people in the cells there."""
    opened_ = book(content)
    sheet = opened_["Figure"]

    def words(text, own):
        found = []
        for token in Tokenizer(f"={text.lstrip('=')}").items:
            if token.type == Token.OPERAND and token.subtype == Token.RANGE:
                name, _, place = token.value.rpartition("!")
                assert (name or own).strip("'") == "Figure"
                left, top, right, foot = range_boundaries(place)
                found += [
                    sheet.cell(row, column).value
                    for row in range(top, foot + 1)
                    for column in range(left, right + 1)
                    if str(sheet.cell(row, column).value).startswith(("mine", "head", "kept", "merged", "a note", "table"))
                ]
        return found

    formulas = {
        (each.title, cell.value.count("Figure"), i): words(cell.value, each.title)
        for each in opened_
        for i, cell in enumerate(c for row in each.iter_rows() for c in row if str(c.value).startswith("="))
    }
    parts = parts_in(content)
    chart = etree.fromstring(next(body for name, body in parts.items() if name.startswith("xl/charts/chart")))
    (checked,) = sheet.data_validations.dataValidation
    rule = next(
        each for each in etree.fromstring(parts["xl/worksheets/sheet1.xml"]).iter("{*}cfRule") if each.get("priority") == "999"
    )
    return {
        "formulas": formulas,
        "name": words(opened_.defined_names["Own"].attr_text, ""),
        "chart": [words(each.text, "") for each in chart.iter("{*}f")],
        "checked": (words(checked.formula1, "Figure"), words(str(checked.sqref), "Figure")),
        "rule": (words(rule.findtext("{*}formula"), "Figure"), words(rule.getparent().get("sqref"), "Figure")),
        "merged": [
            words(str(each), "Figure")
            for each in sheet.merged_cells.ranges
            if sheet.cell(each.min_row, each.min_col).value == "merged"
        ],
        "notes": [(cell.value, cell.comment.text) for row in sheet.iter_rows() for cell in row if cell.comment],
        "link": [words(c.hyperlink.location, "") for row in sheet.iter_rows() for c in row if c.hyperlink],
        "table": [*words(sheet.tables["Theirs"].ref, "Figure"), sheet.tables["Theirs"].ref[0]],
        "break": sheet.cell(sheet.row_breaks.brk[0].id + 1, 1).value,
    }


@pytest.mark.parametrize("seed", range(5))
def test_all_that_others_wrote_is_there_and_whatever_referred_to_it_still_does(seed):
    content = crowded(seed)
    made = anew(content, MORE, PLAIN)
    assert meant(made) == meant(content)
    mine = [sorted(value for value in values(each).values() if str(value).startswith("mine")) for each in (content, made)]
    assert mine[0] == mine[1] and len(mine[0]) > 20
    alone = values(workbook(PLAIN, MORE))
    assert {place: values(made)[place] for place in alone} == alone
    told = room_told(content)
    assert told[0].startswith("2 rows put in before row 7, for ") and told[0].endswith(" stood in the way")
    assert len(told) == (1 if seed in (0, 3) else 2) and all(
        each.startswith("1 column put in before column E") for each in told[1:]
    )
    again = anew(made, MORE, PLAIN)
    assert values(again) == values(made) and not room_told(made), "there is room by now"
    anchor = etree.fromstring(parts_in(made)["xl/drawings/drawing1.xml"]).find("{*}oneCellAnchor/{*}from/{*}row")
    assert int(anchor.text) == 7 + 2, "a chart goes along"


def test_a_column_more_makes_room_at_the_right():
    def edit(book):
        book["Figure"]["E5"], book["Figure"]["K5"] = "beside", "=E5"
        book["Figure"].column_dimensions["E"].width = 33

    content = edited(workbook(PLAIN, colors="fills"), edit)
    assert room_told(content) == ("1 column put in before column E, for E5 stood in the way",)
    made = anew(content, MORE, PLAIN)
    assert values(made)["F5"] == "beside" and values(made)["L5"] == "=F5"
    assert book(made)["Figure"].column_dimensions["F"].width == 33
    alone = values(workbook(PLAIN, MORE, colors="fills"))
    assert {place: values(made).get(place) for place in alone} == alone


def test_words_below_a_table_that_shrank_stay_below_what_others_wrote_between():
    plain = {**PLAIN, "words": {"title": "Late", "caption": "A caption", "source": "A source"}}
    less = MORE.replace("Tern,", "Osprey,")

    def edit(book):
        book["Figure"]["A9"] = "Between"

    content = edited(workbook(plain, MORE), edit)
    for text, places in ((MORE, (9, 10, 11)), (less, (9, 10, 11))):
        assert [values(anew(content, text, plain)).get(f"A{row}") for row in places] == ["Between", "A caption", "A source"]
    assert [values(anew(workbook(plain, MORE), less, plain)).get(f"A{row}") for row in (9, 10)] == ["A caption", "A source"]


def test_formulas_are_worked_out_when_the_workbook_is_opened():
    def edit(book):
        book["Figure"]["K5"] = "=B5*2"
        book.calculation.fullCalcOnLoad = False

    assert book(anew(edited(workbook(), edit))).calculation.fullCalcOnLoad
    bare = with_parts(
        workbook(), lambda parts: parts.update({"xl/workbook.xml": parts["xl/workbook.xml"].replace(b' fullCalcOnLoad="1"', b"")})
    )
    assert b"fullCalcOnLoad" not in parts_in(anew(bare))["xl/workbook.xml"], "there is none"


def test_what_stays_where_it_is_on_the_page_is_in_nobodys_way():
    def edit(book):
        for fixed, place in (("absolute", 7), ("oneCell", 20)):
            chart = BarChart()
            chart.add_data(Reference(book["Figure"], min_col=1, min_row=16, max_row=20))
            corners = (AnchorMarker(col=1, row=place), AnchorMarker(col=4, row=place + 6))
            chart.anchor = TwoCellAnchor(editAs=fixed, _from=corners[0], to=corners[1])
            book["Figure"].add_chart(chart)
        book["Figure"]["B8"], book["Figure"]["A9"] = "Mine", "A link"
        book["Figure"]["A9"].hyperlink = Hyperlink(ref="A9", location="B8")

    made = parts_in(edited(workbook(PLAIN), edit))
    assert drawn_at(made, "xl/worksheets/sheet1.xml") == [(20, 1)]
    put_room(made, "xl/worksheets/sheet1.xml", Room(sheet="Figure", rows=True, at=6, many=2))
    rows = [each.text for each in etree.fromstring(made["xl/drawings/drawing1.xml"]).iter("{*}row")]
    assert rows == ["7", "13", "22", "28"]
    link = etree.fromstring(made["xl/worksheets/sheet1.xml"]).find("{*}hyperlinks/{*}hyperlink")
    assert (link.get("ref"), link.get("location")) == ("A11", "B10")


def test_what_cannot_go_along_is_named_and_nothing_is_written_over():
    def edit(book):
        sheet = book["Figure"]
        sheet["E5"] = "head"
        sheet["D20"], sheet["E20"], sheet["F20"] = "a", "b", "c"
        sheet.add_table(Table(displayName="Theirs", ref="D20:F21"))

    with pytest.raises(
        DrawError, match="E5 on the sheet Figure stand where the figure has more to say now, and a table of named columns"
    ):
        anew(edited(workbook(PLAIN), edit), MORE, PLAIN)

    def torn(book):
        sheet = book["Figure"]
        sheet["B7"] = "Mine"
        sheet["K5"] = ArrayFormula("K5:K9", "=A5:A9")

    with pytest.raises(DrawError, match=r"B7 .* and the formula of K5:K9 stands there as one; move them away, then give it back"):
        anew(edited(workbook(PLAIN), torn), MORE, PLAIN)

    related = b'<Relationship Id="p" Type="http://x/pivotTable" Target="../theirs.xml"/></Relationships>'

    def kept(parts):
        parts["xl/theirs.xml"] = b"<x/>"
        parts["xl/worksheets/_rels/sheet1.xml.rels"] = parts.get(
            "xl/worksheets/_rels/sheet1.xml.rels",
            b'<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"></Relationships>',
        ).replace(b"</Relationships>", related)

    def mine(book):
        book["Figure"]["B7"] = "Mine"

    with pytest.raises(DrawError, match="and a pivot that another program keeps stands on the sheet"):
        anew(with_parts(edited(workbook(PLAIN), mine), kept), MORE, PLAIN)


def test_the_order_of_working_out_and_answers_to_notes_follow():
    chain = f'<calcChain xmlns="{MAIN}"><c r="A9" i="1"/><c r="A2"/><c r="A9" i="2"/><c r="B9"/><c r="C9" i="1"/></calcChain>'
    answers = '<ThreadedComments xmlns="http://x"><threadedComment ref="A9"/></ThreadedComments>'
    relation = '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="a" '
    relation += 'Type="http://x/threadedComment" Target="../threaded.xml"/></Relationships>'
    made = parts_in(workbook(PLAIN)) | {
        "xl/calcChain.xml": chain.encode(),
        "xl/threaded.xml": answers.encode(),
        "xl/worksheets/_rels/sheet1.xml.rels": relation.encode(),
    }
    put_room(made, "xl/worksheets/sheet1.xml", Room(sheet="Figure", rows=True, at=4, many=3))
    cells = [each.get("r") for each in etree.fromstring(made["xl/calcChain.xml"])]
    assert cells == ["A12", "A2", "A9", "B9", "C12"]
    assert b'ref="A12"' in made["xl/threaded.xml"]
