"""The figure as a workbook: real numbers in cells of its proportions, colored by rules that follow the numbers, or by fills.

Text from data is written as text alone: never a formula, never a link.
"""

import io
from collections.abc import Sequence
from datetime import UTC, datetime
from typing import TYPE_CHECKING, Any

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from ...figures.scene.legend import Legend
from .making.choices import USUAL, Choices
from .making.number_format import NOTHING, number_format
from .making.rules import Rule, rules_of
from .making.sheet_names import ABOUT, CELLS, FOOT, LEGEND, RECORDS, SCALE, TITLE, worded
from .making.sheet_records import records_of
from .making.sheet_rules import with_rules
from .making.tabled import MARKS, Place, Tabled, tabled
from .making.texts import about, told

if TYPE_CHECKING:
    from xlsxwriter.format import Format
    from xlsxwriter.workbook import Workbook
    from xlsxwriter.worksheet import Worksheet

_CHARACTER, _PADDING = 5.25, 3.75
"""Points that a unit of a column's width is wide, and what is added to each column (ISO/IEC 29500-1, 18.3.1.13, at 11 points)."""
_LEAST, _MOST = 12.0, 120.0
"""Points a cell may be wide or high."""
_FONT = 11.0
_TEXT_MOST = 32_000
_RULED = "Rules: a cell whose number is changed takes the color that the sheet Scale has for it."
_FILLED = "Fills: they stay as they are when a number is changed."
_TOP, _MIDDLE, _FOOT = 1, 2, 3
"""Where text stands in its cell, as the library counts."""


