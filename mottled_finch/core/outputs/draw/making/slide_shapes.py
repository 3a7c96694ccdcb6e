"""A scene as shapes of a slide: DrawingML (ISO/IEC 29500-1, 20.1) written directly, since one object a shape takes seconds."""

from html import escape

import numpy as np
from numpy.typing import NDArray

from ....common.language.english import printable
from ....figures.scene import Text, Theme, Under
from ....figures.scene.type import Typeface

_EMU = 12_700
"""Of a point."""
_LINE = 1.3
"""Of their size: the height of lines of text."""
NAMES = {
    "a": "http://schemas.openxmlformats.org/drawingml/2006/main",
    "p": "http://schemas.openxmlformats.org/presentationml/2006/main",
    "r": "http://schemas.openxmlformats.org/officeDocument/2006/relationships",
}
"""What prefixes stand for in what is written here."""
NAMESPACES = " ".join(f'xmlns:{prefix}="{name}"' for prefix, name in NAMES.items())


def emu(points: float) -> int:
    return round(points * _EMU)


def solid(color: str, opacity: float = 1.0) -> str:
    behind = f'><a:alpha val="{round(opacity * 100_000)}"/></a:srgbClr>' if opacity < 1 else "/>"
    return f'<a:solidFill><a:srgbClr val="{color[1:7]}"{behind}</a:solidFill>'


def hatched(theme: Theme) -> str:
    return (
        f'<a:pattFill prst="ltUpDiag"><a:fgClr><a:srgbClr val="{theme.hatch[1:7]}"/></a:fgClr>'
        f'<a:bgClr><a:srgbClr val="{theme.blank[1:7]}"/></a:bgClr></a:pattFill>'
    )


def run(text: str, size: float, ink: str, family: str, *, bold: bool, language: str) -> str:
    """A run of text in a font."""
    face = escape(family)
    return (
        f'<a:r><a:rPr lang="{language}" sz="{max(100, round(size * 100))}" b="{int(bold)}">{solid(ink)}'
        f'<a:latin typeface="{face}"/><a:ea typeface="{face}"/><a:cs typeface="{face}"/></a:rPr>'
        f"<a:t>{written(text)}</a:t></a:r>"
    )


def written(text: str) -> str:
    """Text that stays text."""
    return escape(printable(text), quote=False)


class SlideCanvas:
    """A canvas that writes shapes of a slide, numbered behind ``number``; texts are measured with the typeface, and set in the
    ``family``. Pictures are left to who makes the slide.
    """

    def __init__(self, theme: Theme, typeface: Typeface, family: str, language: str, number: int) -> None:
        self.parts: list[str] = []
        self._typeface = typeface
        self._theme, self._family, self._language, self._number = theme, family, language, number
        self._opacity = 1.0

    def rect(self, x: float, y: float, width: float, height: float, fill: str) -> None:
        self._shape("rect", x, y, width, height, solid(fill, self._opacity))

    def hatching(self, x: float, y: float, width: float, height: float) -> None:
        self._shape("rect", x, y, width, height, hatched(self._theme))

    def disc(self, x: float, y: float, side: float, fill: str) -> None:
        self._shape("ellipse", x, y, side, side, solid(fill, self._opacity))

    def line(self, x1: float, y1: float, x2: float, y2: float, ink: str, width: float) -> None:
        flips = (' flipH="1"' if x2 < x1 else "") + (' flipV="1"' if y2 < y1 else "")
        place = _place(min(x1, x2), min(y1, y2), abs(x2 - x1), abs(y2 - y1))
        self.parts.append(
            f'<p:cxnSp><p:nvCxnSpPr><p:cNvPr id="{self._next()}" name="Line"/><p:cNvCxnSpPr/><p:nvPr/></p:nvCxnSpPr>'
            f'<p:spPr><a:xfrm{flips}>{place}</a:xfrm><a:prstGeom prst="line"><a:avLst/></a:prstGeom>'
            f'<a:ln w="{emu(width)}" cap="flat">{solid(ink)}</a:ln></p:spPr></p:cxnSp>'
        )

    def text(self, text: Text) -> None:
        length = text.length or self._typeface.width_of(text.text, text.size, text.weight)
        high, up = text.size * _LINE, self._typeface.ascent_of(text.weight) * text.size
        back = {"start": 0.0, "middle": length / 2, "end": length}[text.anchor]
        if text.turned:  # about its middle, a quarter against the clock
            x, y = text.x - up + high / 2 - length / 2, text.y - length / 2 + back - high / 2
        else:
            x, y = text.x - back, text.y - up
        turn = ' rot="16200000"' if text.turned else ""
        words = run(text.text, text.size, text.ink, self._family, bold=text.weight == 600, language=self._language)
        align = {"start": "l", "middle": "ctr", "end": "r"}[text.anchor]
        self.parts.append(
            f'<p:sp><p:nvSpPr><p:cNvPr id="{self._next()}" name="Text"/><p:cNvSpPr txBox="1"/><p:nvPr/></p:nvSpPr>'
            f"<p:spPr><a:xfrm{turn}>{_place(x, y, length, high)}</a:xfrm>"
            f'<a:prstGeom prst="rect"><a:avLst/></a:prstGeom><a:noFill/></p:spPr><p:txBody>'
            f'<a:bodyPr wrap="none" lIns="0" tIns="0" rIns="0" bIns="0" anchor="t"><a:noAutofit/></a:bodyPr>'
            f'<a:p><a:pPr algn="{align}"/>{words}</a:p></p:txBody></p:sp>'
        )

    def picture(self, under: Under) -> None:
        """It lies below all shapes, and is put there with its file."""

    def see_through(self, opacity: float) -> None:
        self._opacity = opacity

    def image(self, x: float, y: float, width: float, height: float, pixels: NDArray[np.uint8]) -> None:
        raise NotImplementedError("so many cells are never shapes")

    def _shape(self, form: str, x: float, y: float, width: float, height: float, fill: str) -> None:
        self.parts.append(
            f'<p:sp><p:nvSpPr><p:cNvPr id="{self._next()}" name="Shape"/><p:cNvSpPr/><p:nvPr/></p:nvSpPr><p:spPr>'
            f'<a:xfrm>{_place(x, y, width, height)}</a:xfrm><a:prstGeom prst="{form}"><a:avLst/></a:prstGeom>'
            f"{fill}<a:ln><a:noFill/></a:ln></p:spPr></p:sp>"
        )

    def _next(self) -> int:
        self._number += 1
        return self._number


def group(
    parts: list[str], number: int, name: str, alternative: str, corner: tuple[float, float], size: tuple[float, float]
) -> str:
    """Shapes that are moved and told as one: what they cover is as large as ``size``, and begins at the ``corner`` of the slide."""
    box = _place(*corner, *size)
    child = _place(0, 0, *size).replace("a:off", "a:chOff").replace("a:ext", "a:chExt")
    return (
        f"<p:grpSp {NAMESPACES}><p:nvGrpSpPr>"
        f'<p:cNvPr id="{number}" name="{escape(printable(name))}" descr="{escape(printable(alternative))}"/>'
        f"<p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr><a:xfrm>{box}{child}</a:xfrm></p:grpSpPr>{''.join(parts)}</p:grpSp>"
    )


def _place(x: float, y: float, width: float, height: float) -> str:
    return f'<a:off x="{emu(x)}" y="{emu(y)}"/><a:ext cx="{emu(width)}" cy="{emu(height)}"/>'
