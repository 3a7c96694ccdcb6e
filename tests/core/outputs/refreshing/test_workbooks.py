"""Workbooks that come back after people edited them: the figure is remade in its sheet, in the looks that its cells have."""

import io
import zipfile

import openpyxl
import pytest
from lxml import etree
from openpyxl.comments import Comment
from openpyxl.styles import Border, Font, Side

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of, with_source
from mottled_finch.core.outputs.refreshing.remaking import change_of, piece_of
from mottled_finch.core.outputs.refreshing.returning import opened, refreshed
from mottled_finch.core.outputs.refreshing.sheet_styles import MAIN
from mottled_finch.core.outputs.refreshing.sheets import box_name, box_of, place_name, sheet_of

from ...conftest import read
from ..folio.conftest import TEXT
from .conftest import random_editions, refused_or_remade
from .test_documents import NOTED
from .test_returned import NEXT, parts_in, with_parts

MORE = NEXT + "Osprey,Apr,1,1\nTern,Jan,2,2\n"
"""The delivery after that: a row and a column more."""


def workbook(plain=NOTED, text=TEXT, **choices):
    figure = make_figure(read(text), load_recipe(plain))
    chosen = Choices(**choices)
    content = DRAWINGS["xlsx"].draw(figure, chosen)
    return with_source(content, "xlsx", source_of(figure, plain, chosen, "log.csv", "1"))


def anew(content, text=NEXT, plain=NOTED):
    (found,) = opened(content).figures
    return refreshed(content, [piece_of(found, make_figure(read(text), load_recipe(plain)))])


def edited(content, edit):
    book = openpyxl.load_workbook(io.BytesIO(content))
    edit(book)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def book(content):
    return openpyxl.load_workbook(io.BytesIO(content))


def values(content, sheet="Figure"):
    """Of each cell that says something, its value by its place."""
    return {cell.coordinate: cell.value for row in book(content)[sheet].iter_rows() for cell in row if cell.value is not None}


def looks(content, sheet="Figure"):
    """Fill, border and format of each cell by its place, as a program shows them without rules."""
    return {
        cell.coordinate: (cell.fill.fgColor.rgb, cell.fill.patternType, cell.number_format, cell.border.left.style)
        for row in book(content)[sheet].iter_rows()
        for cell in row
        if cell.value is not None or cell.has_style
    }


def rules(content):
    """Each rule of the figure's sheet by its cells: formula, ink and fill."""
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        sheet, styles = (etree.fromstring(package.read(f"xl/{name}.xml")) for name in ("worksheets/sheet1", "styles"))
    looks = styles.findall("{*}dxfs/{*}dxf")
    found = []
    for rule in sheet.iter("{*}cfRule"):
        look = looks[int(rule.get("dxfId"))] if rule.get("dxfId") else None
        colors = None if look is None else [look.find(f"{{*}}{path}").get("rgb") for path in ("font/{*}color", "fill/*/{*}bgColor")]
        places = [box_of(place) for place in rule.getparent().get("sqref").split()]
        found.append((places, rule.findtext("{*}formula"), rule.get("priority"), colors))
    return sorted(found, key=str)


@pytest.mark.parametrize("text", [NEXT, MORE, "pier,month,minutes,people\nKnot,Mar,8,9\n"], ids=["moved", "grown", "shrunk"])
@pytest.mark.parametrize("colors", ["rules", "fills"])
def test_it_is_what_it_would_be_alone(text, colors):
    made, alone = anew(workbook(colors=colors), text), workbook(text=text, colors=colors)
    for sheet in book(alone).sheetnames:
        assert values(made, sheet) == values(alone, sheet), sheet
    assert looks(made) == looks(alone) and rules(made) == rules(alone)
    names = [{each.name: each.attr_text.replace("'", "") for each in book(each).defined_names.values()} for each in (made, alone)]
    assert names[0] == names[1]
    assert anew(made, TEXT) and values(anew(made, TEXT)) == values(workbook(colors=colors)), "and back again"


@pytest.mark.parametrize("seed", range(6))
def test_random_figures_are_what_they_would_be_alone(seed):
    before, after, plain = random_editions(seed, within="row" if seed % 2 else "table")
    records_too = "no" if seed % 3 else "yes"
    made = anew(workbook(plain, before, records=records_too), after, plain)
    alone = workbook(plain, after, records=records_too)
    for sheet in book(alone).sheetnames:
        assert values(made, sheet) == values(alone, sheet), sheet
    assert looks(made) == looks(alone) and rules(made) == rules(alone)
    merged = [sorted(map(str, book(each)["Figure"].merged_cells.ranges)) for each in (made, alone)]
    assert merged[0] == merged[1]


