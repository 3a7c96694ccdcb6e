"""Our figure in a workbook: its parts found by their names, and remade where they stand now (ISO/IEC 29500-1, 18).

The figure is made as a workbook of its own, whose parts are brought into the one that came back: into the sheets that they are on,
below and right of each other as far as the table grew, in the fonts and borders that its cells have.
"""

import copy
import posixpath
import re
from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from lxml import etree

from ..draw.making.bookmarks import digest_of
from ..draw.making.sheet_names import CELLS, FOOT, LEGEND, PREFIX, RECORDS, SCALE, name_of
from ..errors import DrawError
from ..words.wording import counted
from .found import Found, Piece
from .matching import column_keys, matched, near
from .package import R, tree_of
from .sheet_notes import move_notes
from .sheet_styles import S, Styles
from .sheets import Box, Sheet, box_name, box_of, inside, moved, place_name, texts_in, within

_BOOK, _STYLES, _TEXTS = "xl/workbook.xml", "xl/styles.xml", "xl/sharedStrings.xml"
_RELATIONS = "xl/_rels/workbook.xml.rels"
_CORNER = re.compile(r"(?<![!$A-Z])([A-Z]{1,3})(\d{1,7})(?![\d(])")
_SHOWN = 3
"""Places in the way that are named."""


@dataclass(frozen=True, kw_only=True)
class _Part:
    """A named rectangle, the part of the package that is its sheet, and the digest of the words it had, if it is of words."""

    sheet: str
    called: str
    box: Box
    named: str
    words: str


def find(parts: Mapping[str, bytes], _plates: Collection[str]) -> list[Found]:
    """The figure of a workbook."""
    named = _named(parts)
    if CELLS not in named:
        return []
    cells = named[CELLS]
    sheet = Sheet(tree_of(parts, cells.sheet), _texts(parts))
    top, left, foot, right = cells.box
    covered = {
        (row, column)
        for each in sheet.tree.iterfind(f"{S}mergeCells/{S}mergeCell")
        if (box := box_of(each.get("ref", ""))) is not None and inside(box, cells.box)
        for row in range(box[0], box[2] + 1)
        for column in range(box[1], box[3] + 1)
        if (row, column) != box[:2]
    }
    texts = tuple(
        tuple(None if (row, column) in covered else sheet.text(row, column) for column in range(left, right + 1))
        for row in range(top, foot + 1)
    )
    return [
        Found(
            plate="",
            part=cells.sheet,
            place=0,
            page=0,
            under=cells.called,
            form="table",
            width=0.0,
            height=0.0,
            texts=texts,
            holds=tuple(named),
        )
    ]


def put(parts: Mapping[str, bytes], pieces: Iterable[Piece]) -> dict[str, bytes]:
    """The parts of a workbook with its figure remade; all others are the same bytes. Raises DrawError where cells of others stand
    in the way of it.
    """
    made = dict(parts)
    for piece in pieces:
        _Workbook(made, piece).put()
    return made


@dataclass(frozen=True, kw_only=True)
class _Before:
    """A table as it stood: of each row and column of the new one the old one with the same heads, counted within the table, the
    styles of its cells, heights and widths.
    """

    rows: list[int | None]
    columns: list[int | None]
    heads: tuple[int, int]
    styles: list[list[int | None]]
    heights: list[str | None]
    widths: list[Any]

    def style(self, row: int, column: int) -> int | None:
        """That which a cell of the new table had; None where there is no such cell."""
        y, x = near(self.rows, row, self.heads[0]), near(self.columns, column, self.heads[1])
        return None if y is None or x is None else self.styles[y][x]


