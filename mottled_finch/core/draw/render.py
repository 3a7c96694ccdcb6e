"""SVG to PNG and PDF: the work that another library does, described by plain data, so that any process can do it."""

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import resvg_py
import svg2pdf_py

from ..figure import Figure
from .svg import needs_other_fonts, svg_text


@dataclass(frozen=True, kw_only=True)
class Order:
    """A picture to be made of an SVG: in which form, with which font files and family, whether other fonts of the machine are
    needed for letters that these lack, and how many pixels wide and high it is (of PNG alone).
    """

    form: Literal["png", "pdf"]
    svg: str
    fonts: tuple[str, ...]
    family: str
    others: bool
    width: int = 0
    height: int = 0


def order_of(figure: Figure, form: Literal["png", "pdf"], width: int = 0, height: int = 0) -> Order:
    """The figure's picture in a form."""
    scene, typeface = figure.scene, figure.typeface
    return Order(
        form=form,
        svg=svg_text(scene, with_font=False, typeface=typeface),
        fonts=tuple(typeface.paths),
        family=typeface.family,
        others=needs_other_fonts(scene, typeface),
        width=width,
        height=height,
    )


def rendered(order: Order) -> bytes:
    """The file that was ordered."""
    if order.form == "pdf":
        return bytes(svg2pdf_py.svg_to_pdf(order.svg, _fonts(order.fonts, order.others)))
    # A family the renderer does not know would draw nothing at all, so every generic family is set to ours.
    return bytes(
        resvg_py.svg_to_bytes(
            svg_string=order.svg,
            skip_system_fonts=not order.others,
            font_files=list(order.fonts),
            font_family=order.family,
            serif_family=order.family,
            sans_serif_family=order.family,
            width=order.width,
            height=order.height,
        )
    )


@lru_cache(maxsize=16)
def _fonts(paths: tuple[str, ...], others: bool) -> svg2pdf_py.FontDatabase:
    fonts = svg2pdf_py.FontDatabase.system() if others else svg2pdf_py.FontDatabase()
    for path in paths:
        fonts.load_font_file(path)
    return fonts
