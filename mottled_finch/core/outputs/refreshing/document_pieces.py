"""What takes the place of a figure in a document: a table for the width that it has there, or a picture; and the lines below it."""

from dataclasses import replace

from ...common.recipe.page_type import least_type
from ...figures.figure.figure import Figure, laid_anew
from ...figures.scene import Part
from ..draw.making.bookmarks import W, bookmark_of
from ..draw.making.choices import USUAL
from ..draw.making.document_figure import put_below, put_legend, table_of, table_xml
from ..draw.making.tabled import tabled
from ..draw.making.texts import told
from ..draw.png import draw_png
from .found import Found, Piece
from .printing import printing

_OUTSIDE: tuple[Part, ...] = ("title", "subtitle", "caption", "notes")
"""Parts of a figure whose words are the document's."""
_OF_WIDTH = 0.62
"""Of the width of a table: how high the figure is laid out that it is of, which says where its values have room."""


def document_piece(found: Found, figure: Figure, name: str) -> Piece:
    """The figure for its place in a document. Raises DrawError where there is nothing in it any more."""
    left, top, right, foot = found.crop
    width = found.width / max(0.05, 1 - left - right)
    height = found.height / max(0.05, 1 - top - foot) if found.form == "picture" else width * _OF_WIDTH
    page = replace(
        figure.recipe.page, width=max(1, round(width)), height=max(1, round(height)), least_type=least_type(figure.recipe.page)
    )
    laid = laid_anew(figure, page, _OUTSIDE)
    lines = _lines(figure, name, legend=found.form == "table")
    if found.form == "picture":
        return Piece(found=found, picture=draw_png(laid), alternative=laid.scene.alternative, lines=lines)
    laid = printing(found, laid)
    table = table_of(laid, USUAL) or tabled(laid)
    return Piece(
        found=found,
        xml=table_xml(laid, table, found.width, name, numbers=True),
        heads=(table.head_rows, table.head_columns),
        alternative=laid.scene.alternative,
        lines=lines,
    )


def _lines(figure: Figure, name: str, *, legend: bool) -> tuple[tuple[str, str], ...]:
    """The lines below the figure by their parts, each as a paragraph."""
    from docx import Document
    from lxml import etree

    said, document = told(figure), Document()
    if legend:
        put_legend(document, figure, said.legend, name)
    put_below(document, said, name)
    found = []
    for line in document.element.body.iterchildren(f"{W}p"):
        mark = next((mark for each in line.iter(f"{W}bookmarkStart") if (mark := bookmark_of(each.get(f"{W}name", "")))), None)
        if mark is not None:
            found.append((mark.part, etree.tostring(line, encoding="unicode")))
    return tuple(found)
