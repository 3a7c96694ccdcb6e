"""Rows or columns put into a sheet of a workbook, as a spreadsheet program does: what stands behind goes along with all that
belongs to it, and whatever refers to it from anywhere in the file still does (ISO/IEC 29500-1, 18 and 20.5).
"""

import re
from collections.abc import Callable, Collection
from contextlib import suppress
from typing import Any

from lxml import etree

from ...common.errors import DrawError
from .package import belonging, tree_of, written
from .sheet_notes import noted, set_place
from .sheet_references import Room, write_out_shared
from .sheet_styles import S
from .sheets import box_of, place_name, sheet_of

_BOOK, _CHAIN = "xl/workbook.xml", "xl/calcChain.xml"
_ANCHOR = "{http://schemas.openxmlformats.org/drawingml/2006/spreadsheetDrawing}"
_PLACED = ("ref", "sqref", "activeCell", "topLeftCell", "r1", "r2")
"""Attributes of a sheet and of what belongs to it that hold places."""
_FORMULAS = {"f", "formula", "formula1", "formula2", "definedName", "calculatedColumnFormula", "totalsRowFormula"}
"""Elements that hold a formula, of sheets, names, charts and tables."""
_REFERRING = re.compile(r"xl/(workbook|worksheets/[^/]+|charts/[^/]+|drawings/[^/]+|tables/[^/]+|pivotCache/[^/]+)\.xml")
_FIXED = {"pivotTable": "a pivot that another program keeps", "queryTable": "a query that another program keeps"}
"""What belongs to a sheet and cannot be moved from outside, and what it is called."""


def put_room(made: dict[str, bytes], part: str, room: Room) -> None:
    """Put rows or columns into the sheet of a part. Raises DrawError where something that belongs to it cannot go along."""
    belongs = belonging(made, part)
    fixed = next((words for kind, words in _FIXED.items() if kind in belongs), "")
    if fixed:
        raise DrawError(f"{fixed} stands on the sheet", path="file")
    for path in () if room.rows else belongs.get("table", ()):
        box = box_of(tree_of(made, path).get("ref", ""))
        if box is not None and box[1] < room.at <= box[3]:
            raise DrawError("a table of named columns stands there", path="file")
    sheet = sheet_of(made, part)
    write_out_shared(sheet)
    _check_whole(sheet, room)
    _move_lines(sheet, room)
    _refer(sheet, room, own=True)
    _place(sheet, room)
    made[part] = written(sheet)
    moves: dict[str, Callable[[Any, Room], None]] = {
        "drawing": _move_anchors,
        "vmlDrawing": _move_shapes,
        "comments": _place,
        "threadedComment": _place,
        "table": _place,
    }
    for kind, paths in belongs.items():
        for path in paths if kind in moves else ():
            tree = tree_of(made, path)
            moves[kind](tree, room)
            if kind == "table":
                _refer(tree, room, own=True)
            made[path] = written(tree)
    _refer_elsewhere(made, part, room, belongs.get("table", ()))
    _move_chain(made, room)


def drawn_at(made: dict[str, bytes], part: str) -> list[tuple[int, int]]:
    """The first row and column of each picture, chart or shape that people put on a sheet and that moves with its cells."""
    found = []
    for path in belonging(made, part).get("drawing", ()):
        for anchor in tree_of(made, path):
            row, column = (anchor.findtext(f"{_ANCHOR}from/{_ANCHOR}{name}") for name in ("row", "col"))
            if row and column and anchor.get("editAs") != "absolute":
                found.append((int(row), int(column)))
    return found


def _check_whole(sheet: Any, room: Room) -> None:
    """Raises DrawError where one formula that is of many cells would be torn apart."""
    for each in sheet.iter(f"{S}f"):
        box = box_of(each.get("ref", "")) if each.get("t") in ("array", "dataTable") else None
        if box is not None and (box[0] if room.rows else box[1]) < room.at <= (box[2] if room.rows else box[3]):
            raise DrawError(f"the formula of {each.get('ref')} stands there as one", path="file")


