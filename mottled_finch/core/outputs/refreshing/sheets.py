"""Sheets of a workbook as places by row and column, counted from 0 (ISO/IEC 29500-1, 18.3)."""

import copy
import re
from collections.abc import Iterator, Mapping
from typing import Any

from lxml import etree

from .package import R, tree_of
from .sheet_styles import MAIN, S

Box = tuple[int, int, int, int]
"""First row, first column, last row, last column."""
_PLACE = re.compile(r"\$?([A-Z]{1,3})\$?(\d{1,7})")
_SPACE = "{http://www.w3.org/XML/1998/namespace}space"
_BEFORE_RULES = (
    *("sheetPr", "dimension", "sheetViews", "sheetFormatPr", "cols", "sheetData", "sheetCalcPr", "sheetProtection"),
    *("protectedRanges", "scenarios", "autoFilter", "sortState", "dataConsolidate", "customSheetViews", "mergeCells", "phoneticPr"),
)
"""What stands before rules, as the standard wants it (18.3.1.99)."""
_BEHIND_NOTES = ("legacyDrawingHF", "drawingHF", "picture", "oleObjects", "controls", "webPublishItems", "tableParts", "extLst")
_BEFORE_MERGED = _BEFORE_RULES[: _BEFORE_RULES.index("mergeCells")]


def box_of(text: str) -> Box | None:
    """A rectangle such as B4:D6 or $B$4; None for what is none."""
    places = _PLACE.findall(text)
    if not places or re.sub(_PLACE, "", text).strip(": ") != "":
        return None
    (first, top), (last, foot) = places[0], places[-1]
    return int(top) - 1, _column(first), int(foot) - 1, _column(last)


def place_name(row: int, column: int) -> str:
    letters, left = "", column + 1
    while left:
        left, rest = divmod(left - 1, 26)
        letters = chr(65 + rest) + letters
    return f"{letters}{row + 1}"


def box_name(box: Box, *, fixed: bool = False) -> str:
    first, last = place_name(box[0], box[1]), place_name(box[2], box[3])
    name = first if first == last else f"{first}:{last}"
    return re.sub(r"([A-Z]+)(\d+)", r"$\1$\2", name) if fixed else name


def within(row: int, column: int, box: Box) -> bool:
    return box[0] <= row <= box[2] and box[1] <= column <= box[3]


def inside(one: Box, other: Box) -> bool:
    return within(one[0], one[1], other) and within(one[2], one[3], other)


def moved(box: Box, down: int, right: int) -> Box:
    return box[0] + down, box[1] + right, box[2] + down, box[3] + right


def _column(letters: str) -> int:
    number = 0
    for letter in letters:
        number = number * 26 + ord(letter) - 64
    return number - 1


def sheet_of(parts: Mapping[str, bytes], part: str) -> Any:
    """The tree of a sheet. Rows and cells that do not say where they are stand behind the one before them (18.3.1.4, 18.3.1.73)."""
    tree = tree_of(parts, part)
    row = 0
    for line in tree.iterfind(f"{S}sheetData/{S}row"):
        row = int(line.get("r") or row + 1)
        line.set("r", str(row))
        column = -1
        for cell in line.iterfind(f"{S}c"):
            box = box_of(cell.get("r", ""))
            column = box[1] if box is not None else column + 1
            cell.set("r", place_name(row - 1, column))
    return tree


