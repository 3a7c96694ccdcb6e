"""A table of a slide remade in the looks that the one before it has: fonts, sizes, borders, widths and heights stay with their
heads and cells.
"""

import copy
import re
from collections.abc import Iterator, Sequence
from html import unescape
from typing import Any

from lxml import etree

from ..vocabulary import CELL_LOOK
from .matching import column_keys, keep_lengths, matched, near
from .slides import A as _A
from .slides import parsed

_BORDERS = tuple(f"{_A}ln{side}" for side in ("L", "R", "T", "B", "TlToBr", "BlToTr"))
_FACES = tuple(f"{_A}{name}" for name in ("latin", "ea", "cs", "sym"))
_BARE_ROW = re.compile(r"<a:tr( [^<>]*)/>")
_FILLED = '"/></a:solidFill></a:tcPr></a:tc>'
"""What stands behind a fill."""
_COVERED_LEFT, _COVERED_ABOVE = (re.compile(rf'{side}Merge="(?:1|true)"') for side in "hv")
Known = dict[tuple[str, str, str], str]
"""How cells of a look come to look where one of another look stood, among namespaces of these names."""
_WORDS, _COLOR = "\ue000", "\ue001"
"""Stand for what a cell says, and its fill."""
OUR_INKS = {CELL_LOOK.dark_ink[1:7].lower(), "ffffff", "000000"}
"""Of cells: they follow from the fills."""


def relooked(new: str, old: str, heads: tuple[int, int], names: str, known: Known) -> str:
    """The table of a new frame (``p:graphicFrame``) in the looks of an old one (``a:tbl``), all as they are written, with the
    namespaces of these ``names``. ``heads`` are the lines of heads above and beside the cells, as the new one has them; lines are
    the same where their heads say the same.

    Cells are taken as they are written, since most look like others: how one looks is found once for all that differ in what they
    say and in their fill alone, and ``known`` from then on.
    """
    above, beside = heads
    skeleton, new_rows = _taken_apart(new[new.index("<a:tbl>") : new.index("</a:graphicData>")], names)
    old_skeleton, old_rows = _taken_apart(old, names)
    before, after = (_heads(rows, above, beside) for rows in (old_rows, new_rows))
    rows = matched([tuple(line[:beside]) for line in before], [tuple(line[:beside]) for line in after], above)
    columns = matched(column_keys(before, above, _wide(old_rows)), column_keys(after, above, _wide(new_rows)), beside)
    style = old_skeleton.find(f"{_A}tblPr")
    if style is not None:
        skeleton.replace(skeleton.find(f"{_A}tblPr"), style)
    for tag, name, lines, many in ((f"{_A}tblGrid/{_A}gridCol", "w", columns, beside), (f"{_A}tr", "h", rows, above)):
        before_it = [int(each.get(name, "0")) for each in old_skeleton.findall(tag)]
        keep_lengths(skeleton.findall(tag), before_it, name, lines, many)
    nearest = [near(columns, x, beside) for x in range(len(columns))]
    made = []
    for y, row in enumerate(new_rows):
        own = near(rows, y, above)
        like = [] if own is None else old_rows[own]
        cells = (
            _looked(cell, like[at], known, names) if at is not None and at < len(like) else cell.written
            for cell, at in zip(row, nearest, strict=False)
        )
        made.append("".join(cells))
    begin, *parts = _BARE_ROW.split(_written(skeleton))
    whole = [begin]
    for line, attributes, behind in zip(made, parts[::2], parts[1::2], strict=True):
        whole.append(f"<a:tr{attributes}>{line}</a:tr>{behind}")
    return "".join(whole)


def texts_of(table: str) -> tuple[tuple[str | None, ...], ...]:
    """What stands in each place of a table as it is written; None where another reaches over it."""
    return tuple(
        tuple(None if _covered(cell, _COVERED_LEFT, _COVERED_ABOVE) else cell.says for cell in row) for _, row in _rows(table)
    )


class _Cell:
    """A cell as it is ``written``, and what it says, ``said`` as it is written."""

    __slots__ = ("said", "written")

    def __init__(self, written: str) -> None:
        self.written = written
        self.said, _, behind = written.partition("<a:t>")[2].partition("</a:t>")
        while behind.find("<a:t>") >= 0:  # what was parted while it was typed, or since some of it looks unlike
            said, _, behind = behind.partition("<a:t>")[2].partition("</a:t>")
            self.said += said

    @property
    def says(self) -> str:
        return unescape(self.said) if "&" in self.said else self.said

    def apart(self) -> tuple[str, str]:
        """How it looks, without what it says and without its fill; and that."""
        look, fill = self.written, ""
        if self.said:
            first, last = look.index("<a:t>") + 5, look.rindex("</a:t>")
            look = f"{look[:first]}{_WORDS}{look[last:]}"
        color = -len(_FILLED) - 6
        if look.endswith(_FILLED) and look[color - 5 : color] == 'val="':
            fill, look = look[color:][:6], f"{look[:color]}{_COLOR}{_FILLED}"
        return look, fill


def _written(tree: Any) -> str:
    return str(etree.tostring(tree, encoding="unicode", with_tail=False))


def _rows(table: str) -> Iterator[tuple[str, list[_Cell]]]:
    """Of each line of a table its attributes and its cells."""
    for row in table.split("<a:tr")[1:]:
        attributes, _, body = row.partition(">")
        yield attributes, [_Cell(f"{cell}</a:tc>") for cell in body.split("</a:tc>")[:-1]]


def _taken_apart(table: str, names: str) -> tuple[Any, list[list[_Cell]]]:
    """A table without its cells, and these row by row."""
    rows = list(_rows(table))
    begin = table.partition("<a:tr")[0].removesuffix("</a:tbl>").replace("<a:tbl>", f"<a:tbl {names}>", 1)
    bare = "".join(f"<a:tr{attributes}/>" for attributes, _ in rows)
    return parsed(f"{begin}{bare}</a:tbl>"), [cells for _, cells in rows]


def _looked(new: _Cell, old: _Cell, known: Known, names: str) -> str:
    """A new cell in the look of an old one."""
    look, fill = new.apart()
    key = look, old.apart()[0], names
    if key not in known:
        cell, before = parsed(f"<x {names}>{look}{old.written}</x>")
        _cell(cell, before)
        known[key] = _written(cell).replace(f" {names}", "")
    return known[key].replace(_COLOR, fill).replace(_WORDS, new.said)


def _wide(rows: list[list[_Cell]]) -> int:
    return max(map(len, rows), default=0)


def _covered(cell: _Cell, *sides: re.Pattern[str]) -> bool:
    """Whether another reaches over it from one of these sides."""
    if cell.written.startswith("<a:tc>"):
        return False
    begin = cell.written.partition(">")[0]
    return any(side.search(begin) for side in sides)


def _heads(rows: list[list[_Cell]], above: int, beside: int) -> list[list[str]]:
    """What stands in each place of the heads, line by line; where another reaches over it, what stands in that."""
    found: list[list[str]] = []
    for y, row in enumerate(rows):
        line: list[str] = []
        for x, cell in enumerate(row if y < above else row[:beside]):
            if line and _covered(cell, _COVERED_LEFT):
                line.append(line[-1])
            elif found and x < len(found[-1]) and _covered(cell, _COVERED_ABOVE):
                line.append(found[-1][x])
            else:
                line.append(cell.says)
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
