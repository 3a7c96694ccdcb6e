"""A table of a document remade in the looks that the one before it has (ISO/IEC 29500-1, 17.4), as those of slides are."""

import copy
from typing import Any

from ..draw.making.bookmarks import W
from .matching import column_keys, keep_lengths, matched, near
from .tables import OUR_INKS

_KEPT_OF_CELL = ("tcBorders", "tcMar", "textDirection", "vAlign", "noWrap")
_ORDER_OF_CELL = ("tcW", "gridSpan", "vMerge", "tcBorders", "shd", "noWrap", "tcMar", "textDirection", "vAlign")
_NAMING = ("tblCaption", "tblDescription")

Grid = list[list[tuple[Any, bool]]]


def grid_of(table: Any) -> Grid:
    """Of each line the cell in every column, and whether it begins there; one that reaches down is the first of its cells."""
    rows: Grid = []
    for row in table.findall(f"{W}tr"):
        line: list[tuple[Any, bool]] = []
        for cell in row.findall(f"{W}tc"):
            look = cell.find(f"{W}tcPr")
            across, goes_on = _reach(look)
            above = rows[-1][len(line)][0] if goes_on and rows and len(line) < len(rows[-1]) else None
            line += [(cell if above is None else above, i == 0 and above is None) for i in range(across)]
        rows.append(line)
    return rows


def text_of(cell: Any) -> str:
    """What a cell or a paragraph says."""
    return "".join(each.text or "" for each in cell.iter(f"{W}t"))


def relooked(new: Any, old: Any, heads: tuple[int, int]) -> None:
    """Give a new table (``w:tbl``) the looks of the old one; ``heads`` are the lines of heads above and beside the cells."""
    above, beside = heads
    old_grid, new_grid = grid_of(old), grid_of(new)
    before, after = ([[text_of(cell) for cell, _ in line] for line in grid] for grid in (old_grid, new_grid))
    rows = matched([tuple(line[:beside]) for line in before], [tuple(line[:beside]) for line in after], above)
    columns = matched(column_keys(before, above), column_keys(after, above), beside)
    _properties(new, old)
    widths = [int(each.get(f"{W}w", "0")) for each in old.iterfind(f"{W}tblGrid/{W}gridCol")]
    keep_lengths(new.findall(f"{W}tblGrid/{W}gridCol"), widths, f"{W}w", columns, beside)
    _widths(new)
    old_rows, new_rows = old.findall(f"{W}tr"), new.findall(f"{W}tr")
    for y, line in enumerate(new_grid):
        old_y = near(rows, y, above)
        if old_y is None:
            continue
        _row(new_rows[y], old_rows[old_y])
        for x, (cell, begins) in enumerate(line):
            old_x = near(columns, x, beside)
            if begins and old_x is not None and old_x < len(old_grid[old_y]):
                _cell(cell, old_grid[old_y][old_x][0])


def _reach(look: Any) -> tuple[int, bool]:
    """Columns that a cell reaches over, and whether it goes on from above."""
    if look is None:
        return 1, False
    span, merge = look.find(f"{W}gridSpan"), look.find(f"{W}vMerge")
    across = int(span.get(f"{W}val", "1")) if span is not None else 1
    return max(1, min(across, 1_000)), merge is not None and merge.get(f"{W}val", "continue") != "restart"


def _properties(new: Any, old: Any) -> None:
    """Those of the old table, with the new one's names."""
    kept, given = old.find(f"{W}tblPr"), new.find(f"{W}tblPr")
    if kept is None:
        return
    kept = copy.deepcopy(kept)
    for name in _NAMING:
        for each in kept.findall(f"{W}{name}"):
            kept.remove(each)
        kept.append(copy.deepcopy(given.find(f"{W}{name}")))
    new.replace(given, kept)


