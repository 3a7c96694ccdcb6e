"""Where the parts of a figure stand in a workbook, where they go when it is made anew, and the room that is made for them."""

import posixpath
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ...common.errors import DrawError
from ...common.language.english import counted
from ..draw.making.bookmarks import digest_of
from ..draw.making.sheet_names import CELLS, FOOT, LEGEND, PREFIX, name_of
from .package import R, tree_of, written
from .sheet_references import Room
from .sheet_room import drawn_at, put_room
from .sheet_styles import S
from .sheets import Box, Sheet, box_name, box_of, place_name, sheet_of, texts_in, within

BOOK = "xl/workbook.xml"
_RELATIONS, _TEXTS = "xl/_rels/workbook.xml.rels", "xl/sharedStrings.xml"
_SHOWN = 3
"""Places in the way that are named."""


@dataclass(frozen=True, kw_only=True)
class Part:
    """A named rectangle, the part of the package that is its sheet, and the digest of the words it had, if it is of words."""

    sheet: str
    called: str
    box: Box
    named: str
    words: str


class Places:
    """The parts of a figure in a workbook by their names: where each was, and, unless it is ``theirs``, where it ``goes``, as it is
    in a workbook that is made of it alone (``fresh``).
    """

    def __init__(self, made: dict[str, bytes], fresh: Mapping[str, bytes]) -> None:
        self.made = made
        self.old, self.new = named_parts(made), named_parts(fresh)
        self.texts = texts_of(made)
        self.sheets: dict[str, Sheet] = {}
        self.theirs = {name for name, part in self.old.items() if self._is_theirs(part)}
        self.goes = {name: self._goes(name) for name in self.old if name in self.new and name not in self.theirs}
        for name in [name for name in self.goes if self._there(name)]:
            self.goes[name] = self._goes(name, stays=True)

    def sheet(self, part: Part) -> Sheet:
        if part.sheet not in self.sheets:
            self.sheets[part.sheet] = Sheet(sheet_of(self.made, part.sheet), self.texts)
        return self.sheets[part.sheet]

    def wanted(self) -> tuple[str, list[tuple[int, int]], Room] | None:
        """The rows or columns that have to be put in behind a part, and what stands in the way without them; None where nothing
        does. Raises DrawError where none would help.
        """
        for name in self.goes:
            there = self._there(name)
            for each in dict.fromkeys((CELLS, name) if there else ()):
                part, new = self.old[each], self.new[each].box
                for side in (0, 1) if part.sheet == self.old[name].sheet else ():
                    grown = (new[side + 2] - new[side]) - (part.box[side + 2] - part.box[side])
                    if grown > 0 and any(place[side] > part.box[side + 2] for place in there):
                        return each, there, Room(sheet=part.called, rows=side == 0, at=part.box[side + 2] + 1, many=grown)
            if there:
                raise DrawError(f"{_in_the_way(self.old[name].called, there)}; move them away, then give it back", path="file")
        return None

    def _there(self, name: str) -> list[tuple[int, int]]:
        """Places with anything of others in them where a part goes."""
        part, box = self.old[name], self.goes[name]
        sheet = self.sheet(part)
        own = [each.box for named, each in self.old.items() if each.sheet == part.sheet and named not in self.theirs]
        taken = [place for place in sheet.cells if within(*place, box) and sheet.holds(*place)]
        taken += [place for place in drawn_at(self.made, part.sheet) if within(*place, box)]
        return sorted({place for place in taken if not any(within(*place, each) for each in own)})

    def _is_theirs(self, part: Part) -> bool:
        """Whether a person wrote other words into a part than stood there."""
        if not part.words:
            return False
        sheet, (top, left, foot, _) = self.sheet(part), part.box
        return digest_of(" ".join(sheet.text(row, left) for row in range(top, foot + 1))) != part.words

    def _goes(self, name: str, *, stays: bool = False) -> Box:
        """Where a part goes: from where it stood, and further by as much as the table grew, where it stands below or beside it;
        after one that shrank unless it ``stays``.
        """
        old, new = self.old[name].box, self.new[name].box
        down = right = 0
        cells, fresh = self.old[CELLS], self.new[CELLS].box
        if self.old[name].sheet == cells.sheet and name in (FOOT, LEGEND):
            if old[0] > cells.box[2]:
                down = (fresh[2] - fresh[0]) - (cells.box[2] - cells.box[0])
            if old[1] > cells.box[3]:
                right = (fresh[3] - fresh[1]) - (cells.box[3] - cells.box[1])
        if stays:
            down, right = max(0, down), max(0, right)
        top, left = old[0] + down, old[1] + right
        return top, left, top + new[2] - new[0], left + new[3] - new[1]