def test_what_people_wrote_moved_renamed_and_gave_a_look_stays():
    def edit(book):
        sheet = book["Figure"]
        sheet.title = "Piers' minutes"
        sheet.insert_rows(1, 2)  # this program moves no names along
        sheet["H20"] = "=SUM(B6:D8)"
        sheet["A1"] = "By hand"
        for name in book.defined_names.values():
            if "Figure!" in name.attr_text:
                place = name.attr_text.split("!")[1]
                top, left, foot, right = box_of(place)
                name.attr_text = f"'Piers'' minutes'!{box_name((top + 2, left, foot + 2, right), fixed=True)}"
        cell = next(c for row in sheet.iter_rows() for c in row if c.value == 4)
        cell.font = Font(name="Georgia", size=15, italic=True, color="FFAB1234")
        cell.border = Border(top=Side(style="double", color="FFFF0000"))
        other = book.create_sheet("Mine")
        other["A1"] = "=1+1"

    content = edited(workbook(colors="fills"), edit)
    assert opened(content).figures[0].where == "sheet “Piers' minutes”"
    made = anew(content)
    sheet = book(made)["Piers' minutes"]
    assert sheet["A1"].value == "By hand" and sheet["H20"].value == "=SUM(B6:D8)" and book(made)["Mine"]["A1"].value == "=1+1"
    cell = next(c for row in sheet.iter_rows() for c in row if c.value == 40)
    assert (cell.font.name, cell.font.sz, cell.font.i, cell.font.color.rgb) == ("Georgia", 15, True, "FFAB1234")
    assert cell.border.top.style == "double"
    assert sheet.cell(cell.row, cell.column + 1).font.name == "Calibri"
    assert [sheet.cell(row, 1).value for row in range(cell.row - 1, cell.row + 3)] == [
        "Ardle Quay",
        "Brackwater",
        "Dunlin",
        "Osprey",
    ]
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(io.BytesIO(made)) as after:
        differing = {name for name in before.namelist() if before.read(name) != after.read(name)}
        assert before.namelist() == after.namelist()
    assert differing <= {
        *("xl/workbook.xml", "xl/styles.xml", "xl/worksheets/sheet1.xml", "xl/worksheets/sheet2.xml"),
        *("xl/comments/comment1.xml", "xl/drawings/commentsDrawing1.vml"),
    }


def test_heights_and_widths_follow_their_heads_and_what_is_new_looks_like_its_neighbors():
    def edit(book):
        sheet = book["Figure"]
        for letter, width in (("B", 40), ("C", 22), ("D", 22)):
            own = sheet.column_dimensions[letter]
            own.min = own.max = None
            own.width = width
        sheet.row_dimensions[5].height = 77
        sheet["A1"].font = Font(name="Georgia")

    made = book(anew(edited(workbook(), edit), MORE))["Figure"]
    heads = {made.cell(3, column).value: made.column_dimensions[place_name(0, column - 1)[:-1]].width for column in range(2, 6)}
    assert list(heads) == ["Apr", "Feb", "Jan", "Mar"] and heads["Feb"] == heads["Apr"] == 40 != heads["Jan"]
    heights = {made.cell(row, 1).value: made.row_dimensions[row].height for row in range(4, 9)}
    assert heights["Brackwater"] == heights["Dunlin"] == 77 != heights["Ardle Quay"]
    apr, feb = (next(c for c in made[8 - 1] if c.column == at) for at in (2, 3))
    assert apr.alignment.horizontal == feb.alignment.horizontal == "center", "a new column of cells is none of heads"


def test_words_that_a_person_changed_stay_and_others_follow():
    def edit(book):
        book["Figure"]["A1"] = "Late again"

    made = values(anew(edited(workbook(), edit)))
    assert made["A1"] == "Late again" and "Of 10 records" in made.values()

    def foot(book):
        for row in book["Figure"].iter_rows():
            for cell in row:
                if cell.value == "Of 9 records":
                    cell.value = "Of nine"

    made = values(anew(edited(workbook(), foot), TEXT.replace("Feb,4", "Feb,5")))
    assert "Of nine" in made.values() and made["A1"] == "Late"


def test_a_note_goes_where_its_cell_went_and_away_with_it():
    made = book(anew(workbook(), MORE.replace("Osprey", "Knot")))["Figure"]
    noted = {cell.coordinate: cell.comment.text for row in made.iter_rows() for cell in row if cell.comment}
    where = next(c.coordinate for row in made.iter_rows() for c in row if c.value == 8)
    assert list(noted) == [where]
    gone = book(anew(workbook(), NEXT))["Figure"]
    assert not [cell for row in gone.iter_rows() for cell in row if cell.comment]


def notes(content):
    """What is noted at cells, by what they hold."""
    return {cell.value: cell.comment.text for row in book(content)["Figure"].iter_rows() for cell in row if cell.comment}