class Sheet:
    """A sheet's tree, its cells by their places."""

    def __init__(self, tree: Any, texts: list[str]) -> None:
        self.tree, self.texts = tree, texts
        self.data = tree.find(f"{S}sheetData")
        self.rows = {int(row.get("r")) - 1: row for row in self.data.iterfind(f"{S}row") if row.get("r")}
        self.cells: dict[tuple[int, int], Any] = {}
        for row in self.rows.values():
            for cell in row.iterfind(f"{S}c"):
                place = box_of(cell.get("r", ""))
                if place is not None:
                    self.cells[place[:2]] = cell

    def text(self, row: int, column: int) -> str:
        """What a cell holds: its text, or its number as it is written in the file."""
        cell = self.cells.get((row, column))
        if cell is None:
            return ""
        value = cell.find(f"{S}v")
        if cell.get("t") == "s" and value is not None:
            at = int(value.text or "0")
            return self.texts[at] if 0 <= at < len(self.texts) else ""
        if cell.get("t") == "inlineStr":
            return "".join(each.text or "" for each in cell.iter(f"{S}t"))
        return "" if value is None else value.text or ""

    def holds(self, row: int, column: int) -> bool:
        """Whether anything stands in a cell."""
        cell = self.cells.get((row, column))
        return cell is not None and len(cell) > 0

    def style(self, row: int, column: int) -> int | None:
        cell = self.cells.get((row, column))
        return None if cell is None else int(cell.get("s", "0"))

    def clear(self, box: Box) -> None:
        """Take out all cells of a rectangle, and what is merged in it."""
        for place in [place for place in self.cells if within(*place, box)]:
            cell = self.cells.pop(place)
            cell.getparent().remove(cell)
        for each in self._merged():
            own = box_of(each.get("ref", ""))
            if own is not None and inside(own, box):
                each.getparent().remove(each)

    def set(self, row: int, column: int, fresh: Any, text: str | None, style: int) -> None:
        """A cell as another file has it, a text written out in it."""
        cell = etree.Element(f"{S}c", r=place_name(row, column), s=str(style))
        if text is not None:
            cell.set("t", "inlineStr")
            words = etree.SubElement(etree.SubElement(cell, f"{S}is"), f"{S}t")
            words.text = text
            words.set(_SPACE, "preserve")
        else:
            cell.extend(copy.deepcopy(each) for each in fresh)
        if row not in self.rows:
            self._add_row(row)
        line = self.rows[row]
        behind = [place[1] for place in self.cells if place[0] == row and place[1] < column]
        if behind:
            self.cells[row, max(behind)].addnext(cell)
        else:
            line.insert(0, cell)
        self.cells[row, column] = cell
        if "spans" in line.attrib:
            del line.attrib["spans"]

    def merge(self, box: Box) -> None:
        group = self.tree.find(f"{S}mergeCells")
        if group is None:
            group = etree.Element(f"{S}mergeCells")
            self._put_behind(group, _BEFORE_MERGED)
        group.append(etree.Element(f"{S}mergeCell", ref=box_name(box)))
        group.set("count", str(len(group)))

    def settle(self) -> None:
        """Let counts and extent be those of what stands there now."""
        group = self.tree.find(f"{S}mergeCells")
        if group is not None:
            group.set("count", str(len(group)))
            if not len(group):
                self.tree.remove(group)
        extent = self.tree.find(f"{S}dimension")
        if extent is not None and self.cells:
            rows, columns = zip(*self.cells, strict=True)
            extent.set("ref", box_name((min(rows), min(columns), max(rows), max(columns))))

    def rules(self) -> list[tuple[Any, list[Box]]]:
        """Rules that color cells, with the rectangles that each is for."""
        found = []
        for each in dict.fromkeys(rule.getparent() for rule in self.tree.iter(f"{S}cfRule")):
            boxes = [box_of(part) for part in each.get("sqref", "").split()]
            found.append((each, [box for box in boxes if box is not None]))
        return found

    def draw_notes(self, relation: str) -> None:
        """Say which part draws the notes, by the name of its relation; nothing does so far."""
        known = {f"{S}{name}" for name in _BEHIND_NOTES}
        place = next((i for i, each in enumerate(self.tree) if each.tag in known), len(self.tree))
        self.tree.insert(place, etree.Element(f"{S}legacyDrawing", {f"{R}id": relation}))

    def add_rules(self, rules: Any) -> None:
        self._put_behind(rules, _BEFORE_RULES)

    def width(self, column: int) -> Any:
        """What says how wide a column is; None where nothing does."""
        for each in self.tree.iterfind(f"{S}cols/{S}col"):
            if int(each.get("min", "0")) - 1 <= column <= int(each.get("max", "0")) - 1:
                return each
        return None

    def set_width(self, column: int, like: Any) -> None:
        """Let a column be as wide as another one, whatever is said of its neighbors."""
        known = self.width(column)
        if known is not None:
            first, last = int(known.get("min")) - 1, int(known.get("max")) - 1
            for start, end, behind in ((column + 1, last, True), (first, column - 1, False)):
                if start <= end:
                    rest = copy.deepcopy(known)
                    rest.set("min", str(start + 1))
                    rest.set("max", str(end + 1))
                    known.addnext(rest) if behind else known.addprevious(rest)
            own = known
        else:
            group = self.tree.find(f"{S}cols")
            if group is None:
                group = etree.Element(f"{S}cols")
                self.data.addprevious(group)
            own = etree.Element(f"{S}col")
            group.insert(sum(int(each.get("max", "0")) - 1 < column for each in group), own)
        style = own.get("style")
        own.attrib.clear()
        own.attrib.update({**like.attrib, "min": str(column + 1), "max": str(column + 1)})
        own.attrib.pop("style", None)
        if style is not None:
            own.set("style", style)

    def height(self, row: int) -> str | None:
        """How high a row is, in points, where that is said."""
        line = self.rows.get(row)
        return None if line is None else line.get("ht")

    def set_height(self, row: int, height: str) -> None:
        if row not in self.rows:
            self._add_row(row)
        self.rows[row].set("ht", height)
        self.rows[row].set("customHeight", "1")

    def _merged(self) -> list[Any]:
        return list(self.tree.iterfind(f"{S}mergeCells/{S}mergeCell"))

    def _add_row(self, row: int) -> None:
        line = etree.Element(f"{S}row", r=str(row + 1), nsmap={None: MAIN})
        before = [each for each in self.rows if each < row]
        if before:
            self.rows[max(before)].addnext(line)
        else:
            self.data.insert(0, line)
        self.rows[row] = line

    def _put_behind(self, part: Any, before: tuple[str, ...]) -> None:
        known = {f"{S}{name}" for name in before}
        place = max((i for i, each in enumerate(self.tree) if each.tag in known), default=-1)
        self.tree.insert(place + 1, part)


def texts_in(shared: Any | None) -> list[str]:
    """The texts that the cells of a workbook share; pronunciation is none of them."""
    if shared is None:
        return []
    return ["".join(_said(each)) for each in shared.iterfind(f"{S}si")]


def _said(entry: Any) -> Iterator[str]:
    for each in entry:
        if each.tag == f"{S}t":
            yield each.text or ""
        elif each.tag == f"{S}r":
            yield from (part.text or "" for part in each.iterfind(f"{S}t"))
