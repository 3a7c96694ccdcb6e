"""A figure in a document: a table whose heads repeat on each page, or a picture, with its legend and what stands below it."""

import io
from dataclasses import replace
from html import escape
from typing import Any

from ....common.errors import DrawError
from ....common.language.english import printable
from ....figures.figure.figure import Figure
from ....figures.scene.breaks import units
from ....figures.scene.legend import Legend
from ....figures.scene.typeface import BUNDLED
from ..png import draw_png
from .bare import as_chosen
from .bookmarks import MAIN, TABLE, W, bookmark_for, put_bookmark
from .choices import Choices
from .tabled import MARKS, Place, Tabled, tabled
from .texts import NAME, Told, about, told

_TWIPS = 20
"""Of a point."""
_MOST = 10_000
_SIZE = 10.0
_RAMP = 160.0
"""Points that a ramp of the legend would be high: its ticks are those that have room there."""
_WIDE = 62
"""Columns a table of a document may have (ECMA-376 leaves 63 to a line)."""
PAPER = (595.3, 841.9)
MARGIN = 54.0
_LEAST_ROOM = 200.0
_WORDS = 130.0
"""Points that the words above and below a picture may need."""
_NAMESPACE = f'xmlns:w="{MAIN}"'


def put_figure(document: Any, figure: Figure, choices: Choices, name: str = NAME) -> None:
    """Put the figure at the document's end, under the name by which it is found again. Raises DrawError for a table of too many
    cells.
    """
    wide, high = room_of(document)
    table = table_of(figure, choices)
    if table:
        _native(document, figure, table, wide, name, numbers=choices.values == "yes")
        put_legend(document, figure, told(figure).legend, name)
    else:
        _picture(document, as_chosen(figure, choices), wide, high - _WORDS, name)


def on_paper(document: Any, *, across: bool) -> None:
    """An A4 page, lying or standing."""
    from docx.enum.section import WD_ORIENT
    from docx.shared import Pt

    section = document.sections[0]
    wide, high = reversed(PAPER) if across else PAPER
    section.page_width, section.page_height = Pt(wide), Pt(high)
    section.orientation = WD_ORIENT.LANDSCAPE if across else WD_ORIENT.PORTRAIT
    section.left_margin = section.right_margin = section.top_margin = section.bottom_margin = Pt(MARGIN)


def room_of(document: Any) -> tuple[float, float]:
    """Points across and down within the margins."""
    section = document.sections[0]
    lengths = section.page_width, section.page_height
    wide, high = ((length.pt if length else paper) for length, paper in zip(lengths, PAPER, strict=True))
    sides = [each.pt if each else MARGIN for each in (section.left_margin, section.right_margin)]
    ends = [abs(each.pt) if each else MARGIN for each in (section.top_margin, section.bottom_margin)]
    return max(_LEAST_ROOM, wide - sum(sides)), max(_LEAST_ROOM + _WORDS, high - sum(ends))


def style(document: Any, figure: Figure, *, of_house: bool) -> None:
    """The document's styles in the colors of the figure: quiet, and in one font. Of a document of the house only those that it does
    not have.
    """
    from docx.enum.style import WD_STYLE_TYPE
    from docx.shared import Pt, RGBColor

    theme = figure.scene.theme
    font = "Calibri" if figure.typeface is BUNDLED else figure.typeface.name
    there = {style.name for style in document.styles}
    for name, size, color, bold in (
        ("Normal", 11, theme.ink, False),
        ("Title", 20, theme.ink, True),
        ("Heading 1", 16, theme.ink, True),
        ("Heading 2", 13, theme.ink, True),
        ("Subtitle", 11, theme.quiet, False),
        ("Caption", 9, theme.quiet, False),
    ):
        if of_house and name in there:
            continue
        style = document.styles[name] if name in there else document.styles.add_style(name, WD_STYLE_TYPE.PARAGRAPH, builtin=True)
        look = style.font
        look.name, look.size, look.bold, look.italic = font, Pt(size), bold, False
        look.color.rgb = RGBColor.from_string(color[1:7].upper())
        if name != "Normal":
            style.paragraph_format.space_before, style.paragraph_format.space_after = Pt(0), Pt(4)