def _move_lines(sheet: Any, room: Room) -> None:
    """Rows with their cells, or cells in their rows; widths, and where pages break."""
    for row in sheet.iterfind(f"{S}sheetData/{S}row"):
        if room.rows and row.get("r"):
            row.set("r", str(room.line(int(row.get("r")) - 1) + 1))
        elif not room.rows:
            row.attrib.pop("spans", None)
        for cell in row.iterfind(f"{S}c"):
            box = box_of(cell.get("r", ""))
            if box is not None:
                cell.set("r", place_name(*room.box(box)[:2]))
    for each in () if room.rows else sheet.iterfind(f"{S}cols/{S}col"):
        for name in ("min", "max"):
            each.set(name, str(min(room.line(int(each.get(name)) - 1) + 1, 16_384)))
    for each in sheet.iterfind(f"{S}{'rowBreaks' if room.rows else 'colBreaks'}/{S}brk"):
        each.set("id", str(room.line(int(each.get("id", "0")))))


def _place(tree: Any, room: Room) -> None:
    """Attributes and texts that hold places."""
    for each in tree.iter(etree.Element):
        for name in _PLACED:
            if name in each.attrib:
                each.set(name, room.places(each.get(name)))
        if each.tag.endswith("}sqref") and each.text:
            each.text = room.places(each.text)


def _refer(tree: Any, room: Room, *, own: bool) -> bool:
    """Formulas of a tree, and whether one changed."""
    changed = False
    for each in tree.iter(etree.Element):
        if each.tag.rpartition("}")[2] in _FORMULAS and each.text:
            text = room.formula(each.text, own=own)
            changed, each.text = changed or text != each.text, text
        for name in ("location", "textlink"):
            if each.get(name):
                with suppress(DrawError):  # a link may lead to anything
                    text = room.formula(each.get(name), own=own)
                    changed = changed or text != each.get(name)
                    each.set(name, text)
    return changed


def _refer_elsewhere(made: dict[str, bytes], part: str, room: Room, done: Collection[str]) -> None:
    """Other sheets, names, charts and caches that refer to the sheet; parts that do not stay the same bytes."""
    called = room.sheet.replace("'", "''").encode()
    for path in list(made):
        if path == part or path in done or not _REFERRING.fullmatch(path):
            continue
        if called.lower() not in made[path].lower() and b"&" not in made[path]:
            continue
        tree = tree_of(made, path)
        changed = _refer(tree, room, own=False)
        for each in tree.iter(f"{S}worksheetSource"):
            if each.get("sheet") == room.sheet and each.get("ref"):
                changed = True
                each.set("ref", room.places(each.get("ref")))
        if changed:
            made[path] = written(tree)


def _move_anchors(drawing: Any, room: Room) -> None:
    """Pictures, charts and shapes: those that move with their cells, and grow with them where they do that."""
    name = f"{_ANCHOR}{'row' if room.rows else 'col'}"
    for anchor in drawing:
        begin, end = anchor.find(f"{_ANCHOR}from/{name}"), anchor.find(f"{_ANCHOR}to/{name}")
        if begin is None or anchor.get("editAs") == "absolute":
            continue
        first = int(begin.text)
        begin.text = str(room.line(first))
        if end is not None:
            last = int(end.text)
            end.text = str(last + room.line(first) - first if anchor.get("editAs") == "oneCell" else room.line(last))


def _move_shapes(drawing: Any, room: Room) -> None:
    """What draws notes: the cell that each is of, and where it is shown."""
    for shape, place in noted(drawing).items():
        set_place(shape, room.box((*place, *place))[:2])


def _move_chain(made: dict[str, bytes], room: Room) -> None:
    """The order in which formulas are worked out, which names each with its cell; the number of a sheet stands where it changes."""
    if _CHAIN not in made:
        return
    sheets = tree_of(made, _BOOK).iterfind(f"{S}sheets/{S}sheet")
    own = next((each.get("sheetId") for each in sheets if each.get("name") == room.sheet), None)
    tree, number = tree_of(made, _CHAIN), None
    for each in tree.iterfind(f"{S}c"):
        number = each.get("i", number)
        box = box_of(each.get("r", ""))
        if number == own and box is not None:
            each.set("r", place_name(*room.box(box)[:2]))
    made[_CHAIN] = written(tree)
