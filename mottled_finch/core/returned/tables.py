"""A table of a slide remade in the looks that the one before it has: fonts, sizes, borders, widths and heights stay with their
heads and cells.
"""

import copy
import re
from collections.abc import Sequence
from html import unescape
from typing import Any

from lxml import etree

from ..draw.making.slide_shapes import NAMESPACES
from ..vocabulary import CELL_LOOK
from .matching import column_keys, keep_lengths, matched, near

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_BORDERS = tuple(f"{_A}ln{side}" for side in ("L", "R", "T", "B", "TlToBr", "BlToTr"))
_FACES = tuple(f"{_A}{name}" for name in ("latin", "ea", "cs", "sym"))
_BARE_ROW = re.compile(r"<a:tr( [^<>]*)/>")
_SAID = re.compile(r"<(?:\w+:)?t>([^<]*)</(?:\w+:)?t>")
_FILLS = "></a:srgbClr></a:solidFill></a:tcPr></a:tc>", "/></a:solidFill></a:tcPr></a:tc>"
"""What stands behind a fill, as we write it and as it is read."""
_COVERED_LEFT, _COVERED_ABOVE = (re.compile(rf'{side}Merge="(?:1|true)"') for side in "hv")
_DECLARED = re.compile(r' xmlns:[apr]="http://schemas\.openxmlformats\.org/[^"]*/2006/(?:main|relationships)"')
_WORDS, _COLOR = "\ue000", "\ue001"
"""Stand for what a cell says, and its fill."""
OUR_INKS = {CELL_LOOK.dark_ink[1:7].lower(), "ffffff", "000000"}
"""Of cells: they follow from the fills."""


def relooked(new: str, old: Any, heads: tuple[int, int]) -> bytes:
    """The table of a new frame (``p:graphicFrame``, as it is written) in the looks of an old one (``a:tbl``). ``heads`` are the
    lines of heads above and beside the cells, as the new one has them; lines are the same where their heads say the same.

    Cells are taken as they are written, since most look like others: how one looks is found once for all that differ in what they
    say and in their fill alone.
    """
    above, beside = heads
    skeleton, new_rows = _taken_apart(new)
    old_rows = [[_Cell(_written(cell)) for cell in row.iterfind(f"{_A}tc")] for row in old.iterfind(f"{_A}tr")]
    before, after = _texts(old_rows), _texts(new_rows)
    rows = matched([tuple(line[:beside]) for line in before], [tuple(line[:beside]) for line in after], above)
    columns = matched(column_keys(before, above), column_keys(after, above), beside)
    style = old.find(f"{_A}tblPr")
    if style is not None:
        skeleton.replace(skeleton.find(f"{_A}tblPr"), copy.deepcopy(style))
    for tag, name, lines, many in ((f"{_A}tblGrid/{_A}gridCol", "w", columns, beside), (f"{_A}tr", "h", rows, above)):
        keep_lengths(skeleton.findall(tag), [int(each.get(name, "0")) for each in old.findall(tag)], name, lines, many)
    nearest = [near(columns, x, beside) for x in range(len(columns))]
    known: dict[tuple[str, str], str] = {}
    made = []
    for y, row in enumerate(new_rows):
        own = near(rows, y, above)
        like = [] if own is None else old_rows[own]
        cells = (
            _looked(cell, like[at], known) if at is not None and at < len(like) else cell.written
            for cell, at in zip(row, nearest, strict=False)
        )
        made.append("".join(cells))
    begin, *parts = _BARE_ROW.split(_written(skeleton))
    whole = [begin]
    for line, attributes, behind in zip(made, parts[::2], parts[1::2], strict=True):
        whole.append(f"<a:tr{attributes}>{line}</a:tr>{behind}")
    return "".join(whole).encode()


class _Cell:
    """A cell as it is ``written``: what it says and its fill, as they are written, and ``look``, which is all else."""

    __slots__ = ("fill", "look", "said", "written")

    def __init__(self, written: str) -> None:
        self.written, self.fill = written, ""
        parts = _SAID.split(written)
        self.said = "".join(parts[1::2])
        look = f"<a:t>{_WORDS}</a:t>".join(parts[::2]) if len(parts) <= 3 else "".join(parts[::2])
        for behind in _FILLS:
            color = -len(behind) - 7
            if look.endswith(behind) and look[color - 5 : color] == 'val="':
                self.fill, look = look[color:][:6], f"{look[:color]}{_COLOR}{look[color + 6 :]}"
        self.look = look

    @property
    def begin(self) -> str:
        return self.written[: self.written.index(">")]


def _written(tree: Any) -> str:
    return str(etree.tostring(tree, encoding="unicode", with_tail=False))


def _taken_apart(frame: str) -> tuple[Any, list[list[_Cell]]]:
    """A table of ours without its cells, and these row by row."""
    table = frame[frame.index("<a:tbl>") : frame.index("</a:tbl>")].replace("<a:tbl>", f"<a:tbl {NAMESPACES}>", 1)
    begin, *rows = table.split("<a:tr ")
    bare, cells = [begin], []
    for row in rows:
        attributes, _, body = row.partition(">")
        bare.append(f"<a:tr {attributes}/>")
        cells.append([_Cell(f"{cell}</a:tc>") for cell in body.split("</a:tc>")[:-1]])
    return etree.fromstring("".join(bare) + "</a:tbl>"), cells


def _looked(new: _Cell, old: _Cell, known: dict[tuple[str, str], str]) -> str:
    """A new cell in the look of an old one."""
    key = new.look, old.look
    if key not in known:
        cell = etree.fromstring(f"<x {NAMESPACES}>{new.look}</x>")[0]
        _cell(cell, etree.fromstring(old.written))
        known[key] = _DECLARED.sub("", _written(cell))
    return known[key].replace(_COLOR, new.fill).replace(_WORDS, new.said)


def _texts(rows: list[list[_Cell]]) -> list[list[str]]:
    """What stands in each place; where another reaches over it, what stands in that."""
    found: list[list[str]] = []
    for row in rows:
        line: list[str] = []
        for x, cell in enumerate(row):
            if _COVERED_LEFT.search(cell.begin) and line:
                line.append(line[-1])
            elif _COVERED_ABOVE.search(cell.begin) and found and x < len(found[-1]):
                line.append(found[-1][x])
            else:
                line.append(unescape(cell.said))
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
