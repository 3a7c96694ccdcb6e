"""Colors, runs of colors and lines of a template's shapes, as its theme has them (ISO/IEC 29500-1, 20.1.2.3 and 20.1.8)."""

import colorsys
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ....colors.spaces import Floats, bytes_from_linear, bytes_of, hex_of, linear_from_bytes
from .template import Line, Paint
from .theme import HouseTheme, plain_color

A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
EMU = 12_700
"""Of a point."""
_WHOLE = 100_000
_COLORS = ("srgbClr", "sysClr", "schemeClr", "prstClr", "scrgbClr", "hslClr")
_FILLS = ("noFill", "solidFill", "gradFill", "blipFill", "pattFill", "grpFill")
_BACKGROUNDS = 1_000
"""Numbers of fills from here on are those of grounds (19.3.1.3)."""
_DASHES: Mapping[str, tuple[float, ...]] = {
    "dot": (1, 3),
    "sysDot": (1, 1),
    "dash": (4, 3),
    "sysDash": (3, 1),
    "lgDash": (8, 3),
    "dashDot": (4, 3, 1, 3),
    "sysDashDot": (3, 1, 1, 1),
    "lgDashDot": (8, 3, 1, 3),
}


@dataclass(frozen=True)
class Inks:
    """The colors of a slide: its theme, how its master maps their names, and the color that stands in a style of the theme."""

    theme: HouseTheme
    mapped: Mapping[str, str]
    own: str | None = None

    def color(self, element: Any) -> tuple[str, float] | None:
        """A color element as "#rrggbb" with how opaque it is."""
        name = local(element)
        base: str | None
        if name == "schemeClr":
            base = self.own if element.get("val") == "phClr" else self.theme.named(element.get("val", ""), self.mapped)
        elif name == "scrgbClr":
            light = [share(element, part, 0) for part in ("r", "g", "b")]
            base = hex_of(bytes_from_linear(np.array(light)))
        elif name == "hslClr":
            hue, saturation, lightness = int(element.get("hue", 0)) / 21_600_000, share(element, "sat", 0), share(element, "lum", 0)
            base = _hex(colorsys.hls_to_rgb(hue, lightness, saturation))
        elif name == "prstClr":
            base = _preset(element.get("val", ""))
        else:
            base = plain_color(element)
        return _changed(base, element) if base else None

    def color_in(self, holder: Any) -> tuple[str, float] | None:
        """The color that an element holds."""
        found = next((each for each in holder if local(each) in _COLORS), None) if holder is not None else None
        return None if found is None else self.color(found)

    def paint(self, fill: Any) -> Paint | None:
        """A fill element as paint; None for none, and for pictures."""
        name = local(fill)
        if name == "solidFill":
            color = self.color_in(fill)
            return color and Paint(stops=((0.0, *color),))
        if name == "pattFill":
            color = self.color_in(fill.find(f"{A}bgClr")) or self.color_in(fill.find(f"{A}fgClr"))
            return color and Paint(stops=((0.0, *color),))
        if name == "gradFill":
            return self._run(fill)
        return None

    def _run(self, fill: Any) -> Paint | None:
        stops = [(share(each, "pos", 0), *color) for each in fill.iterfind(f"{A}gsLst/{A}gs") if (color := self.color_in(each))]
        if not stops:
            return None
        way = fill.find(f"{A}lin")
        angle = int(way.get("ang", 0)) / 60_000 if way is not None else 0.0
        outward = way is None and fill.find(f"{A}path") is not None
        return Paint(stops=tuple(sorted(stops, key=lambda stop: stop[0])), angle=None if outward else angle)

    def styled(self, style: Any, name: str) -> tuple[Any, "Inks"] | None:
        """The fill or line of the theme that a shape's style names, and the inks it is painted in."""
        reference = style.find(f"{{*}}{name}") if style is not None else None
        return None if reference is None else self.referred(reference, "lines" if name == "lnRef" else "fills")

    def referred(self, reference: Any, kind: str = "fills") -> tuple[Any, "Inks"] | None:
        """The same of a reference."""
        number = int(reference.get("idx", 0))
        if number > _BACKGROUNDS:
            number, kind = number - _BACKGROUNDS, "grounds"
        there: Sequence[Any] = self.theme.styles.get(kind, ())
        if not 0 < number <= len(there):
            return None
        color = self.color_in(reference)
        return there[number - 1], replace(self, own=color[0] if color else None)

    def line(self, properties: Any, style: Any) -> Line | None:
        """The line around a shape: its own, where it says nothing that of its style."""
        own = properties.find(f"{A}ln")
        of_style = self.styled(style, "lnRef")
        if own is None and of_style is None:
            return None
        fill = fill_in(own)
        inks = self
        if fill is None and of_style is not None:
            fill, inks = fill_in(of_style[0]), of_style[1]
        paint = inks.paint(fill) if fill is not None else None
        if paint is None:
            return None
        both = [each for each in (own, of_style[0] if of_style else None) if each is not None]
        thick = next((int(each.get("w")) / EMU for each in both if each.get("w")), 0.75)
        dash = next((found.get("val", "") for each in both if (found := each.find(f"{A}prstDash")) is not None), "")
        return Line(paint=paint, thick=round(thick, 3), dashes=_DASHES.get(dash, ()))


