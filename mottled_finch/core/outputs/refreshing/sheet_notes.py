"""Notes on cells of a sheet: those of people go where the heads of their cells went, ours are made anew (ISO/IEC 29500-1, 18.7)."""

import copy
import re
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Any

from lxml import etree

from .package import belonging, declare, relate, tree_of, written
from .sheet_styles import MAIN, S
from .sheets import Box, Sheet, box_of, place_name, within

_X = "{urn:schemas-microsoft-com:office:excel}"
_V = "{urn:schemas-microsoft-com:vml}"
_KINDS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/"
_NOTES, _ANSWERS, _DRAWING = "comments", "threadedComment", "vmlDrawing"
"""What belongs to a sheet: its notes, such as can be answered, which each have a note beside them, and what draws them."""
_NOTES_TYPE = "application/vnd.openxmlformats-officedocument.spreadsheetml.comments+xml"
_DRAWING_TYPE = "application/vnd.openxmlformats-officedocument.vmlDrawing"
_NUMBER = re.compile(r"\d+\s+")
Place = tuple[int, int]


@dataclass(frozen=True, kw_only=True)
class Table:
    """A table that was at ``old`` and is at ``new``, in a workbook of its own at ``fresh`` of a ``sheet`` of ``parts``. ``rows``
    and ``columns`` are the old lines of new ones.
    """

    old: Box
    new: Box
    rows: list[int | None]
    columns: list[int | None]
    parts: Mapping[str, bytes]
    sheet: str
    fresh: Box


def numbered(lines: Collection[str]) -> set[str]:
    """The texts of notes, of lines that stand below a table with the numbers of notes before them."""
    return {_plain(line[found.end() :]) for line in lines if (found := _NUMBER.match(line))} - {""}


def put_notes(made: dict[str, bytes], part: str, sheet: Sheet, table: Table, known: Collection[str]) -> None:
    """Let notes of people on a table's cells stand at the cells with the same heads; those of cells that are gone go, too. Ours, by
    the texts that are ``known``, give way to those of now; one that people took away stays away while it says the same. Notes on
    other cells stay.
    """
    alive = _move(made, part, table, known)
    notes = [(place, note, shape) for place, note, shape in _fresh(table) if _text(note) in alive or _text(note) not in known]
    if notes:
        _add(made, part, sheet, notes)


def _move(made: dict[str, bytes], part: str, table: Table, known: Collection[str]) -> set[str]:
    """The texts of ours, which are taken out."""
    belongs = belonging(made, part)
    rows, columns = ({was: now for now, was in enumerate(side) if was is not None} for side in (table.rows, table.columns))
    old, new, ours, alive = table.old, table.new, set[Place](), set[str]()

    def goes(place: Place) -> Place | None:
        if not within(*place, old):
            return place
        y, x = rows.get(place[0] - old[0]), columns.get(place[1] - old[1])
        return None if y is None or x is None or place in ours else (new[0] + y, new[1] + x)

    for path in (*belongs.get(_NOTES, ()), *belongs.get(_ANSWERS, ())):
        tree = tree_of(made, path)
        for note in [each for each in tree.iter(etree.Element) if "ref" in each.attrib]:
            box = box_of(note.get("ref"))
            if box is not None and within(*box[:2], old) and _text(note) in known:
                ours.add(box[:2])
                alive.add(_text(note))
            to = None if box is None else goes(box[:2])
            if to is None:
                note.getparent().remove(note)
            else:
                note.set("ref", place_name(*to))
        made[path] = written(tree)
    for path in belongs.get(_DRAWING, ()):
        shapes = tree_of(made, path)
        for shape, place in noted(shapes).items():
            to = goes(place)
            if to is None:
                shape.getparent().remove(shape)
            else:
                set_place(shape, to)
        made[path] = written(shapes)
    return alive


def _fresh(table: Table) -> list[tuple[Place, Any, Any]]:
    """The notes of now: the cell that each goes to, itself, and what draws it."""
    belongs = belonging(table.parts, table.sheet)
    shapes = {place: shape for path in belongs.get(_DRAWING, ()) for shape, place in noted(tree_of(table.parts, path)).items()}
    down, right = table.new[0] - table.fresh[0], table.new[1] - table.fresh[1]
    found = []
    for path in belongs.get(_NOTES, ()):
        for note in tree_of(table.parts, path).iterfind(f"{S}commentList/{S}comment"):
            box = box_of(note.get("ref", ""))
            if box is not None and within(*box[:2], table.fresh) and box[:2] in shapes:
                found.append(((box[0] + down, box[1] + right), note, shapes[box[:2]]))
    return found


