"""Notes on cells of a sheet: they go where the heads of their cells went (ISO/IEC 29500-1, 18.7)."""

import posixpath
from typing import Any

from lxml import etree

from .package import tree_of
from .sheet_styles import S
from .sheets import Box, box_of, place_name, within

_X = "{urn:schemas-microsoft-com:office:excel}"
_V = "{urn:schemas-microsoft-com:vml}"
Lines = tuple[list[int | None], list[int | None]]


def move_notes(made: dict[str, bytes], sheet: str, old: Box, new: Box, lines: Lines) -> None:
    """Let the notes on a table's cells stand at the cells with the same heads; those of cells that are gone go, too. Notes on other
    cells stay.
    """
    notes, drawing = _parts_of(made, sheet)
    if notes is None:
        return
    rows, columns = ({was: now for now, was in enumerate(side) if was is not None} for side in lines)

    def goes(row: int, column: int) -> tuple[int, int] | None:
        y, x = rows.get(row - old[0]), columns.get(column - old[1])
        return None if y is None or x is None else (new[0] + y, new[1] + x)

    tree = tree_of(made, notes)
    for note in tree.findall(f"{S}commentList/{S}comment"):
        place = box_of(note.get("ref", ""))
        if place is not None and within(place[0], place[1], old):
            to = goes(place[0], place[1])
            if to is None:
                note.getparent().remove(note)
            else:
                note.set("ref", place_name(*to))
    made[notes] = _written(tree)
    if drawing is not None:
        shapes = tree_of(made, drawing)
        for shape in shapes.findall(f"{_V}shape"):
            row, column = (shape.find(f"{_X}ClientData/{_X}{name}") for name in ("Row", "Column"))
            if row is None or column is None or not within(int(row.text), int(column.text), old):
                continue
            to = goes(int(row.text), int(column.text))
            if to is None:
                shape.getparent().remove(shape)
            else:
                row.text, column.text = str(to[0]), str(to[1])
        made[drawing] = _written(shapes)


def _parts_of(made: dict[str, bytes], sheet: str) -> tuple[str | None, str | None]:
    """The part with the notes of a sheet, and that which draws them."""
    folder, name = posixpath.split(sheet)
    relations = f"{folder}/_rels/{name}.rels"
    found: dict[str, str] = {}
    for each in tree_of(made, relations) if relations in made else ():
        target = each.get("Target", "")
        path = target.lstrip("/") if target.startswith("/") else posixpath.normpath(f"{folder}/{target}")
        if path in made:
            found[each.get("Type", "").rpartition("/")[2]] = path
    return found.get("comments"), found.get("vmlDrawing")


def _written(tree: Any) -> bytes:
    return bytes(etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True))