def fill_in(holder: Any) -> Any:
    """The fill that an element holds."""
    return next((each for each in holder if local(each) in _FILLS), None) if holder is not None else None


def local(element: Any) -> str:
    """The name of an element without its namespace; "" for a comment."""
    return str(element.tag).rpartition("}")[2] if isinstance(element.tag, str) else ""


def share(element: Any, name: str, otherwise: float) -> float:
    """A share that an attribute says, 1 for all."""
    text = element.get(name)
    if text is None:
        return otherwise
    return float(text[:-1]) / 100 if text.endswith("%") else int(text) / _WHOLE


def _preset(name: str) -> str | None:
    from PIL import ImageColor

    for short, whole in (("dk", "dark"), ("lt", "light"), ("med", "medium")):
        if name.startswith(short) and not name.startswith(whole):
            name = whole + name.removeprefix(short)
    try:
        return _hex([part / 255 for part in ImageColor.getrgb(name.lower())[:3]])
    except ValueError:
        return None


def _changed(color: str, element: Any) -> tuple[str, float]:
    """A color as what an element holds changes it, one after another, and how opaque it is."""
    opacity = 1.0
    for name, value in _changes(element):
        if name == "alpha":
            opacity = value
        elif name in _LIGHT:
            light = linear_from_bytes(bytes_of(color))
            color = hex_of(bytes_from_linear(_LIGHT[name](light, value)))
        elif name[:3] in _HLS and name[3:] in _HOW:
            parts = list(colorsys.rgb_to_hls(*(part / 255 for part in bytes_of(color).tolist())))
            at = _HLS[name[:3]]
            parts[at] = _HOW[name[3:]](parts[at], value)
            parts = [parts[0] % 1.0, *(min(1.0, max(0.0, part)) for part in parts[1:])]
            color = _hex(colorsys.hls_to_rgb(*parts))
    return color, round(min(1.0, max(0.0, opacity)), 3)


def _changes(element: Any) -> Iterator[tuple[str, float]]:
    for each in element:
        yield local(each), share(each, "val", 1.0)


_LIGHT: dict[str, Callable[[Floats, float], Floats]] = {
    "tint": lambda light, value: 1 - (1 - light) * value,
    "shade": lambda light, value: light * value,
}
_HLS = {"hue": 0, "lum": 1, "sat": 2}
_HOW: dict[str, Callable[[float, float], float]] = {
    "Mod": lambda old, value: old * value,
    "Off": lambda old, value: old + value,
    "": lambda _old, value: value,
}


def _hex(parts: Sequence[float]) -> str:
    return "#" + bytes(round(min(1.0, max(0.0, part)) * 255) for part in parts).hex()
