"""A table of a slide remade in the looks that the one before it has: fonts, sizes, borders, widths and heights stay with their
heads and cells.
"""

import copy
from collections.abc import Sequence
from itertools import starmap
from typing import Any

from lxml import etree

from ...common.vocabulary import CELL_LOOK
from ..draw.making.slide_cells import Look, WrittenTable, in_look, look_of, plain, table_of_lines
from .matching import column_keys, keep_lengths, matched, near
from .slides import A as _A
from .slides import parsed

_BORDERS = tuple(f"{_A}ln{side}" for side in ("L", "R", "T", "B", "TlToBr", "BlToTr"))
_FACES = tuple(f"{_A}{name}" for name in ("latin", "ea", "cs", "sym"))
Known = dict[tuple[Look, Look, str], Look]
"""How cells of a look come to look where one of another look stood, among namespaces of these names."""
OUR_INKS = {CELL_LOOK.dark_ink[1:7].lower(), "ffffff", "000000"}
"""Of cells: they follow from the fills."""


def relooked(new: WrittenTable, old: WrittenTable, heads: tuple[int, int], names: str, known: Known) -> str:
    """A new table in the looks of an old one, as it is written, with the namespaces of these ``names``. ``heads`` are the lines of
    heads above and beside the cells, as the new one has them; lines are the same where their heads say the same.

    How a cell looks is found once for all that look like it, and ``known`` from then on.
    """
    above, beside = heads
    before, after = (_heads(table, above, beside) for table in (old, new))
    rows = matched([tuple(line[:beside]) for line in before], [tuple(line[:beside]) for line in after], above)
    columns = matched(column_keys(before, above, _wide(old)), column_keys(after, above, _wide(new)), beside)
    begin, attributes = _measured(new, old, heads, rows, columns, names)
    taken = _Taken(list(starmap(Look, new.looks)), old.looks, names, known)
    nearest = [near(columns, x, beside) for x in range(len(columns))]
    lines = []
    for y, cells in enumerate(new.cells):
        own = near(rows, y, above)
        like = [] if own is None else old.cells[own]
        were = (like[at][0] if at is not None and at < len(like) else None for at in nearest)
        looks = (taken[cell[0], was] for cell, was in zip(cells, were, strict=False))
        lines.append("".join(map(in_look, cells, looks)))
    return table_of_lines(begin, attributes, lines)


def _measured(
    new: WrittenTable,
    old: WrittenTable,
    heads: tuple[int, int],
    rows: Sequence[int | None],
    columns: Sequence[int | None],
    names: str,
) -> tuple[str, list[str]]:
    """What stands before the lines of the new table, and the attributes of each: in the style, and as wide and high, as the old."""
    bare, was = (
        parsed(f"<x {names}>{each.before}{''.join(f'<a:tr{attributes}/>' for attributes in each.attributes)}</x>")
        for each in (new, old)
    )
    style = was.find(f"{_A}tblPr")
    if style is not None:
        bare.replace(bare.find(f"{_A}tblPr"), style)
    for tag, name, lines, many in ((f"{_A}tblGrid/{_A}gridCol", "w", columns, heads[1]), (f"{_A}tr", "h", rows, heads[0])):
        lengths = [int(each.get(name, "0")) for each in was.findall(tag)]
        keep_lengths(bare.findall(tag), lengths, name, lines, many)
    begin = "".join(_written(bare.find(f"{_A}{name}"), names) for name in ("tblPr", "tblGrid"))
    return begin, [f' h="{each.get("h")}"' for each in bare.findall(f"{_A}tr")]


def _written(tree: Any, names: str) -> str:
    return str(etree.tostring(tree, encoding="unicode", with_tail=False)).replace(f" {names}", "")


class _Taken(dict[tuple[int, int | None], Look]):
    """How cells come to look, by the numbers of their own look and of that before, None where there was none."""

    def __init__(self, new: Sequence[Look], old: Sequence[Look], names: str, known: Known) -> None:
        self._new, self._old, self._names, self._known = new, old, names, known

    def __missing__(self, numbers: tuple[int, int | None]) -> Look:
        own, before = numbers
        self[numbers] = self._new[own] if before is None else self._looked(self._new[own], self._old[before])
        return self[numbers]

    def _looked(self, new: Look, old: Look) -> Look:
        key = new, old, self._names
        if key not in self._known:
            cell, before = parsed(f"<x {self._names}>{new.whole}{old.whole}</x>")
            _cell(cell, before)
            self._known[key] = look_of(_written(cell, self._names))
        return self._known[key]


def _wide(table: WrittenTable) -> int:
    return max(map(len, table.cells), default=0)


def _heads(table: WrittenTable, above: int, beside: int) -> list[list[str]]:
    """What stands in each place of the heads, line by line; where another reaches over it, what stands in that."""
    found: list[list[str]] = []
    left, over = ([Look(*look).covered(side) for look in table.looks] for side in "hv")
    for y, cells in enumerate(table.cells):
        line: list[str] = []
        for x, (look, _, said) in enumerate(cells if y < above else cells[:beside]):
            if line and left[look]:
                line.append(line[-1])
            elif found and x < len(found[-1]) and over[look]:
                line.append(found[-1][x])
            else:
                line.append(plain(said))
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