def table_of(figure: Figure, choices: Choices) -> Tabled | None:
    """The table, or None for a picture: where one was chosen, or cells are symbols, lie on a picture, or are too many."""
    if choices.form == "picture" or figure.scene.grid is None:
        return None
    table = tabled(figure)
    fits = len(table.places[0]) <= _WIDE and len(table.places) * len(table.places[0]) <= _MOST
    drawn = figure.scene.grid.symbols != "fill" or figure.scene.under is not None
    if choices.form == "table" and not fits:
        raise DrawError(
            f"a table of a document holds {_WIDE} columns and {_MOST:,} cells, and this figure has "
            f"{len(table.places[0])} and {len(table.places) * len(table.places[0]):,}; choose a picture, or save a workbook",
            path="form",
        )
    return table if fits and (choices.form == "table" or not drawn) else None


def _native(document: Any, figure: Figure, table: Tabled, room: float, name: str, *, numbers: bool) -> None:
    from docx.oxml import parse_xml

    body = document.element.body
    native = parse_xml(table_xml(figure, table, room, name, numbers=numbers))
    body.insert(len(body) - 1, native)
    put_bookmark(document, next(native.iter(f"{W}p")), bookmark_for(name, TABLE))


def table_xml(figure: Figure, table: Tabled, room: float, name: str, *, numbers: bool) -> str:
    """The table for a room of so many points, as it is found again by its name."""
    widths = _widths(figure, table, room)
    size = min(_SIZE, max(6.0, min(widths[table.head_columns :], default=40.0) / 3.2))
    return _Writer(figure, table, widths, size, name, numbers=numbers).xml()


def _widths(figure: Figure, table: Tabled, room: float) -> list[float]:
    """The widths of the columns: in proportion to those of the scene, with room for the longest word of each head."""
    grid = figure.scene.grid
    assert grid is not None
    places = [place for line in table.places for place in line if place and place.is_head and place.across == 1]
    width_of = figure.typeface.width_of
    heads = [0.0] * table.head_columns
    for line in table.places[table.head_rows :]:
        for x, place in enumerate(line[: table.head_columns]):
            heads[x] = max(heads[x], width_of(place.text, _SIZE, 600) + 10 if place and place.across == 1 else 0.0)
    words = [width_of(word, _SIZE, 600) for place in places if place.column is not None for _, word in units(place.text)]
    heads = [min(width, room * 0.4 / len(heads)) for width in heads]
    of_cells = grid.widths or (grid.cell_width,) * len(grid.xs)
    average = sum(of_cells) / len(of_cells)
    shares = [of_cells[line.at] if not line.total else average for line in table.columns]
    wanted = max(42.0, *words, 0.0) + 6
    scale = min((room - sum(heads)) / (sum(shares) or 1.0), wanted / average if average else 1.0)
    return heads + [share * scale for share in shares]