def draw_xlsx(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The workbook. Raises DrawError for more records than a sheet holds."""
    from xlsxwriter import Workbook  # not needed by other outputs

    out = io.BytesIO()
    options = {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False, "strings_to_numbers": False}
    book = Workbook(out, options)
    always = datetime(2000, 1, 1, tzinfo=UTC)  # the same figure is the same file
    title, words = told(figure).words.title, figure.scene.alternative if choices.values == "yes" else ""
    book.set_properties({"title": _text(title), "comments": _text(words), "created": always})
    sheet = _FigureSheet(book, figure, choices)
    sheet.write()
    _write_about(book, figure, choices, ruled=bool(sheet.rules))
    if choices.records == "yes":
        _write_records(book, figure)
    book.close()
    return sheet.ruled(out.getvalue())


class _FigureSheet:
    """The sheet of the figure while it is written."""

    def __init__(self, book: "Workbook", figure: Figure, choices: Choices) -> None:
        self.book, self.figure, self.choices = book, figure, choices
        self.sheet: Worksheet = book.add_worksheet("Figure")
        self.table, self.told = tabled(figure), told(figure)
        self.theme = figure.scene.theme
        self.formats: dict[tuple[tuple[str, Any], ...], Format] = {}
        self.rules = rules_of(figure) if choices.colors == "rules" and choices.values == "yes" else []
        self.top = 0

    def write(self) -> None:
        sheet, words = self.sheet, self.told.words
        sheet.hide_gridlines(2)
        for text, size, bold in ((words.title, 16, True), (words.subtitle, 11, False)):
            if text:
                sheet.write_string(self.top, 0, _text(text), self.format(font_size=size, bold=bold, font_color=self.theme.ink))
                self.top += 1
        self.top += 1 if self.top else 0
        heads = [_text(text) for text in (words.title, words.subtitle) if text]
        self._name(worded(TITLE, heads), 0, 0, len(heads) - 1, 0)
        if self.table.places:
            self._cells()
            self._name(CELLS, self.top, 0, self.top + len(self.table.places) - 1, len(self.table.places[0]) - 1)
            self._sizes()
            sheet.freeze_panes(self.top + self.table.head_rows, self.table.head_columns)
            if self.rules:
                self._write_scale()
        else:
            sheet.write_string(self.top, 0, "No record is kept.")
        self._foot(self.top + len(self.table.places) + 1)
        if self.told.legend:
            self._legend(self.told.legend)

    def _name(self, name: str, top: int, left: int, foot: int, right: int, sheet: str = "Figure") -> None:
        name_part(self.book, name, sheet, (top, left, foot, right))

    def format(self, **properties: Any) -> "Format":
        """Alike ones are one."""
        key = tuple(sorted(properties.items()))
        if key not in self.formats:
            self.formats[key] = self.book.add_format({"text_v_align": _MIDDLE, **properties})
        return self.formats[key]

    def _cells(self) -> None:
        for y, line in enumerate(self.table.places, self.top):
            for x, place in enumerate(line):
                if place is None or place.absent:
                    continue
                if place.is_head:
                    self._head(y, x, place)
                else:
                    self._number(y, x, place)

    def _head(self, y: int, x: int, place: Place) -> None:
        below = place.column is not None
        text = self.told_corner() if place.part == "corner" else _text(place.text)
        look = self.format(
            align="center" if below else "right" if not place.outer else "left",
            text_v_align=_FOOT if below and not place.outer else _TOP if place.outer and not below else _MIDDLE,
            bold=place.outer or place.part == "total",
            font_color=place.ink,
            indent=0 if below else 1,
            text_wrap=below,
        )
        if place.across > 1 or place.down > 1:
            self.sheet.merge_range(y, x, y + place.down - 1, x + place.across - 1, "", look)
        self.sheet.write_string(y, x, text, look)

    def told_corner(self) -> str:
        words, facts = self.figure.recipe.words, self.figure.facts
        return _text(facts.filled(words.rows, "words.rows")) if words.rows else ""

    def _number(self, y: int, x: int, place: Place) -> None:
        properties: dict[str, Any] = {"align": "center", "bold": place.part == "total" or self.figure.recipe.cells.bold}
        properties |= self._border(place)
        ruled = bool(self.rules) and place.part == "cell"
        if place.fill and not ruled:
            properties |= {"bg_color": place.fill, "font_color": place.ink}
        if place.why == "blank":
            properties |= {"pattern": 14, "fg_color": self.theme.hatch, "bg_color": self.theme.blank}
        elif place.why:
            properties |= {"bg_color": self.theme.blank, "font_color": self.theme.ink}
        if place.shown is None or self.choices.values == "no":
            words = MARKS[place.why] if place.why in ("new", "gone") else ""
            look = self.format(**properties)
            self.sheet.write_string(y, x, words, look) if words else self.sheet.write_blank(y, x, None, look)
        else:
            properties["num_format"] = number_format(place.style, place.shown) if place.text and place.style else NOTHING
            self.sheet.write_number(y, x, place.shown, self.format(**properties))
        for number in place.notes:
            self.sheet.write_comment(y, x, _text(self.told.notes[number - 1]), {"author": "", "x_scale": 1.5})

    def _border(self, place: Place) -> dict[str, Any]:
        """A thin line in the color of the ground parts cells, a thick dark one is an outline."""
        sides = {"left": "l", "top": "t", "right": "r", "bottom": "b"}
        found: dict[str, Any] = {}
        for side, letter in sides.items():
            marked = letter in place.edges
            found |= {side: 5 if marked else 1, f"{side}_color": self.theme.ink if marked else self.theme.ground}
        return found

    def _sizes(self) -> None:
        """Columns and rows in proportion to those of the figure, heads as wide as they need."""
        grid, table = self.figure.scene.grid, self.table
        assert grid is not None
        widest = [_FONT * 4] * table.head_columns
        width_of = self.figure.typeface.width_of
        for line in table.places[table.head_rows :]:
            for x, place in enumerate(line[: table.head_columns]):
                if place and place.across == 1:
                    widest[x] = max(widest[x], width_of(place.text, _FONT, 600 if place.outer else 400) + 14)
        prints = [width_of(place.text, _FONT, 600) + 8 for line in table.places for place in line if place and place.style]
        least = max([_LEAST, *prints])
        widths = grid.widths or (grid.cell_width,) * len(grid.xs)
        heights = grid.heights or (grid.cell_height,) * len(grid.ys)
        scale = max(1.0, least / min(widths), 15.0 / min(heights) if prints else 0.0)
        for x, width in enumerate(widest):
            self.sheet.set_column(x, x, _units(min(width, 300.0)))
        for x, column in enumerate(table.columns, table.head_columns):
            width = widths[column.at] if not column.total else max(least, sum(widths) / len(widths))
            self.sheet.set_column(x, x, _units(min(max(width * scale, least), max(_MOST, least))))
        for y, row in enumerate(table.rows, self.top + table.head_rows):
            height = heights[row.at] if not row.total else sum(heights) / len(heights)
            self.sheet.set_row(y, min(max(height * scale, _LEAST), _MOST))

    def _write_scale(self) -> None:
        """The sheet "Scale": from which number on a cell has which color, the highest first."""
        scale: Worksheet = self.book.add_worksheet("Scale")
        for x, name in enumerate(("From", "Color", "Hex code")):
            scale.write_string(0, x, name, self.format(bold=True))
        last = len(self.rules)
        for y, rule in enumerate(reversed(self.rules), 1):
            if y < last:
                scale.write_number(y, 0, rule.least)
            else:
                scale.write_string(y, 0, "below")
            scale.write_blank(y, 1, None, self.format(bg_color=rule.fill))
            scale.write_string(y, 2, rule.fill)
        self._name(SCALE, 0, 0, last, 2, "Scale")
        scale.set_column(0, 0, 14)

    def ruled(self, content: bytes) -> bytes:
        """The workbook with its colors: one rule a color, from the highest on, each on the number that the sheet "Scale" holds."""
        if not self.rules or not self.table.places:
            return content
        areas = _areas(self.table, self.top)
        corner = f"{_letters(areas[0][1])}{areas[0][0] + 1}"
        *upper, lowest = reversed(self.rules)
        formulas: list[tuple[str, Rule | None]] = [(f"NOT(ISNUMBER({corner}))", None)]
        formulas += [(f"{corner}>=Scale!$A${y}", rule) for y, rule in enumerate(upper, 2)]
        formulas.append((f"ISNUMBER({corner})", lowest))
        places = [f"{_letters(x)}{y + 1}:{_letters(to_x)}{to_y + 1}" for y, x, to_y, to_x in areas]
        return with_rules(content, 1, places, formulas)

    def _foot(self, y: int) -> None:
        words, quiet = self.told.words, self.format(font_color=self.theme.quiet, font_size=9)
        lines = [f"{number}  {text}" for number, text in enumerate(self.told.notes, 1)] + [words.caption, words.source]
        lines = [_text(text) for text in lines if text]
        for at, text in enumerate(lines, y):
            self.sheet.write_string(at, 0, text, quiet)
        self._name(worded(FOOT, lines), y, 0, y + len(lines) - 1, 0)

    def _legend(self, legend: Legend) -> None:
        """Beside the cells: its title, bands or the ramp from the high end down, what cells without a color are, and notes."""
        x, y = self.table.head_columns + len(self.table.columns) + 1, self.top
        quiet = self.format(font_color=self.theme.quiet)
        self.sheet.set_column(x, x, _units(24))
        self.sheet.set_column(x + 1, x + 1, 30)

        def line(fill: "Format | None", text: str, look: "Format | None" = None) -> None:
            nonlocal y
            if fill is not None:
                self.sheet.write_blank(y, x, None, fill)
            if text:
                self.sheet.write_string(y, x + 1 if fill is not None else x, _text(text), look or quiet)
            y += 1

        line(None, " ".join(legend.title), self.format(bold=True, font_color=self.theme.ink))
        for block in legend.blocks:
            line(self.format(bg_color=block.fill), block.text)
        if not legend.blocks and legend.fixed:
            words = {round((1 - tick.place) * _RAMP): tick.text for tick in (*legend.between, *legend.fixed)}
            colors = self.figure.coloring.colors
            for i in range(_RAMP + 1):
                step = round((1 - i / _RAMP) * (len(colors) - 1))
                line(self.format(bg_color="#" + bytes(colors[step].tolist()).hex()), words.get(i, ""))
        for why, words_of in legend.swatches:
            properties: dict[str, Any] = {"bg_color": self.theme.blank}
            if why == "blank":
                properties |= {"pattern": 14, "fg_color": self.theme.hatch}
            line(self.format(**properties), f"{MARKS[why]} {words_of}".strip())
        for note in legend.notes:
            line(None, note)
        self._name(LEGEND, self.top, x, y - 1, x + 1)


_RAMP = 10


def _areas(table: Tabled, top: int) -> list[tuple[int, int, int, int]]:
    """The rectangles of cells without totals: first row, first column, last row, last column."""
    rows = _runs([top + table.head_rows + i for i, line in enumerate(table.rows) if not line.total])
    columns = _runs([table.head_columns + i for i, line in enumerate(table.columns) if not line.total])
    return [(y, x, to_y, to_x) for y, to_y in rows for x, to_x in columns]


def _runs(places: Sequence[int]) -> list[tuple[int, int]]:
    """Places that follow one another, each run from its first to its last."""
    found: list[tuple[int, int]] = []
    for place in places:
        found = [*found[:-1], (found[-1][0], place)] if found and found[-1][1] == place - 1 else [*found, (place, place)]
    return found


def _write_about(book: "Workbook", figure: Figure, choices: Choices, *, ruled: bool) -> None:
    """What the figure is, in words."""
    sheet = book.add_worksheet("About")
    bold, wrapped = (book.add_format({name: True, "text_v_align": _TOP}) for name in ("bold", "text_wrap"))
    lines = [*about(figure, numbers=choices.values == "yes"), ("Colors", _RULED if ruled else _FILLED)]
    for y, (name, text) in enumerate(lines):
        sheet.write_string(y, 0, name, bold)
        sheet.write_string(y, 1, _text(text), wrapped)
    name_part(book, ABOUT, "About", (0, 0, len(lines) - 1, 1))
    sheet.set_column(0, 0, 14)
    sheet.set_column(1, 1, 100)


def _write_records(book: "Workbook", figure: Figure) -> None:
    sheet = book.add_worksheet("Records")
    bold = book.add_format({"bold": True})
    names, columns = records_of(figure)
    last = 0
    for x, (name, values) in enumerate(zip(names, columns, strict=True)):
        last = len(values)
        sheet.write_string(0, x, _text(name), bold)
        for y, value in enumerate(values, 1):
            if isinstance(value, str):
                sheet.write_string(y, x, _text(value))
            elif value is not None:
                sheet.write_number(y, x, value)
    name_part(book, RECORDS, "Records", (0, 0, last, len(names) - 1))
    sheet.freeze_panes(1, 0)


def name_part(book: "Workbook", name: str, sheet: str, part: tuple[int, int, int, int]) -> None:
    """Name a rectangle by its first and last row and column; one with nothing in it has no name."""
    from xlsxwriter.utility import xl_range_abs

    top, left, foot, right = part
    if foot >= top and right >= left:
        book.define_name(name, f"={sheet}!{xl_range_abs(top, left, foot, right)}")


def _units(points: float) -> float:
    """A column's width in characters."""
    return max(0.5, (points - _PADDING) / _CHARACTER)


def _letters(column: int) -> str:
    from xlsxwriter.utility import xl_col_to_name

    return str(xl_col_to_name(column))


def _text(text: str) -> str:
    return printable(text)[:_TEXT_MOST]
