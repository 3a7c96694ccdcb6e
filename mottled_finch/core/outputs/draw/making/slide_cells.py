"""Tables of slides as they are written, cell by cell: how a cell looks is told apart from what it says and from the color of its
fill, since most cells of a table look alike.
"""

import re
import secrets
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from html import unescape
from typing import NamedTuple

WORDS, FILL = (f"{secrets.token_hex(12)}{name}" for name in ("words", "fill"))
"""Stand for what a cell says, and for the color of its fill, where it is written as a whole: nothing that a file can say."""
_FILLED = '"/></a:solidFill></a:tcPr></a:tc>'
"""What stands behind the color of a fill."""
_COLOR = 6
"""Digits of one."""
_SAID = re.compile("<a:t>([^<]*)</a:t>")
_RECENT = 8
"""Looks that a cell is first compared with."""

Cell = tuple[int, str, str]
"""Of a cell (``a:tc``) the number of its look, the color of its fill, and what it says, both as they are written."""


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

    def covered(self, sides: str) -> bool:
        """Whether another cell reaches over these: from the left ("h"), from above ("v")."""
        return _covered(self.begin or self.between, sides)


@dataclass(frozen=True)
class WrittenTable:
    """A table (``a:tbl``): what stands ``before`` its lines, beginning with ``<a:tblPr``; the ``looks`` that its cells have; and of
    each line its attributes and its ``cells``. A cell that another reaches over is there, too.
    """

    before: str
    looks: Sequence[Look]
    attributes: Sequence[str]
    cells: Sequence[Sequence[Cell]]

    def xml(self) -> str:
        lines = ("".join(in_look(cell, self.looks[cell[0]]) for cell in cells) for cells in self.cells)
        return table_of_lines(self.before, self.attributes, lines)


def in_look(cell: Cell, look: Look) -> str:
    """A cell as it is written in a look."""
    begin, between, end = look
    return f"{begin}{cell[2]}{between}{cell[1]}{end}"


def look_of(whole: str) -> Look:
    """The look of cells that are written so."""
    begin, words, rest = whole.partition(WORDS)
    between, _, end = (rest if words else whole).partition(FILL)
    return Look(begin if words else "", between, end)


def table_of_lines(before: str, attributes: Iterable[str], lines: Iterable[str]) -> str:
    """A table of what stands before its lines, and of each line its attributes and its cells as they are written."""
    written = "".join(f"<a:tr{each}>{cells}</a:tr>" for each, cells in zip(attributes, lines, strict=True))
    return f"<a:tbl>{before}{written}</a:tbl>"


def table_in(text: str) -> WrittenTable:
    """The table that is written so: in our prefixes, every line and cell with its end."""
    before, *lines = text.removeprefix("<a:tbl>").removesuffix("</a:tbl>").split("<a:tr")
    reading, attributes, cells = _Reading(), [], []
    for each, written in _lines(lines):
        attributes.append(each)
        cells.append([reading.cell(cell) for cell in written])
    return WrittenTable(before, list(reading.looks), attributes, cells)


def texts_in(text: str) -> tuple[tuple[str | None, ...], ...]:
    """What stands in each place of the table that is written so; None where another reaches over it."""
    return tuple(
        tuple(None if _covered(cell, "hv") else plain(_said(cell)) for cell in cells)
        for _, cells in _lines(text.split("<a:tr")[1:])
    )


def words_in(text: str) -> list[str]:
    """What each paragraph of shapes says that are written so."""
    return [plain("".join(_SAID.findall(each))) for each in text.split("<a:p>")[1:]]


def plain(said: str) -> str:
    """What is said, where it is written so."""
    return unescape(said) if "&" in said else said


class _Reading:
    """Reads the cells of a table. Most look like one before them, and are told from it by what stands around what they say."""

    def __init__(self) -> None:
        self.looks: dict[Look, int] = {}
        self._recent: list[tuple[Look, int]] = []

    def cell(self, written: str) -> Cell:
        long = len(written) - _COLOR
        for place, (look, number) in enumerate(self._recent):
            begin, between, end = look
            fill = long - len(end)
            words = fill - len(between)
            if written.startswith(begin) and written.endswith(end) and written.startswith(between, words) and words >= len(begin):
                said = written[len(begin) : words]
                if "<" not in said:
                    if place:
                        self._recent.insert(0, self._recent.pop(place))
                    return number, written[fill : fill + _COLOR], said
        return self._other(written)

    def _other(self, written: str) -> Cell:
        said = _said(written)
        first, last = (written.index("<a:t>") + len("<a:t>"), written.rindex("</a:t>")) if said else (0, 0)
        color = len(written) - len(_FILLED) - _COLOR
        filled = written.endswith(_FILLED) and written.endswith('val="', 0, color)
        look = Look(written[:first], written[last:color] if filled else written[last:], _FILLED if filled else "")
        number = self.looks.setdefault(look, len(self.looks))
        if filled and said:
            self._recent = [(look, number), *self._recent[: _RECENT - 1]]
        return number, written[color : color + _COLOR] if filled else "", said


def _lines(lines: Sequence[str]) -> Iterator[tuple[str, list[str]]]:
    for line in lines:
        attributes, _, cells = line.partition(">")
        yield attributes, [f"{cell}</a:tc>" for cell in cells.split("</a:tc>")[:-1]]


def _said(cell: str) -> str:
    said, _, behind = cell.partition("<a:t>")[2].partition("</a:t>")
    while "<a:t>" in behind:  # what was parted while it was typed, or since some of it looks unlike
        more, _, behind = behind.partition("<a:t>")[2].partition("</a:t>")
        said += more
    return said


def _covered(cell: str, sides: str) -> bool:
    if cell.startswith("<a:tc>"):
        return False
    begin = cell.partition(">")[0]
    return any(f'{side}Merge="{yes}"' in begin for side in sides for yes in ("1", "true"))
