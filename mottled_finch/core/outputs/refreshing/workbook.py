"""Our figure in a workbook: its parts found by their names, and remade where they stand now (ISO/IEC 29500-1, 18).

The figure is made as a workbook of its own, whose parts are brought into the one that came back: into the sheets that they are on,
below and right of each other as far as the table grew, in the fonts and borders that its cells have.
"""

import copy
import re
from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from lxml import etree

from ..draw.making.sheet_names import CELLS, FOOT, RECORDS, SCALE
from .found import Found, Piece
from .matching import column_keys, matched, near
from .package import tree_of, written
from .sheet_notes import Table, numbered, put_notes
from .sheet_styles import S, Styles
from .sheets import Box, Sheet, box_name, box_of, inside, moved, place_name, sheet_of, within
from .workbook_places import BOOK, Part, Places, make_room, named_parts, quoted, texts_of

_STYLES = "xl/styles.xml"
_CORNER = re.compile(r"(?<![!$A-Z])([A-Z]{1,3})(\d{1,7})(?![\d(])")


def find(parts: Mapping[str, bytes], _plates: Collection[str]) -> list[Found]:
    """The figure of a workbook."""
    named = named_parts(parts)
    if CELLS not in named:
        return []
    cells = named[CELLS]
    sheet = Sheet(sheet_of(parts, cells.sheet), texts_of(parts))
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
        make_room(made, piece.parts)
        _Workbook(made, piece).put()
    return made


def room(parts: Mapping[str, bytes], piece: Piece) -> tuple[str, ...]:
    """What is put into sheets where anything of others stands in the way of a figure, in words."""
    return tuple(make_room(dict(parts), piece.parts))


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


class _Workbook(Places):
    """A workbook while its figure is remade."""

    def __init__(self, made: dict[str, bytes], piece: Piece) -> None:
        super().__init__(made, piece.parts)
        self.piece, self.fresh, self.fresh_texts = piece, piece.parts, texts_of(piece.parts)
        self.book = tree_of(made, BOOK)
        self.style_tree = tree_of(made, _STYLES)
        self.styles = Styles(self.style_tree, tree_of(self.fresh, _STYLES))
        self.fresh_sheets: dict[str, Sheet] = {}

    def put(self) -> None:
        before, told = self._before(), self._told_notes()
        for name, part in self.old.items():
            if name not in self.theirs:
                self.sheet(part).clear(part.box)
        for name in self.goes:
            self._place(name, before)
        self._size(before)
        self._rule()
        self._note(before, told)
        for path, sheet in self.sheets.items():
            sheet.settle()
            self._write(path, sheet.tree)
        self._rename()
        self._work_out_anew()
        self._write(BOOK, self.book)
        self._write(_STYLES, self.style_tree)

    def _fresh_sheet(self, part: Part) -> Sheet:
        if part.sheet not in self.fresh_sheets:
            self.fresh_sheets[part.sheet] = Sheet(sheet_of(self.fresh, part.sheet), self.fresh_texts)
        return self.fresh_sheets[part.sheet]

    def _before(self) -> "_Before":
        """The table as it stood, and which of its rows and columns have the same heads now."""
        above, beside = self.piece.heads
        part, sheet = self.old[CELLS], self.sheet(self.old[CELLS])
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
        sheet, fresh = self.sheet(self.old[name]), self._fresh_sheet(part)
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
        sheet, (top, left, foot, right) = self.sheet(self.old[CELLS]), self.goes[CELLS]
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
        sheet, fresh, cells = self.sheet(self.old[CELLS]), self._fresh_sheet(self.new[CELLS]), self.old[CELLS].box
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
        called = quoted(scale.called)
        lower, beside = scale.box[0] - new[0], scale.box[1] - new[1]

        def limit(match: re.Match[str]) -> str:
            place = box_of(match[1])
            assert place is not None
            own = place[0] + lower, place[1] + beside
            return f"{called}!{box_name((*own, *own), fixed=True)}"

        return re.sub(r"Scale!(\$[A-Z]+\$\d+)", limit, text)

    def _told_notes(self) -> set[str]:
        """The texts of the notes that stand below the table."""
        part = self.old.get(FOOT)
        if part is None:
            return set()
        top, left, foot, _ = part.box
        return numbered([self.sheet(part).text(row, left) for row in range(top, foot + 1)])

    def _note(self, before: "_Before", told: set[str]) -> None:
        part, new = self.old[CELLS], self.new[CELLS]
        table = Table(
            old=part.box,
            new=self.goes[CELLS],
            rows=before.rows,
            columns=before.columns,
            parts=self.fresh,
            sheet=new.sheet,
            fresh=new.box,
        )
        put_notes(self.made, part.sheet, self.sheet(part), table, told)

    def _rename(self) -> None:
        """Let the names be those of where the parts stand now."""
        ours = {part.named: name for name, part in self.old.items() if name in self.goes}
        for each in self.book.iterfind(f"{S}definedNames/{S}definedName"):
            name = ours.get(each.get("name", ""))
            if name is not None and each.get("localSheetId") is None:
                each.set("name", self.new[name].named)
                each.text = f"{quoted(self.old[name].called)}!{box_name(self.goes[name], fixed=True)}"

    def _work_out_anew(self) -> None:
        """Let a program work out formulas when it opens the workbook: what they were worked out from is no longer there."""
        if not any(re.search(rb"<(\w+:)?f[\s>]", body) for name, body in self.made.items() if name.startswith("xl/worksheets/")):
            return
        worked = self.book.find(f"{S}calcPr")
        if worked is None:
            worked = etree.Element(f"{S}calcPr")
            self.book.find(f"{S}definedNames").addnext(worked)
        worked.set("fullCalcOnLoad", "1")

    def _write(self, part: str, tree: Any) -> None:
        self.made[part] = written(tree)


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
