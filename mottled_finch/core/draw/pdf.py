"""Scene to a one-page PDF: vector shapes, and text that can be selected and searched."""

from functools import lru_cache

import svg2pdf_py

from ..figure import Figure
from ..scene.typeface import Typeface
from .svg import needs_other_fonts, svg_text


@lru_cache(maxsize=16)
def _fonts(typeface: Typeface, others: bool) -> svg2pdf_py.FontDatabase:
    fonts = svg2pdf_py.FontDatabase.system() if others else svg2pdf_py.FontDatabase()
    for path in typeface.paths:
        fonts.load_font_file(path)
    return fonts


def draw_pdf(figure: Figure) -> bytes:
    """The figure as a PDF of one page, as large as the page of the recipe."""
    scene, typeface = figure.scene, figure.typeface
    fonts = _fonts(typeface, needs_other_fonts(scene, typeface))
    return bytes(svg2pdf_py.svg_to_pdf(svg_text(scene, with_font=False, typeface=typeface), fonts))