def _widths(table: Any) -> None:
    """Let the cells be as wide as their columns."""
    columns = [int(each.get(f"{W}w", "0")) for each in table.iterfind(f"{W}tblGrid/{W}gridCol")]
    for row in table.iterfind(f"{W}tr"):
        x = 0
        for cell in row.iterfind(f"{W}tc"):
            across, _ = _reach(cell.find(f"{W}tcPr"))
            width = cell.find(f"{W}tcPr/{W}tcW")
            if width is not None:
                width.set(f"{W}w", str(sum(columns[x : x + across])))
            x += across
    whole = table.find(f"{W}tblPr/{W}tblW")
    if whole is not None and whole.get(f"{W}type") == "dxa":
        whole.set(f"{W}w", str(sum(columns)))


def _row(new: Any, old: Any) -> None:
    """The height that the row was given."""
    height, look = old.find(f"{W}trPr/{W}trHeight"), new.find(f"{W}trPr")
    if height is not None and look is not None:
        look.append(copy.deepcopy(height))


def _cell(new: Any, old: Any) -> None:
    old_look, new_look = old.find(f"{W}tcPr"), new.find(f"{W}tcPr")
    if old_look is not None:
        for name in _KEPT_OF_CELL:
            kept = old_look.find(f"{W}{name}")
            if kept is not None:
                for each in new_look.findall(f"{W}{name}"):
                    new_look.remove(each)
                new_look.append(copy.deepcopy(kept))
        new_look[:] = sorted(new_look, key=_place_in_cell)
    old_lines, new_line = old.findall(f"{W}p"), new.find(f"{W}p")
    if old_lines and new_line is not None:
        _line(new_line, old_lines[0])


def _place_in_cell(each: Any) -> int:
    name = each.tag.removeprefix(W)
    return _ORDER_OF_CELL.index(name) if name in _ORDER_OF_CELL else len(_ORDER_OF_CELL)


def _line(new: Any, old: Any) -> None:
    """How a paragraph stands, and its font; its ink, too, where that is none of those that follow from the fill."""
    old_look, new_look = old.find(f"{W}pPr"), new.find(f"{W}pPr")
    run = old.find(f".//{W}r/{W}rPr")
    font = run if run is not None else old.find(f"{W}pPr/{W}rPr")
    for place in (new.find(f"{W}r/{W}rPr"), new.find(f"{W}pPr/{W}rPr")):
        if place is not None and font is not None:
            _font(place, font)
    if old_look is None or new_look is None:
        return
    kept, own = copy.deepcopy(old_look), new_look.find(f"{W}rPr")
    for each in kept.findall(f"{W}rPr"):
        kept.remove(each)
    if own is not None:
        kept.append(own)
    new.replace(new_look, kept)


def _font(new: Any, old: Any) -> None:
    ink = new.find(f"{W}color")
    theirs = old.find(f"{W}color")
    said = "auto" if theirs is None else theirs.get(f"{W}val", "").lower()
    own = ink is None or said in {*OUR_INKS, "auto", ink.get(f"{W}val").lower()}
    kept = [copy.deepcopy(each) for each in old if each.tag != f"{W}color"]
    color = ink if own else copy.deepcopy(theirs)
    new[:] = [*kept, *([color] if color is not None else [])]
    new[:] = sorted(new, key=_place_in_run)


_ORDER_OF_RUN = (
    *(
        "rStyle",
        "rFonts",
        "b",
        "bCs",
        "i",
        "iCs",
        "caps",
        "smallCaps",
        "strike",
        "dstrike",
        "outline",
        "shadow",
        "emboss",
        "imprint",
    ),
    *("noProof", "snapToGrid", "vanish", "webHidden", "color", "spacing", "w", "kern", "position", "sz", "szCs", "highlight", "u"),
    *("effect", "bdr", "shd", "fitText", "vertAlign", "rtl", "cs", "em", "lang", "eastAsianLayout", "specVanish", "oMath"),
)
"""As the standard wants them (17.3.2.28)."""


def _place_in_run(each: Any) -> int:
    name = each.tag.removeprefix(W)
    return _ORDER_OF_RUN.index(name) if name in _ORDER_OF_RUN else len(_ORDER_OF_RUN)
