"""SVG to PNG and PDF: the work that another library does, described by plain data, so that any process can do it."""

import tempfile
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from typing import Literal

import resvg_py
import svg2pdf_py

from ...figures.figure.figure import Figure
from ...figures.scene.type import Typeface
from .svg import needs_other_fonts, svg_text


@dataclass(frozen=True, kw_only=True)
class Order:
    """A picture to be made of an SVG: in which form, with which fonts (paths of files, or what stands in them) and family, whether
    other fonts of the machine are needed for letters that these lack, and how many pixels wide and high it is (of PNG alone).
    """

    form: Literal["png", "pdf"]
    svg: str
    fonts: tuple[str | bytes, ...]
    family: str
    others: bool
    width: int = 0
    height: int = 0


def order_of(figure: Figure, form: Literal["png", "pdf"], width: int = 0, height: int = 0) -> Order:
    """The figure's picture in a form."""
    scene, typeface = figure.scene, figure.typeface
    svg, others = svg_text(scene, with_font=False, typeface=typeface), needs_other_fonts(scene.texts, typeface)
    return order_for(form, svg, typeface, others=others, size=(width, height))


def order_for(form: Literal["png", "pdf"], svg: str, typeface: Typeface, *, others: bool, size: tuple[int, int] = (0, 0)) -> Order:
    """The picture of what was written as SVG for a typeface, ``others`` where it has letters that this lacks."""
    return Order(form=form, svg=svg, fonts=typeface.fonts, family=typeface.family, others=others, width=size[0], height=size[1])


def rendered(order: Order) -> bytes:
    """The file that was ordered."""
    with _files(order.fonts) as files:
        if order.form == "pdf":
            # A family of one's own is read anew: its files do not stay.
            fonts = _kept_fonts if files == order.fonts else _read_fonts
            return bytes(svg2pdf_py.svg_to_pdf(order.svg, fonts(files, order.others)))
        # A family the renderer does not know would draw nothing at all, so every generic family is set to ours.
        return bytes(
            resvg_py.svg_to_bytes(
                svg_string=order.svg,
                skip_system_fonts=not order.others,
                font_files=list(files),
                font_family=order.family,
                serif_family=order.family,
                sans_serif_family=order.family,
                width=order.width,
                height=order.height,
            )
        )


@contextmanager
def _files(fonts: Sequence[str | bytes]) -> Iterator[tuple[str, ...]]:
    """Fonts as files, since the renderers read nothing else: those that are none yet, for as long as this takes."""
    with tempfile.TemporaryDirectory(prefix="finch-fonts-") as folder:

        def path_of(number: int, font: str | bytes) -> str:
            if isinstance(font, str):
                return font
            path = Path(folder, f"{number}.ttf")
            path.write_bytes(font)
            return str(path)

        yield tuple(path_of(number, font) for number, font in enumerate(fonts))


def _read_fonts(paths: tuple[str, ...], others: bool) -> svg2pdf_py.FontDatabase:
    fonts = svg2pdf_py.FontDatabase.system() if others else svg2pdf_py.FontDatabase()
    for path in paths:
        fonts.load_font_file(path)
    return fonts


_kept_fonts = lru_cache(maxsize=16)(_read_fonts)
