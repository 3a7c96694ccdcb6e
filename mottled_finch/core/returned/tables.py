"""A table of a slide remade in the looks that the one before it has: fonts, sizes, borders, widths and heights stay with their
heads and cells.
"""

import copy
from collections.abc import Sequence
from typing import Any

from ..vocabulary import CELL_LOOK
from .matching import column_keys, keep_lengths, matched, near

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_BORDERS = tuple(f"{_A}ln{side}" for side in ("L", "R", "T", "B", "TlToBr", "BlToTr"))
_FACES = tuple(f"{_A}{name}" for name in ("latin", "ea", "cs", "sym"))
OUR_INKS = {CELL_LOOK.dark_ink[1:7].lower(), "ffffff", "000000"}
"""Of cells: they follow from the fills."""


def relooked(new: Any, old: Any, heads: tuple[int, int]) -> None:
    """Give a new table (``a:tbl``) the looks of the old one. ``heads`` are the lines of heads above and beside the cells, as the
    new one has them; lines are the same where their heads say the same.
    """
    above, beside = heads
    old_rows, new_rows = old.findall(f"{_A}tr"), new.findall(f"{_A}tr")
    before, after = _texts(old_rows), _texts(new_rows)
    rows = matched([tuple(line[:beside]) for line in before], [tuple(line[:beside]) for line in after], above)
    columns = matched(column_keys(before, above), column_keys(after, above), beside)
    style = old.find(f"{_A}tblPr")
    if style is not None:
        new.replace(new.find(f"{_A}tblPr"), copy.deepcopy(style))
    for tag, name, lines, many in ((f"{_A}tblGrid/{_A}gridCol", "w", columns, beside), (f"{_A}tr", "h", rows, above)):
        keep_lengths(new.findall(tag), [int(each.get(name, "0")) for each in old.findall(tag)], name, lines, many)
    for y, row in enumerate(new_rows):
        line = near(rows, y, above)
        old_cells = None if line is None else old_rows[line].findall(f"{_A}tc")
        for x, cell in enumerate(row.findall(f"{_A}tc")):
            at = near(columns, x, beside)
            if old_cells is not None and at is not None and at < len(old_cells):
                _cell(cell, old_cells[at])


def _texts(rows: list[Any]) -> list[list[str]]:
    """What stands in each place; where another reaches over it, what stands in that."""
    found: list[list[str]] = []
    for row in rows:
        line: list[str] = []
        for x, cell in enumerate(row.findall(f"{_A}tc")):
            if cell.get("hMerge") in ("1", "true") and line:
                line.append(line[-1])
            elif cell.get("vMerge") in ("1", "true") and found and x < len(found[-1]):
                line.append(found[-1][x])
            else:
                line.append("".join(cell.itertext(f"{_A}t")))
        found.append(line)
    return found


def _cell(new: Any, old: Any) -> None:
    """Font, size, borders and margins of a cell as they were; its fill and what it says are new. What is the same is left: most
    cells are as we made them, and parts that go from one tree into another take their time.
    """
    old_look, new_look = old.find(f"{_A}tcPr"), new.find(f"{_A}tcPr")
    if old_look is not None and new_look is not None:
        _attributes(new_look, old_look)
        borders, own = ([each for each in look if each.tag in _BORDERS] for look in (old_look, new_look))
        if not _alike(borders, own):
            for each in own:
                new_look.remove(each)
            for place, each in enumerate(borders):
                new_look.insert(place, copy.deepcopy(each))
    old_run, new_run = (each.find(f".//{_A}rPr") for each in (old, new))
    if old_run is not None and new_run is not None:
        _run(new_run, old_run)
    old_line, new_line = (each.find(f".//{_A}pPr") for each in (old, new))
    if old_line is not None and new_line is not None and not _alike([old_line], [new_line]):
        new_line.getparent().replace(new_line, copy.deepcopy(old_line))


def _attributes(new: Any, old: Any) -> None:
    for name, value in old.items():
        if new.get(name) != value:
            new.set(name, value)


def _alike(ones: Sequence[Any], others: Sequence[Any]) -> bool:
    """Whether parts say the same, one by one, in the same order."""
    if len(ones) != len(others):
        return False
    for one, other in zip(ones, others, strict=True):
        if one.tag != other.tag or one.items() != other.items() or not _alike(one, other):
            return False
    return True


def _run(new: Any, old: Any) -> None:
    """A run's font, size and weight; its color, too, where that is none of the inks that follow from the fill."""
    _attributes(new, old)
    faces, own_faces = ([each for each in run if each.tag in _FACES] for run in (old, new))
    if not _alike(faces, own_faces):
        for each in own_faces:
            new.remove(each)
        new.extend(copy.deepcopy(each) for each in faces)
    own = old.find(f"{_A}solidFill")
    color = own.find(f"{_A}srgbClr") if own is not None else None
    if own is not None and (color is None or color.get("val", "").lower() not in OUR_INKS) and not _is_head(new, color):
        new.replace(new.find(f"{_A}solidFill"), copy.deepcopy(own))


def _is_head(new: Any, color: Any) -> bool:
    """Whether a color is the one that the new run has anyway."""
    ink = new.find(f"{_A}solidFill/{_A}srgbClr")
    return color is not None and ink is not None and ink.get("val", "").lower() == color.get("val", "").lower()