def named_parts(parts: Mapping[str, bytes]) -> dict[str, Part]:
    """Our parts of a workbook by their names; one whose place was deleted is none any more."""
    if BOOK not in parts or _RELATIONS not in parts:
        return {}
    book = tree_of(parts, BOOK)
    targets = {each.get("Id"): each.get("Target", "") for each in tree_of(parts, _RELATIONS)}
    sheets = {}
    for each in book.iterfind(f"{S}sheets/{S}sheet"):
        target = targets.get(each.get(f"{R}id"), "")
        path = target.lstrip("/") if target.startswith("/") else posixpath.normpath(f"xl/{target}")
        sheets[each.get("name", "")] = path
    found = {}
    for each in book.iterfind(f"{S}definedNames/{S}definedName"):
        name, text = each.get("name", ""), (each.text or "").lstrip("=")
        if not name.startswith(PREFIX) or each.get("localSheetId") is not None:
            continue
        called, _, place = text.rpartition("!")
        called = called[1:-1].replace("''", "'") if called.startswith("'") else called.lstrip("$")
        box = box_of(place)
        if box is not None and called in sheets and sheets[called] in parts:
            own, words = name_of(name)
            found[own] = Part(sheet=sheets[called], called=called, box=box, named=name, words=words)
    return found


def quoted(sheet: str) -> str:
    """The name of a sheet as a formula has it."""
    return sheet if re.fullmatch(r"[A-Za-z_]+", sheet) else "'" + sheet.replace("'", "''") + "'"


def texts_of(parts: Mapping[str, bytes]) -> list[str]:
    """The texts that the cells of a workbook share."""
    return texts_in(tree_of(parts, _TEXTS) if _TEXTS in parts else None)


def make_room(made: dict[str, bytes], fresh: Mapping[str, bytes]) -> list[str]:
    """Put in the rows and columns that the parts of a figure need behind them, until nothing of others stands where they go, and
    tell it in words. Raises DrawError where that cannot be.
    """
    told = []
    while (wanted := Places(made, fresh).wanted()) is not None:
        name, there, room = wanted
        part = named_parts(made)[name]
        try:
            put_room(made, part.sheet, room)
        except DrawError as error:
            words = f"{_in_the_way(part.called, there)}, and {error.message}; move them away, then give it back"
            raise DrawError(words, path="file") from error
        top, left, foot, right = part.box
        name_anew(made, part, (top, left, foot + room.many, right) if room.rows else (top, left, foot, right + room.many))
        before = f"row {room.at + 1}" if room.rows else f"column {place_name(0, room.at)[:-1]}"
        lines = counted(room.many, "row" if room.rows else "column")
        told.append(f"{lines} put in before {before}, for {_places(there)} stood in the way")
    return told


def _places(there: Sequence[tuple[int, int]]) -> str:
    names = ", ".join(place_name(*place) for place in there[:_SHOWN])
    return f"{names} and {len(there) - _SHOWN:,} more" if len(there) > _SHOWN else names


def _in_the_way(sheet: str, there: Sequence[tuple[int, int]]) -> str:
    return f"{_places(there)} on the sheet {sheet} stand where the figure has more to say now"


def name_anew(made: dict[str, bytes], part: Part, box: Box) -> None:
    """Let the name of a part be that of another rectangle."""
    book = tree_of(made, BOOK)
    for each in book.iterfind(f"{S}definedNames/{S}definedName"):
        if each.get("name") == part.named and each.get("localSheetId") is None:
            each.text = f"{quoted(part.called)}!{box_name(box, fixed=True)}"
    made[BOOK] = written(book)