class _Workbook:
    """A workbook while its figure is remade."""

    def __init__(self, made: dict[str, bytes], piece: Piece) -> None:
        self.made, self.piece = made, piece
        self.fresh = dict(piece.parts)
        self.old, self.new = _named(made), _named(self.fresh)
        self.texts, self.fresh_texts = _texts(made), _texts(self.fresh)
        self.book = tree_of(made, _BOOK)
        self.style_tree = tree_of(made, _STYLES)
        self.styles = Styles(self.style_tree, tree_of(self.fresh, _STYLES))
        self.sheets: dict[str, Sheet] = {}
        self.fresh_sheets: dict[str, Sheet] = {}
        self.theirs = {name for name, part in self.old.items() if self._is_theirs(part)}
        self.goes = {name: self._goes(name) for name in self.old if name in self.new and name not in self.theirs}

    def put(self) -> None:
        self._check_room()
        before = self._before()
        for name, part in self.old.items():
            if name not in self.theirs:
                self._sheet(part).clear(part.box)
        for name in self.goes:
            self._place(name, before)
        self._size(before)
        self._rule()
        move_notes(self.made, self.old[CELLS].sheet, self.old[CELLS].box, self.goes[CELLS], (before.rows, before.columns))
        for path, sheet in self.sheets.items():
            sheet.settle()
            self._write(path, sheet.tree)
        self._rename()
        self._write(_STYLES, self.style_tree)

    def _sheet(self, part: _Part) -> Sheet:
        if part.sheet not in self.sheets:
            self.sheets[part.sheet] = Sheet(tree_of(self.made, part.sheet), self.texts)
        return self.sheets[part.sheet]

    def _fresh_sheet(self, part: _Part) -> Sheet:
        if part.sheet not in self.fresh_sheets:
            self.fresh_sheets[part.sheet] = Sheet(tree_of(self.fresh, part.sheet), self.fresh_texts)
        return self.fresh_sheets[part.sheet]

    def _is_theirs(self, part: _Part) -> bool:
        """Whether a person wrote other words into a part than stood there."""
        if not part.words:
            return False
        sheet, (top, left, foot, _) = self._sheet(part), part.box
        return digest_of(" ".join(sheet.text(row, left) for row in range(top, foot + 1))) != part.words

    def _goes(self, name: str) -> Box:
        """Where a part goes: from where it stood, and further by as much as the table grew, where it stands below or beside it."""
        old, new = self.old[name].box, self.new[name].box
        down = right = 0
        cells, fresh = self.old[CELLS], self.new[CELLS].box
        if self.old[name].sheet == cells.sheet and name in (FOOT, LEGEND):
            if old[0] > cells.box[2]:
                down = (fresh[2] - fresh[0]) - (cells.box[2] - cells.box[0])
            if old[1] > cells.box[3]:
                right = (fresh[3] - fresh[1]) - (cells.box[3] - cells.box[1])
        top, left = old[0] + down, old[1] + right
        return top, left, top + new[2] - new[0], left + new[3] - new[1]

    def _check_room(self) -> None:
        """Raises DrawError where anything that is not ours stands where a part goes."""
        own: dict[str, list[Box]] = {part.sheet: [] for part in self.old.values()}
        for name, part in self.old.items():
            if name not in self.theirs:
                own[part.sheet].append(part.box)
        for name, box in self.goes.items():
            part = self.old[name]
            sheet = self._sheet(part)
            there = sorted(
                place
                for place in sheet.cells
                if within(*place, box) and sheet.holds(*place) and not any(within(*place, each) for each in own[part.sheet])
            )
            if there:
                names = ", ".join(place_name(*place) for place in there[:_SHOWN])
                more = f" and {len(there) - _SHOWN:,} more" if len(there) > _SHOWN else ""
                rows = box[2] - part.box[2]
                raise DrawError(
                    f"{names}{more} on the sheet {part.called} stand where the figure has more to say now; "
                    f"put in {counted(max(1, rows), 'row')} above them, then give it back",
                    path="file",
                )

    def _before(self) -> "_Before":
        """The table as it stood, and which of its rows and columns have the same heads now."""
        above, beside = self.piece.heads
        part, sheet = self.old[CELLS], self._sheet(self.old[CELLS])
        old, new = _grid(sheet, part.box), _grid(self._fresh_sheet(self.new[CELLS]), self.new[CELLS].box)
        top, left, foot, right = part.box
        lines, across = range(top, foot + 1), range(left, right + 1)
        return _Before(
            rows=matched([tuple(line[:beside]) for line in old], [tuple(line[:beside]) for line in new], above),
            columns=matched(column_keys(old, above), column_keys(new, above), beside),
            heads=self.piece.heads,
            styles=[[sheet.style(row, column) for column in across] for row in lines],
            heights=[sheet.height(row) for row in lines],
            widths=[copy.deepcopy(sheet.width(column)) for column in across],
        )

    def _place(self, name: str, before: "_Before") -> None:
        """Bring a part into its sheet. Cells of the table look as those with the same heads did, other parts as ours do."""
        part, box = self.new[name], self.goes[name]
        sheet, fresh = self._sheet(self.old[name]), self._fresh_sheet(part)
        down, right = box[0] - part.box[0], box[1] - part.box[1]
        for (row, column), cell in sorted(fresh.cells.items()):
            if not within(row, column, part.box):
                continue
            old = before.style(row - part.box[0], column - part.box[1]) if name == CELLS else None
            text = fresh.text(row, column) if cell.get("t") in ("s", "inlineStr") else None
            sheet.set(row + down, column + right, cell, text, self.styles.style(int(cell.get("s", "0")), old))
        for each in fresh.tree.iterfind(f"{S}mergeCells/{S}mergeCell"):
            own = box_of(each.get("ref", ""))
            if own is not None and inside(own, part.box):
                sheet.merge(moved(own, down, right))
        for column in range(part.box[1], part.box[3] + 1):
            like = fresh.width(column)
            if like is not None and sheet.width(column + right) is None:
                sheet.set_width(column + right, like)

    def _size(self, before: "_Before") -> None:
        """Rows and columns of the table as high and wide as those with the same heads were, new ones as their neighbors."""
        sheet, (top, left, foot, right) = self._sheet(self.old[CELLS]), self.goes[CELLS]
        above, beside = before.heads
        for row in range(top, foot + 1):
            line = near(before.rows, row - top, above)
            height = before.heights[line] if line is not None else None
            if height is not None:
                sheet.set_height(row, height)
        for column in range(left, right + 1):
            line = near(before.columns, column - left, beside)
            width = before.widths[line] if line is not None else None
            if width is not None:
                sheet.set_width(column, width)

    def _rule(self) -> None:
        """Rules that color the cells anew: ours, by what they are for, give way to the fresh ones."""
        sheet, fresh, cells = self._sheet(self.old[CELLS]), self._fresh_sheet(self.new[CELLS]), self.old[CELLS].box
        for each, boxes in sheet.rules():
            formulas = [formula.text or "" for formula in each.iter(f"{S}formula")]
            if boxes and all(inside(box, cells) for box in boxes) and any("ISNUMBER(" in formula for formula in formulas):
                each.getparent().remove(each)
        box, new = self.goes[CELLS], self.new[CELLS].box
        down, right = box[0] - new[0], box[1] - new[1]
        for each, boxes in fresh.rules():
            rules = copy.deepcopy(each)
            rules.set("sqref", " ".join(box_name(moved(own, down, right)) for own in boxes))
            for rule in rules.iterfind(f"{S}cfRule"):
                if rule.get("dxfId") is not None:
                    rule.set("dxfId", str(self.styles.differential(int(rule.get("dxfId")))))
                for formula in rule.iterfind(f"{S}formula"):
                    formula.text = self._formula(formula.text or "", down, right)
            sheet.add_rules(rules)

    def _formula(self, text: str, down: int, right: int) -> str:
        """A formula of a fresh rule for where its cells, and the scale, stand now."""

        def corner(match: re.Match[str]) -> str:
            place = box_of(match.group())
            assert place is not None
            return place_name(place[0] + down, place[1] + right)

        text = _CORNER.sub(corner, text)
        if SCALE not in self.goes:
            return text
        scale, new = self.old[SCALE], self.new[SCALE].box
        quoted = _quoted(scale.called)
        lower, beside = scale.box[0] - new[0], scale.box[1] - new[1]

        def limit(match: re.Match[str]) -> str:
            place = box_of(match[1])
            assert place is not None
            own = place[0] + lower, place[1] + beside
            return f"{quoted}!{box_name((*own, *own), fixed=True)}"

        return re.sub(r"Scale!(\$[A-Z]+\$\d+)", limit, text)

    def _rename(self) -> None:
        """Let the names be those of where the parts stand now."""
        for each in self.book.iterfind(f"{S}definedNames/{S}definedName"):
            name, _ = name_of(each.get("name", ""))
            if name in self.goes and each.get("localSheetId") is None and each.get("name") == self.old[name].named:
                each.set("name", self.new[name].named)
                each.text = f"{_quoted(self.old[name].called)}!{box_name(self.goes[name], fixed=True)}"
        self._write(_BOOK, self.book)

    def _write(self, part: str, tree: Any) -> None:
        self.made[part] = etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True)


