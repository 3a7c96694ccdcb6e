"""A table of a slide remade in the looks that the one before it has: fonts, sizes, borders, widths and heights stay with their
heads and cells, whatever came in between.
"""

import copy
from typing import Any

from ..vocabulary import CELL_LOOK

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_BORDERS = tuple(f"{_A}ln{side}" for side in ("L", "R", "T", "B", "TlToBr", "BlToTr"))
_OURS = {CELL_LOOK.dark_ink[1:7].lower(), "ffffff", "000000"}


def relooked(new: Any, old: Any, heads: tuple[int, int]) -> None:
    """Give a new table (``a:tbl``) the looks of the old one. ``heads`` are the lines of heads above and beside the cells, as the
    new one has them; lines are the same where their heads say the same.
    """
    above, beside = heads
    old_rows, new_rows = old.findall(f"{_A}tr"), new.findall(f"{_A}tr")
    before, after = _texts(old_rows), _texts(new_rows)
    rows = _matched([_key(line[:beside]) for line in before], [_key(line[:beside]) for line in after], above)
    columns = _matched(_column_keys(before, above), _column_keys(after, above), beside)
    style = old.find(f"{_A}tblPr")
    if style is not None:
        new.replace(new.find(f"{_A}tblPr"), copy.deepcopy(style))
    _lengths(new.find(f"{_A}tblGrid"), old.find(f"{_A}tblGrid"), f"{_A}gridCol", "w", columns)
    _lengths(new, old, f"{_A}tr", "h", rows)
    for y, row in enumerate(new_rows):
        old_cells = old_rows[rows[y]].findall(f"{_A}tc") if rows[y] is not None else _nearest(old_rows, rows, y)
        for x, cell in enumerate(row.findall(f"{_A}tc")):
            at = columns[x] if columns[x] is not None else _near(columns, x)
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


def _key(texts: list[str]) -> tuple[str, ...]:
    return tuple(texts)


def _column_keys(texts: list[list[str]], above: int) -> list[tuple[str, ...]]:
    width = max(map(len, texts), default=0)
    return [tuple(line[x] if x < len(line) else "" for line in texts[:above]) for x in range(width)]


def _matched(old: list[tuple[str, ...]], new: list[tuple[str, ...]], heads: int) -> list[int | None]:
    """Of each new line the old one: heads by their place, others by what their heads say; the first of those that say the same."""
    left: dict[tuple[str, ...], list[int]] = {}
    for at, key in enumerate(old):
        if at >= heads:
            left.setdefault(key, []).append(at)
    found: list[int | None] = []
    for at, key in enumerate(new):
        if at < heads:
            found.append(at if at < len(old) else None)
        else:
            there = left.get(key)
            found.append(there.pop(0) if there else None)
    return found


def _near(lines: list[int | None], at: int) -> int | None:
    """The old line of the nearest new one that has one."""
    known = [(abs(i - at), line) for i, line in enumerate(lines) if line is not None]
    return min(known)[1] if known else None


def _nearest(rows: list[Any], lines: list[int | None], at: int) -> list[Any] | None:
    near = _near(lines, at)
    return None if near is None else rows[near].findall(f"{_A}tc")


def _lengths(new: Any, old: Any, tag: str, name: str, lines: list[int | None]) -> None:
    """Widths or heights: those of the old lines, for new lines that of the nearest, together as much as before."""
    before = [int(each.get(name, "0")) for each in old.findall(tag)]
    places = new.findall(tag)
    lengths = []
    for at in range(len(places)):
        line = lines[at] if lines[at] is not None else _near(lines, at)
        lengths.append(before[line] if line is not None and line < len(before) else int(places[at].get(name, "0")))
    scale = sum(before) / sum(lengths) if sum(lengths) else 1.0
    for place, length in zip(places, lengths, strict=True):
        place.set(name, str(round(length * scale)))


def _cell(new: Any, old: Any) -> None:
    """Font, size, borders and margins of a cell as they were; its fill and what it says are new."""
    old_look, new_look = old.find(f"{_A}tcPr"), new.find(f"{_A}tcPr")
    if old_look is not None and new_look is not None:
        for name, value in old_look.attrib.items():
            new_look.set(name, value)
        for tag in _BORDERS:
            for each in new_look.findall(tag):
                new_look.remove(each)
        for place, each in enumerate(each for each in old_look if each.tag in _BORDERS):
            new_look.insert(place, copy.deepcopy(each))
    old_run, new_run = (each.find(f".//{_A}rPr") for each in (old, new))
    if old_run is not None and new_run is not None:
        _run(new_run, old_run)
    old_line, new_line = (each.find(f".//{_A}pPr") for each in (old, new))
    if old_line is not None and new_line is not None:
        new_line.getparent().replace(new_line, copy.deepcopy(old_line))


def _run(new: Any, old: Any) -> None:
    """A run's font, size and weight; its color, too, where that is none of the inks that follow from the fill."""
    for name, value in old.attrib.items():
        new.set(name, value)
    for tag in ("latin", "ea", "cs", "sym"):
        for each in new.findall(f"{_A}{tag}"):
            new.remove(each)
        new.extend(copy.deepcopy(each) for each in old.findall(f"{_A}{tag}"))
    own = old.find(f"{_A}solidFill")
    color = own.find(f"{_A}srgbClr") if own is not None else None
    if own is not None and (color is None or color.get("val", "").lower() not in _OURS) and not _is_head(new, color):
        new.replace(new.find(f"{_A}solidFill"), copy.deepcopy(own))


def _is_head(new: Any, color: Any) -> bool:
    """Whether a color is the one that the new run has anyway."""
    ink = new.find(f"{_A}solidFill/{_A}srgbClr")
    return color is not None and ink is not None and ink.get("val", "").lower() == color.get("val", "").lower()