class _Writer:
    """The table as WordprocessingML (ISO/IEC 29500-1, 17.4), written directly: one object a cell takes seconds."""

    def __init__(self, figure: Figure, table: Tabled, widths: list[float], size: float, name: str, *, numbers: bool) -> None:
        self.figure, self.table, self.widths, self.size, self.numbers = figure, table, widths, size, numbers
        self.name = escape(printable(name))
        self.theme = figure.scene.theme
        self.font = "" if figure.typeface is BUNDLED else figure.typeface.name

    def xml(self) -> str:
        grid = "".join(f'<w:gridCol w:w="{round(width * _TWIPS)}"/>' for width in self.widths)
        lines = "".join(self._line(y) for y in range(len(self.table.places)))
        words = escape(printable(self.figure.scene.alternative if self.numbers else ""), quote=True)
        edge = "".join(f'<w:{side} w:val="single" w:sz="8" w:color="FFFFFF"/>' for side in ("top", "left", "bottom", "right"))
        edge += "".join(f'<w:{side} w:val="single" w:sz="8" w:color="FFFFFF"/>' for side in ("insideH", "insideV"))
        return (
            f'<w:tbl {_NAMESPACE}><w:tblPr><w:tblW w:w="{round(sum(self.widths) * _TWIPS)}" w:type="dxa"/>'
            f"<w:tblBorders>{edge}</w:tblBorders>"
            f'<w:tblLayout w:type="fixed"/><w:tblCellMar><w:left w:w="40" w:type="dxa"/><w:right w:w="40" w:type="dxa"/>'
            f'</w:tblCellMar><w:tblLook w:firstRow="1" w:firstColumn="1"/>'
            f'<w:tblCaption w:val="{self.name}"/><w:tblDescription w:val="{words}"/></w:tblPr>'
            f"<w:tblGrid>{grid}</w:tblGrid>{lines}</w:tbl>"
        )

    def _line(self, y: int) -> str:
        head = "<w:tblHeader/>" if y < self.table.head_rows else ""
        places = self.table.places[y]
        cells, x = [], 0
        while x < len(places):
            place = places[x]
            across = place.across if place else self._covered(x, y)
            cells.append(self._place(x, place, across))
            x += across
        return f"<w:tr><w:trPr><w:cantSplit/>{head}</w:trPr>{''.join(cells)}</w:tr>"

    def _covered(self, x: int, y: int) -> int:
        """How far the head from above reaches that covers a place."""
        above = next(place for line in reversed(self.table.places[:y]) if (place := line[x]) is not None)
        return above.across

    def _place(self, x: int, place: Place | None, across: int) -> str:
        width = round(sum(self.widths[x : x + across]) * _TWIPS)
        span = f'<w:gridSpan w:val="{across}"/>' if across > 1 else ""
        begin = f'<w:tcPr><w:tcW w:w="{width}" w:type="dxa"/>{span}'
        if place is None:
            return f"<w:tc>{begin}<w:vMerge/></w:tcPr><w:p/></w:tc>"
        span = '<w:vMerge w:val="restart"/>' if place.down > 1 else ""
        head = place.is_head and place.part != "corner"
        align = "center" if not place.is_head or place.column is not None else "right"
        bold = "<w:b/>" if place.part == "total" or place.outer else ""
        font = f'<w:rFonts w:ascii="{escape(self.font)}" w:hAnsi="{escape(self.font)}"/>' if self.font else ""
        text = place.text if head or (self.numbers and not place.why) else MARKS[place.why] if place.why else ""
        look = f'<w:rPr>{font}{bold}<w:color w:val="{place.ink[1:7]}"/><w:sz w:val="{round(self.size * 2)}"/></w:rPr>'
        words = f'<w:r>{look}<w:t xml:space="preserve">{escape(printable(text), quote=False)}</w:t></w:r>' if text else ""
        return (
            f"<w:tc>{begin}{span}{self._edges(place)}{self._shade(place)}"
            f'<w:vAlign w:val="{"bottom" if head and place.column is not None else "center"}"/></w:tcPr>'
            f'<w:p><w:pPr><w:keepNext/><w:spacing w:before="20" w:after="20" w:line="240" w:lineRule="auto"/>'
            f'<w:jc w:val="{align}"/>{look}</w:pPr>{words}</w:p></w:tc>'
        )

    def _shade(self, place: Place) -> str:
        if place.fill:
            return f'<w:shd w:val="clear" w:color="auto" w:fill="{place.fill[1:7]}"/>'
        if place.is_head or place.absent or place.why == "aside":
            return ""
        blank = self.theme.blank[1:7]
        if place.why == "blank":
            return f'<w:shd w:val="thinDiagStripe" w:color="{self.theme.hatch[1:7]}" w:fill="{blank}"/>'
        return f'<w:shd w:val="clear" w:color="auto" w:fill="{blank}"/>'

    def _edges(self, place: Place) -> str:
        """Outlined edges of a cell."""
        sides = {"t": "top", "l": "left", "b": "bottom", "r": "right"}
        ink = self.theme.ink[1:7]
        found = "".join(f'<w:{sides[side]} w:val="single" w:sz="18" w:color="{ink}"/>' for side in sides if side in place.edges)
        return f"<w:tcBorders>{found}</w:tcBorders>" if found else ""


