"""Scene to SVG. The file stands by itself: it carries the letters it needs of the bundled font."""

import base64
import struct
import zlib
from collections.abc import Iterable
from functools import lru_cache
from html import escape

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from ...figures.scene import Scene, Text, Theme, Under
from ...figures.scene.type import Typeface
from ...figures.scene.typeface import BUNDLED, subset_of
from .canvas import paint


def draw_svg(figure: Figure) -> bytes:
    """The figure as a self-contained SVG file, UTF-8."""
    return svg_text(figure.scene, with_font=True, typeface=figure.typeface).encode()


def needs_other_fonts(texts: Iterable[Text], typeface: Typeface = BUNDLED) -> bool:
    """Whether texts have letters that their font lacks, which fonts of the machine must then draw."""
    return not all(typeface.covers(text.text) for text in texts)


def svg_text(scene: Scene, *, with_font: bool, typeface: Typeface = BUNDLED) -> str:
    """The scene as SVG. Without the font it is meant for our own renderers, which are handed the font's files."""
    canvas = SvgCanvas()
    paint(scene, canvas)
    return with_letters(canvas, scene.theme, (scene.width, scene.height), scene.alternative, typeface, with_font=with_font)


def with_letters(
    canvas: "SvgCanvas", theme: Theme, size: tuple[float, float], told: str, typeface: Typeface, *, with_font: bool
) -> str:
    """What was painted on a canvas as a file of a size, in points, with the letters that it uses, if it is to stand by itself.
    ``told`` says it in words.
    """
    width, height = map(xml_number, size)
    styles = (
        "".join(_font_face(typeface, weight, letters) for weight, letters in sorted(canvas.letters.items())) if with_font else ""
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" viewBox="0 0 {width} {height}" '
        f'role="img" font-family="{typeface.family}, sans-serif">'
        f"<title>{xml_text(told)}</title>"
        f'<defs><pattern id="blank" width="5" height="5" patternUnits="userSpaceOnUse">'
        f'<rect width="5" height="5" fill="{theme.blank}"/>'
        f'<path d="M-1 1 L1 -1 M0 5 L5 0 M4 6 L6 4" stroke="{theme.hatch}" stroke-width="0.8"/></pattern>'
        f"{f'<style>{styles}</style>' if styles else ''}</defs>"
        f"{''.join(canvas.parts)}</svg>"
    )


class SvgCanvas:
    """A canvas that writes SVG elements, and remembers which letters it used of each weight."""

    def __init__(self) -> None:
        self.parts: list[str] = []
        self.letters: dict[int, set[str]] = {}
        self._opacity = 1.0

    def rect(self, x: float, y: float, width: float, height: float, fill: str) -> None:
        self.parts.append(f'<rect {_place(x, y, width, height)} fill="{fill}"/>')

    def hatching(self, x: float, y: float, width: float, height: float) -> None:
        self.parts.append(f'<rect {_place(x, y, width, height)} fill="url(#blank)"/>')

    def line(self, x1: float, y1: float, x2: float, y2: float, ink: str, width: float) -> None:
        ends = f'x1="{xml_number(x1)}" y1="{xml_number(y1)}" x2="{xml_number(x2)}" y2="{xml_number(y2)}"'
        self.parts.append(f'<line {ends} stroke="{ink}" stroke-width="{xml_number(width)}"/>')

    def disc(self, x: float, y: float, side: float, fill: str) -> None:
        half = side / 2
        self.parts.append(f'<circle cx="{xml_number(x + half)}" cy="{xml_number(y + half)}" r="{xml_number(half)}" fill="{fill}"/>')

    def picture(self, under: Under) -> None:
        box = " ".join(xml_number(each) for each in under.crop)
        self.parts.append(
            f'<svg {_place(under.x, under.y, under.width, under.height)} viewBox="{box}" preserveAspectRatio="none">'
            f'<image width="{under.pixels[0]}" height="{under.pixels[1]}" opacity="{xml_number(under.strength)}" '
            f'preserveAspectRatio="none" href="{escape(under.picture)}"/></svg>'
        )

    def see_through(self, opacity: float) -> None:
        if self._opacity < 1:
            self.parts.append("</g>")
        if opacity < 1:
            self.parts.append(f'<g opacity="{xml_number(opacity)}">')
        self._opacity = opacity

    def text(self, text: Text) -> None:
        self.letters.setdefault(text.weight, set()).update(text.text)
        x, y = xml_number(text.x), xml_number(text.y)
        turn = f' transform="rotate(-90 {x} {y})"' if text.turned else ""
        anchor = "" if text.anchor == "start" else f' text-anchor="{text.anchor}"'
        weight = "" if text.weight == 400 else f' font-weight="{text.weight}"'
        whole = f"<title>{xml_text(text.full)}</title>" if text.full else ""
        self.parts.append(
            f'<text x="{x}" y="{y}"{turn}{anchor}{weight} font-size="{xml_number(text.size)}" fill="{text.ink}">'
            f"{xml_text(text.text)}{whole}</text>"
        )

    def image(self, x: float, y: float, width: float, height: float, pixels: NDArray[np.uint8]) -> None:
        data = base64.b64encode(_png(pixels)).decode()
        self.parts.append(
            f'<image {_place(x, y, width, height)} preserveAspectRatio="none" image-rendering="optimizeSpeed" '
            f'style="image-rendering:pixelated" href="data:image/png;base64,{data}"/>'
        )


def _place(x: float, y: float, width: float, height: float) -> str:
    return f'x="{xml_number(x)}" y="{xml_number(y)}" width="{xml_number(width)}" height="{xml_number(height)}"'


def xml_number(value: float) -> str:
    """A length as files have it."""
    return f"{value:.3f}".rstrip("0").rstrip(".")


def xml_text(text: str) -> str:
    """Text that stays text."""
    return escape(printable(text), quote=False)


def _png(pixels: NDArray[np.uint8]) -> bytes:
    """Pixels of shape (rows, columns, 3) as a PNG file (W3C, "Portable Network Graphics", 2003)."""
    rows, columns, _ = pixels.shape
    lines = np.zeros((rows, columns * 3 + 1), dtype=np.uint8)  # each line starts with filter type 0
    lines[:, 1:] = pixels.reshape(rows, -1)

    def chunk(name: bytes, body: bytes) -> bytes:
        return struct.pack(">I", len(body)) + name + body + struct.pack(">I", zlib.crc32(name + body))

    header = struct.pack(">IIBBBBB", columns, rows, 8, 2, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", header) + chunk(b"IDAT", zlib.compress(lines.tobytes())) + chunk(b"IEND", b"")


def _font_face(typeface: Typeface, weight: int, letters: set[str]) -> str:
    data = base64.b64encode(_subset(typeface, weight, "".join(sorted(letters)))).decode()
    return (
        f"@font-face{{font-family:'{typeface.family}';font-weight:{weight};src:url(data:font/woff2;base64,{data})format('woff2')}}"
    )


@lru_cache(maxsize=64)
def _subset(typeface: Typeface, weight: int, letters: str) -> bytes:
    """The font with no more than these letters, as woff2."""
    return subset_of(typeface.faces[weight], map(ord, letters))