@pytest.mark.parametrize("saved", [False, True])
def test_a_note_says_what_is_so_now_and_those_of_people_go_along(saved):
    def edit(book):
        if saved:
            cell = next(c for row in book["Figure"].iter_rows() for c in row if c.value == "Knot")
            cell.comment = Comment("Mine, of Knot", "Ann")
            book["Figure"]["H9"].comment = Comment("Mine, beside", "Ann")

    content = workbook()
    assert notes(content) == {8: "Storm, 8"}
    content = edited(content, edit) if saved else content
    found = notes(anew(content, NEXT.replace("Osprey", "Knot")))
    assert found == {8: "Storm, 40"} | ({"Knot": "Mine, of Knot", None: "Mine, beside"} if saved else {})
    parts = parts_in(anew(content, NEXT.replace("Osprey", "Knot")))
    shapes = etree.fromstring(next(body for name, body in parts.items() if name.endswith(".vml")))
    ids = [each.get("id") for each in shapes.iter("{urn:schemas-microsoft-com:vml}shape")]
    assert len(set(ids)) == len(ids) == len(found)


def test_a_note_that_came_is_put_on_its_cell_and_one_that_people_took_away_is_not():
    bare = {**NOTED, "notes": []}
    new = {**NOTED, "notes": [{"row": ["Knot"], "column": ["Mar"], "text": "Storm"}]}
    made = anew(workbook(bare), TEXT, new)
    assert notes(made) == {8: "Storm"} and notes(anew(made, TEXT, new)) == {8: "Storm"}
    with_mine = edited(workbook(bare), lambda book: setattr(book["Figure"]["D6"], "comment", Comment("Mine", "Ann")))
    assert notes(anew(with_mine, TEXT, new)) == {8: "Mine"}, "a cell has one note"

    def away(book):
        for row in book["Figure"].iter_rows():
            for cell in row:
                cell.comment = None

    assert not notes(anew(edited(made, away), TEXT, new))


def test_notes_that_can_be_answered_go_along_too():
    answers = "".join(f'<threadedComment ref="{place}"><text>Why?</text></threadedComment>' for place in ("A5", "A6", "H9"))
    relation = b'<Relationship Id="finchAnswers" Type="http://x/threadedComment" Target="../answers.xml"/></Relationships>'

    def edit(parts):
        parts["xl/answers.xml"] = f'<ThreadedComments xmlns="http://x">{answers}</ThreadedComments>'.encode()
        name = "xl/worksheets/_rels/sheet1.xml.rels"
        parts[name] = parts[name].replace(b"</Relationships>", relation)

    content = with_parts(workbook(), edit)
    heads = {f"A{row}": book(content)["Figure"].cell(row, 1).value for row in (5, 6)}
    assert heads == {"A5": "Brackwater", "A6": "Knot"}
    made = parts_in(anew(content, TEXT.replace("Knot", "Aaa")))
    assert [each.get("ref") for each in etree.fromstring(made["xl/answers.xml"])] == ["A6", "H9"]


def test_rows_and_cells_that_do_not_say_where_they_are_stand_behind_the_one_before():
    silent = '<worksheet xmlns="{}"><sheetData><row/><row r="4"><c/><c r="D4"/><c/></row><row><c/></row></sheetData></worksheet>'
    tree = sheet_of({"s": silent.format(MAIN).encode()}, "s")
    assert [each.get("r") for each in tree.iter("{*}row", "{*}c")] == ["1", "4", "A4", "D4", "E4", "5", "A5"]


def test_what_would_change_is_told_before_anything_is():
    (found,) = opened(workbook()).figures
    told = change_of(found, make_figure(read(NEXT), load_recipe(NOTED))).told
    assert told.startswith("1 of 12 cells changed: Brackwater, Feb 4 → 40; came: Dunlin, Osprey; went: Knot")


def test_parts_that_were_deleted_stay_deleted():
    def edit(book):
        del book["About"]
        for name in list(book.defined_names):
            if "about" in name or "legend" in name:
                del book.defined_names[name]

    made = anew(edited(workbook(), edit))
    assert "About" not in book(made).sheetnames

    def whole(book):
        del book.defined_names["Finch_cells"]

    with pytest.raises(DrawError, match="there is no figure of Mottled Finch in it by its name"):
        opened(edited(workbook(), whole))


def test_places_are_read_and_written():
    assert box_of("$B$4:$D$6") == (3, 1, 5, 3) and box_of("AA10") == (9, 26, 9, 26) and box_of("B4:D6,F7") is None
    assert place_name(9, 26) == "AA10" and box_name((3, 1, 5, 3), fixed=True) == "$B$4:$D$6" and place_name(0, 701) == "ZZ1"
    assert box_of("#REF!") is None


def test_damaged_workbooks_are_refused_or_read_never_more():
    figure = make_figure(read(NEXT), load_recipe(NOTED))
    assert refused_or_remade(workbook(), figure) > 5
