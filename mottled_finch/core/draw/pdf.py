"""Scene to a one-page PDF: vector shapes, and text that can be selected and searched."""

from functools import cache

import svg2pdf_py

from ..figure import Figure
from ..scene.type import FILES
from .svg import needs_other_fonts, svg_text


@cache
def _fonts(others: bool) -> svg2pdf_py.FontDatabase:
    fonts = svg2pdf_py.FontDatabase.system() if others else svg2pdf_py.FontDatabase()
    for path in FILES.values():
        fonts.load_font_file(str(path))
    return fonts


def draw_pdf(figure: Figure) -> bytes:
    """The figure as a PDF of one page, as large as the page of the recipe."""
    return bytes(svg2pdf_py.svg_to_pdf(svg_text(figure.scene, with_font=False), _fonts(needs_other_fonts(figure.scene))))