def _add(made: dict[str, bytes], part: str, sheet: Sheet, notes: list[tuple[Place, Any, Any]]) -> None:
    """Put notes on cells that have none."""
    belongs = belonging(made, part)
    path = next(iter(belongs.get(_NOTES, ())), "")
    tree = tree_of(made, path) if path else _no_notes()
    if not path:
        path = _free(made, "xl/finchComments{}.xml")
        relate(made, part, f"{_KINDS}{_NOTES}", path)
        declare(made, f"/{path}", _NOTES_TYPE)
    drawing = next(iter(belongs.get(_DRAWING, ())), "")
    shapes = tree_of(made, drawing) if drawing else _no_shapes(notes[0][2])
    if not drawing:
        drawing = _free(made, "xl/drawings/finchNotes{}.vml")
        sheet.draw_notes(relate(made, part, f"{_KINDS}{_DRAWING}", drawing))
        declare(made, "vml", _DRAWING_TYPE)
    there = {each.get("ref") for each in tree.iter(f"{S}comment")}
    author = _author(tree)
    for place, note, shape in notes:
        if place_name(*place) in there:
            continue
        own, drawn = copy.deepcopy(note), copy.deepcopy(shape)
        own.set("ref", place_name(*place))
        own.set("authorId", str(author))
        tree.find(f"{S}commentList").append(own)
        ids = {each.get("id") for each in shapes.iter()}
        drawn.set("id", next(each for i in range(9001, 100_000) if (each := f"_x0000_s{i}") not in ids))
        set_place(drawn, place)
        shapes.append(drawn)
    made[path], made[drawing] = written(tree), written(shapes)


def _author(notes: Any) -> int:
    """The number of who wrote ours, which is nobody by name."""
    authors = notes.find(f"{S}authors")
    found = next((i for i, each in enumerate(authors) if not each.text), None)
    if found is None:
        etree.SubElement(authors, f"{S}author")
        found = len(authors) - 1
    return found


def _no_notes() -> Any:
    tree = etree.Element(f"{S}comments", nsmap={None: MAIN})
    etree.SubElement(tree, f"{S}authors")
    etree.SubElement(tree, f"{S}commentList")
    return tree


def _no_shapes(shape: Any) -> Any:
    """What a shape was in, without shapes."""
    tree = copy.deepcopy(shape.getroottree().getroot())
    for each in tree.findall(f"{_V}shape"):
        tree.remove(each)
    return tree


def _free(made: Mapping[str, bytes], pattern: str) -> str:
    return next(each for i in range(1, 100_000) if (each := pattern.format(i)) not in made)


def noted(shapes: Any) -> dict[Any, Place]:
    """The cell of each shape that draws a note."""
    found = {}
    for shape in shapes.iter(f"{_V}shape"):
        row, column = (shape.findtext(f"{_X}ClientData/{_X}{name}") for name in ("Row", "Column"))
        if row and column:
            found[shape] = int(row), int(column)
    return found


def set_place(shape: Any, place: Place) -> None:
    """Draw a note at another cell, as far from it as it was."""
    data = shape.find(f"{_X}ClientData")
    rows, columns = data.find(f"{_X}Row"), data.find(f"{_X}Column")
    down, right = place[0] - int(rows.text), place[1] - int(columns.text)
    rows.text, columns.text = str(place[0]), str(place[1])
    anchor = data.find(f"{_X}Anchor")
    numbers = [int(each) for each in re.findall(r"-?\d+", anchor.text or "")] if anchor is not None else []
    if len(numbers) == 8:  # of two corners column, its part, row, its part
        for at, by in ((0, right), (2, down), (4, right), (6, down)):
            numbers[at] = max(0, numbers[at] + by)
        anchor.text = ", ".join(map(str, numbers))


def _text(note: Any) -> str:
    """What a note says; nothing of one that can be answered."""
    return _plain("".join(note.itertext(f"{S}t")))


def _plain(text: str) -> str:
    return " ".join(text.split())
