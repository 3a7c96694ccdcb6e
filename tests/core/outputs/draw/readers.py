"""Outputs read back by other libraries than wrote them, as a grid of what stands in each place: its text, number and color."""

import io
import json
import re
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from typing import Any

import docx
import lxml.html
import openpyxl
from openpyxl.utils import range_boundaries
from pptx import Presentation


@dataclass(frozen=True)
class Seen:
    """``text`` is what is read there, ``number`` what stands behind it, ``color`` the fill, None for none."""

    text: str
    number: float | None = None
    color: str | None = None


Grid = dict[tuple[int, int], Seen]


def from_html(content: bytes) -> Grid:
    page = lxml.html.fromstring(content.decode())
    found: Grid = {}
    taken: set[tuple[int, int]] = set()
    for y, line in enumerate(page.iter("tr")):
        x = 0
        for cell in line:
            while (y, x) in taken:
                x += 1
            across, down = int(cell.get("colspan", 1)), int(cell.get("rowspan", 1))
            taken |= {(y + i, x + j) for i in range(down) for j in range(across)}
            color = re.search(r"background:(#\w+)", cell.get("style", ""))
            found[y, x] = Seen(cell.text_content(), None, color[1] if color else None)
    return found


def told_in_html(content: bytes) -> dict[str, Any]:
    page = lxml.html.fromstring(content.decode())
    return dict(json.loads(page.get_element_by_id("told").text))


def from_pptx(content: bytes) -> Grid:
    deck = Presentation(io.BytesIO(content))
    (table,) = (shape.table for shape in deck.slides[0].shapes if shape.has_table)
    found: Grid = {}
    for y, line in enumerate(table.rows):
        for x, cell in enumerate(line.cells):
            if not cell.is_spanned:
                fill = cell._tc.tcPr.find("{*}solidFill/{*}srgbClr")
                found[y, x] = Seen(cell.text, None, None if fill is None else f"#{fill.get('val').lower()}")
    return found


def shapes_in(content: bytes) -> dict[tuple[int, int, int, int], str]:
    """The colors of the filled shapes of a slide by where they lie, in whole points; of several the uppermost."""
    deck = Presentation(io.BytesIO(content))
    found = {}
    for shape in deck.slides[0].element.iter("{http://schemas.openxmlformats.org/presentationml/2006/main}sp"):
        place, fill = shape.find("{*}spPr/{*}xfrm"), shape.find("{*}spPr/{*}solidFill/{*}srgbClr")
        if place is not None and fill is not None:
            at, size = place.find("{*}off"), place.find("{*}ext")
            box = at.get("x"), at.get("y"), size.get("cx"), size.get("cy")
            found[tuple(round(int(each) / 12700) for each in box)] = f"#{fill.get('val').lower()}"
    return found


def from_docx(content: bytes) -> Grid:
    (table,) = docx.Document(io.BytesIO(content)).tables
    found: Grid = {}
    for y, line in enumerate(table._tbl.tr_lst):
        x = 0
        for cell in line.tc_lst:
            if cell.vMerge != "continue":
                shade = cell.tcPr.find("{*}shd")
                value = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
                plain = shade is not None and shade.get(f"{value}val") == "clear"
                text = "".join(each.text or "" for each in cell.iter(f"{value}t"))
                found[y, x] = Seen(text, None, f"#{shade.get(f'{value}fill').lower()}" if plain else None)
            x += cell.grid_span
    return found


def from_xlsx(content: bytes, deep: int, wide: int) -> Grid:
    """The sheet of the figure from its first head on, ``deep`` columns and ``wide`` rows of heads before the cells, with the colors
    that its rules give.
    """
    book = openpyxl.load_workbook(io.BytesIO(content))
    sheet = book["Figure"]
    corner = sheet[sheet.freeze_panes]
    top, left = corner.row - wide, corner.column - deep
    scale = {f"Scale!$A${i}": cell.value for i, (cell,) in enumerate(book["Scale"]["A1:A300"], 1)} if "Scale" in book else {}
    ruled = list(next(value for name, value in vars(sheet).items() if name.endswith("_formatting")))
    rules = [rule for area in ruled for rule in area.rules]
    areas = [range_boundaries(str(part)) for area in ruled for part in area.cells.ranges]
    found: Grid = {}
    for line in sheet.iter_rows(min_row=top, min_col=left):
        for cell in line:
            number = cell.value if isinstance(cell.value, int | float) else None
            fill = cell.fill.fgColor.rgb
            color = f"#{fill[-6:].lower()}" if cell.fill.fill_type == "solid" else None
            if any(x1 <= cell.column <= x2 and y1 <= cell.row <= y2 for x1, y1, x2, y2 in areas):
                color = _ruled(rules, number, scale)
            text = cell.value if isinstance(cell.value, str) else "" if number is None else formatted(number, cell.number_format)
            found[cell.row - top, cell.column - left] = Seen(text, number, color)
    return found


def _ruled(rules: list[Any], number: float | None, scale: dict[str, Any]) -> str | None:
    """The color of the first rule that holds; each stops at itself."""
    for rule in sorted(rules, key=lambda rule: rule.priority):
        (formula,) = rule.formula
        assert rule.stopIfTrue
        bound = formula.partition(">=")[2]
        holds = (
            number is None if formula.startswith("NOT(ISNUMBER(") else number is not None and (not bound or number >= scale[bound])
        )
        if holds:
            return f"#{rule.dxf.fill.bgColor.rgb[-6:].lower()}" if rule.dxf and rule.dxf.fill else None
    return None


def formatted(number: float, form: str) -> str:
    """A number as a number format writes it (ISO/IEC 29500-1, 18.8.31), as far as ours go."""
    if form == ";;;":
        return ""
    tokens = re.findall(r'\\.|"[^"]*"|;|[#0,.]+|%|[^"\\;#0,.%]+', form)
    sections: list[list[str]] = [[]]
    for token in tokens:
        sections.append([]) if token == ";" else sections[-1].append(token)
    chosen = sections[0] if number > 0 else sections[1] if number < 0 else sections[2]
    number = abs(number) * (100 if "%" in chosen else 1)
    out = ""
    for token in chosen:
        if token[0] in "#0":
            plain = token.rstrip(",")
            number /= 1000 ** (len(token) - len(plain))
            decimals = len(plain.partition(".")[2])
            # As programs for workbooks do: of the decimal, halves away from zero.
            rounded = Decimal(repr(number)).quantize(Decimal(1).scaleb(-decimals), ROUND_HALF_UP)
            out += f"{rounded:,f}" if "," in plain else f"{rounded:f}"
        else:
            out += token.strip('"') if token.startswith('"') else token.lstrip("\\")
    return out