def put_legend(document: Any, figure: Figure, legend: Legend | None, name: str) -> None:
    """The legend below the table, on a line: its title, and each color or mark with its words."""
    from docx.shared import Pt, RGBColor

    if legend is None:
        return
    line = document.add_paragraph()
    line.paragraph_format.space_before = Pt(6)
    line.add_run(printable(" ".join(legend.title)) + "   ").bold = True

    def swatch(color: str, words: str) -> None:
        mark = line.add_run("■ ")
        mark.font.color.rgb = RGBColor.from_string(color[1:7].upper())
        line.add_run(printable(words) + "   ")

    colors = figure.coloring.colors
    for block in reversed(legend.blocks):
        swatch(block.fill, block.text)
    if not legend.blocks:
        for tick in sorted(legend.ticks_for(_RAMP), key=lambda tick: tick.place):
            swatch("#" + bytes(colors[round(tick.place * (len(colors) - 1))].tolist()).hex(), tick.text)
    for why, words in legend.swatches:
        line.add_run(f"{MARKS[why] or '▨'} {printable(words)}   ")
    for note in legend.notes:
        line.add_run(f"{printable(note)}   ")
    put_bookmark(document, line._p, bookmark_for(name, "legend", line.text))


def _picture(document: Any, figure: Figure, wide: float, high: float, name: str) -> None:
    """The figure without the words above and below it, which are the document's, as large as the room allows."""
    from docx.shared import Pt
    from PIL import Image

    scene = figure.scene
    texts = tuple(text for text in scene.texts if text.part not in ("title", "subtitle", "caption"))
    picture = Image.open(io.BytesIO(draw_png(replace(figure, scene=replace(scene, texts=texts)))))
    top, foot = (
        max([0.0, *(text.y + 6 for text in scene.texts if text.part in ("title", "subtitle"))]),
        min([float(scene.height), *(text.y - text.size - 2 for text in scene.texts if text.part == "caption")]),
    )
    zoom = picture.height / scene.height
    out = io.BytesIO()
    picture.crop((0, round(top * zoom), picture.width, max(round(foot * zoom), round(top * zoom) + 1))).save(out, "PNG")
    scale = min(wide / scene.width, high / (foot - top))
    drawn = document.add_picture(io.BytesIO(out.getvalue()), width=Pt(scene.width * scale))
    look = drawn._inline.docPr  # no public way to set the name and the alternative text
    look.set("name", name)
    look.set("descr", printable(scene.alternative))


def put_below(document: Any, said: Told, name: str = NAME) -> None:
    """Notes, caption and source."""
    notes = [(f"note{number}", f"{number}  {text}") for number, text in enumerate(said.notes, 1)]
    for part, text in (*notes, ("caption", said.words.caption), ("source", said.words.source)):
        if text:
            line = document.add_paragraph(printable(text), "Caption")
            put_bookmark(document, line._p, bookmark_for(name, part, line.text))


def put_about(document: Any, figure: Figure, runs: Any, *, numbers: bool) -> None:
    """How it was made, as a comment that does not print: the statement, and what may mislead."""
    lines = [f"{name}: {text}" for name, text in about(figure, numbers=numbers)]
    if runs:
        comment = document.add_comment(runs, text=printable("\n".join(lines)), author="Mottled Finch", initials="")
        del comment._comment_elm.attrib[f"{{{MAIN}}}date"]  # no public way to leave it out