def _named(parts: Mapping[str, bytes]) -> dict[str, _Part]:
    """Our parts of a workbook by their names; one whose place was deleted is none any more."""
    if _BOOK not in parts or _RELATIONS not in parts:
        return {}
    book = tree_of(parts, _BOOK)
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
            found[own] = _Part(sheet=sheets[called], called=called, box=box, named=name, words=words)
    return found


def _quoted(sheet: str) -> str:
    """The name of a sheet as a formula has it."""
    return sheet if re.fullmatch(r"[A-Za-z_]+", sheet) else "'" + sheet.replace("'", "''") + "'"


def _texts(parts: Mapping[str, bytes]) -> list[str]:
    return texts_in(tree_of(parts, _TEXTS) if _TEXTS in parts else None)


def _grid(sheet: Sheet, box: Box) -> list[list[str]]:
    """What stands in each place of a rectangle; where another is merged over it, what stands in that."""
    lines = [[sheet.text(row, column) for column in range(box[1], box[3] + 1)] for row in range(box[0], box[2] + 1)]
    for each in sheet.tree.iterfind(f"{S}mergeCells/{S}mergeCell"):
        own = box_of(each.get("ref", ""))
        if own is not None and inside(own, box):
            text = sheet.text(own[0], own[1])
            for row in range(own[0], own[2] + 1):
                for column in range(own[1], own[3] + 1):
                    lines[row - box[0]][column - box[1]] = text
    return lines


def asked_for(found: Found) -> dict[str, str]:
    """The choices that a workbook was made by, as far as its parts tell them."""
    colors = "rules" if SCALE in found.holds else "fills"
    return {"colors": colors, "records": "yes" if RECORDS in found.holds else "no"}
