"""Tables of slides as they are written, cell by cell: how a cell looks is told apart from what it says and from its fill, since
most cells of a table look alike.
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from html import unescape
from typing import NamedTuple

WORDS, FILL = "\ue000", "\ue001"
"""Stand for what a cell says, and for the color of its fill, where it is written as a whole."""
_FILLED = '"/></a:solidFill></a:tcPr></a:tc>'
"""What stands behind the color of a fill."""
_COLOR = 6
"""Digits of one."""
_SAID = re.compile("<a:t>([^<]*)</a:t>")


class Look(NamedTuple):
    """How cells look: what is written before what they say, between that and the color of their fill, and behind it. What says
    nothing has nothing before that.
    """

    begin: str
    between: str
    end: str = ""

    @property
    def whole(self) -> str:
        return f"{self.begin}{WORDS}{self.between}{FILL}{self.end}"


class WrittenCell(NamedTuple):
    """A cell (``a:tc``): how it looks, the color of its fill, and what it says, both as they are written."""

    look: Look
    fill: str = ""
    said: str = ""

    @property
    def says(self) -> str:
        return _plain(self.said)

    def xml(self, look: Look | None = None) -> str:
        """The cell as it is written, in another look if one is given."""
        begin, between, end = look or self.look
        return f"{begin}{self.said}{between}{self.fill}{end}"


def look_of(whole: str) -> Look:
    """The look of cells that are written so."""
    begin, words, rest = whole.partition(WORDS)
    between, _, end = (rest if words else whole).partition(FILL)
    begin = begin if words else ""
    return Look(begin, between, end)


@dataclass(frozen=True)
class WrittenTable:
    """A table (``a:tbl``): what stands ``before`` its lines, beginning with ``<a:tblPr``, and of each line its attributes and its
    cells. A cell that another reaches over is there, too.
    """

    before: str
    lines: Sequence[tuple[str, Sequence[WrittenCell]]]

    def xml(self) -> str:
        lines = ((attributes, "".join(cell.xml() for cell in cells)) for attributes, cells in self.lines)
        return table_of_lines(self.before, lines)


def table_of_lines(before: str, lines: Iterable[tuple[str, str]]) -> str:
    """A table of what stands before its lines, and of each line its attributes and its cells as they are written."""
    return f"<a:tbl>{before}{''.join(f'<a:tr{attributes}>{cells}</a:tr>' for attributes, cells in lines)}</a:tbl>"


def table_in(text: str) -> WrittenTable:
    """The table that is written so: in our prefixes, every line and cell with its end."""
    before, *lines = text.removeprefix("<a:tbl>").removesuffix("</a:tbl>").split("<a:tr")
    looks = _Looks()
    return WrittenTable(before, [(attributes, [looks.cell(cell) for cell in cells]) for attributes, cells in _lines(lines)])


def texts_in(text: str) -> tuple[tuple[str | None, ...], ...]:
    """What stands in each place of the table that is written so; None where another reaches over it."""
    return tuple(
        tuple(None if covered(cell) else _plain(_said(cell)) for cell in cells) for _, cells in _lines(text.split("<a:tr")[1:])
    )


def words_in(text: str) -> list[str]:
    """What each paragraph of shapes says that are written so."""
    return [_plain("".join(_SAID.findall(each))) for each in text.split("<a:p>")[1:]]


def covered(cell: str, sides: str = "hv") -> bool:
    """Whether another reaches over a cell that is written so: from the left ("h"), from above ("v")."""
    if cell.startswith("<a:tc>"):
        return False
    begin = cell.partition(">")[0]
    return any(f'{side}Merge="{yes}"' in begin for side in sides for yes in ("1", "true"))


def _lines(lines: Sequence[str]) -> Iterator[tuple[str, list[str]]]:
    for line in lines:
        attributes, _, cells = line.partition(">")
        yield attributes, [f"{cell}</a:tc>" for cell in cells.split("</a:tc>")[:-1]]


class _Looks:
    """Reads the cells of a table. Most look like one before them, and are told from it by what stands around what they say."""

    def __init__(self) -> None:
        self._known: list[Look] = []

    def cell(self, written: str) -> WrittenCell:
        long = len(written) - _COLOR
        for place, look in enumerate(self._known):
            begin, between, end = look
            fill = long - len(end)
            words = fill - len(between)
            if written.startswith(begin) and written.endswith(end) and written.startswith(between, words) and words >= len(begin):
                said = written[len(begin) : words]
                if "<" not in said:
                    if place:
                        self._known.insert(0, self._known.pop(place))
                    return WrittenCell(look, written[fill : fill + _COLOR], said)
        return self._other(written)

    def _other(self, written: str) -> WrittenCell:
        said = _said(written)
        first, last = (written.index("<a:t>") + 5, written.rindex("</a:t>")) if said else (0, 0)
        color = len(written) - len(_FILLED) - _COLOR
        if not written.endswith(_FILLED) or not written.endswith('val="', 0, color):
            return WrittenCell(Look(written[:first], written[last:]), "", said)
        look = Look(written[:first], written[last:color], _FILLED)
        if said:
            self._known = [look, *self._known[:7]]
        return WrittenCell(look, written[color : color + _COLOR], said)


def _said(cell: str) -> str:
    said, _, behind = cell.partition("<a:t>")[2].partition("</a:t>")
    while "<a:t>" in behind:  # what was parted while it was typed, or since some of it looks unlike
        more, _, behind = behind.partition("<a:t>")[2].partition("</a:t>")
        said += more
    return said


def _plain(said: str) -> str:
    return unescape(said) if "&" in said else said
