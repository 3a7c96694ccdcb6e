"""Outlines of shapes as the data of SVG paths, in the shape's own lengths. ``PRESETS`` is the table that another preset shape is
entered in; those that a template draws by itself are read as it says them (ISO/IEC 29500-1, 20.1.9).
"""

import math
from collections.abc import Callable, Mapping, Sequence
from typing import Any

from .paints import EMU, A

Adjusted = Callable[[str, float], float]
"""A value by its name, as the shape adjusts it, or as it is otherwise, as a share."""
_FULL = 21_600_000
"""Of a circle, in units of angles."""
_MOST_LETTERS = 400_000
"""An outline may have."""


def outline_of(properties: Any, width: float, height: float) -> str | None:
    """The outline that a shape's properties say; None for a preset that is not among ours."""
    own = properties.find(f"{A}custGeom")
    if own is not None:
        return _drawn(own, width, height)
    preset = properties.find(f"{A}prstGeom")
    draw = PRESETS.get("rect" if preset is None else preset.get("prst", "rect"))
    if draw is None:
        return None
    given = {each.get("name", ""): each.get("fmla", "") for each in preset.iter(f"{A}gd")} if preset is not None else {}

    def adjusted(name: str, otherwise: float) -> float:
        value = given.get(name, "").removeprefix("val ")
        return float(value) / 100_000 if value.lstrip("-").isdigit() else otherwise

    return draw(width, height, adjusted)


def number(value: float) -> str:
    """A length in a path. Raises ValueError for one without end."""
    if not math.isfinite(value):
        raise ValueError(value)
    return f"{round(value, 2) + 0.0:.2f}".rstrip("0").rstrip(".")


def _through(*points: tuple[float, float]) -> str:
    return "M" + " L".join(f"{number(x)} {number(y)}" for x, y in points) + " Z"


def _rect(w: float, h: float, _adjusted: Adjusted) -> str:
    return _through((0, 0), (w, 0), (w, h), (0, h))


def _ellipse(w: float, h: float, _adjusted: Adjusted) -> str:
    rx, ry = number(w / 2), number(h / 2)
    return f"M0 {ry} A{rx} {ry} 0 1 1 {number(w)} {ry} A{rx} {ry} 0 1 1 0 {ry} Z"


def _rounded(w: float, h: float, radii: Sequence[float]) -> str:
    """A rectangle whose corners are round, from the upper left one on clockwise."""
    a, b, c, d = (min(each, min(w, h) / 2) for each in radii)

    def corner(radius: float, x: float, y: float) -> str:
        return f" A{number(radius)} {number(radius)} 0 0 1 {number(x)} {number(y)}" if radius else ""

    return (
        f"M{number(a)} 0 L{number(w - b)} 0{corner(b, w, b)} L{number(w)} {number(h - c)}{corner(c, w - c, h)}"
        f" L{number(d)} {number(h)}{corner(d, 0, h - d)} L0 {number(a)}{corner(a, a, 0)} Z"
    )


def _round_all(w: float, h: float, adjusted: Adjusted) -> str:
    radius = min(w, h) * adjusted("adj", 0.16667)
    return _rounded(w, h, (radius,) * 4)


def _round_one(w: float, h: float, adjusted: Adjusted) -> str:
    return _rounded(w, h, (0, min(w, h) * adjusted("adj", 0.16667), 0, 0))


def _round_top(w: float, h: float, adjusted: Adjusted) -> str:
    top, foot = (min(w, h) * adjusted(name, usual) for name, usual in (("adj1", 0.16667), ("adj2", 0.0)))
    return _rounded(w, h, (top, top, foot, foot))


def _round_across(w: float, h: float, adjusted: Adjusted) -> str:
    one, other = (min(w, h) * adjusted(name, usual) for name, usual in (("adj1", 0.16667), ("adj2", 0.0)))
    return _rounded(w, h, (one, other, one, other))


def _snip_one(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w, h) * min(0.5, adjusted("adj", 0.16667))
    return _through((0, 0), (w - off, 0), (w, off), (w, h), (0, h))


def _triangle(w: float, h: float, adjusted: Adjusted) -> str:
    return _through((w * adjusted("adj", 0.5), 0), (w, h), (0, h))


def _right_triangle(w: float, h: float, _adjusted: Adjusted) -> str:
    return _through((0, 0), (w, h), (0, h))


def _diamond(w: float, h: float, _adjusted: Adjusted) -> str:
    return _through((w / 2, 0), (w, h / 2), (w / 2, h), (0, h / 2))


def _parallelogram(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w, min(w, h) * adjusted("adj", 0.25))
    return _through((off, 0), (w, 0), (w - off, h), (0, h))


def _trapezoid(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w / 2, min(w, h) * adjusted("adj", 0.25))
    return _through((off, 0), (w - off, 0), (w, h), (0, h))


def _pointed(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w, min(w, h) * adjusted("adj", 0.5))
    return _through((0, 0), (w - off, 0), (w, h / 2), (w - off, h), (0, h))


def _chevron(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w, min(w, h) * adjusted("adj", 0.5))
    return _through((0, 0), (w - off, 0), (w, h / 2), (w - off, h), (0, h), (off, h / 2))


def _hexagon(w: float, h: float, adjusted: Adjusted) -> str:
    off = min(w / 2, min(w, h) * adjusted("adj", 0.25))
    return _through((off, 0), (w - off, 0), (w, h / 2), (w - off, h), (off, h), (0, h / 2))


def _corner(w: float, h: float, adjusted: Adjusted) -> str:
    down, across = (min(w, h) * adjusted(name, 0.5) for name in ("adj1", "adj2"))
    return _through((0, 0), (across, 0), (across, h - down), (w, h - down), (w, h), (0, h))


def _straight(w: float, h: float, _adjusted: Adjusted) -> str:
    return f"M0 0 L{number(w)} {number(h)}"


PRESETS: dict[str, Callable[[float, float, Adjusted], str]] = {
    "rect": _rect,
    "flowChartProcess": _rect,
    "roundRect": _round_all,
    "flowChartAlternateProcess": _round_all,
    "round1Rect": _round_one,
    "round2SameRect": _round_top,
    "round2DiagRect": _round_across,
    "snip1Rect": _snip_one,
    "ellipse": _ellipse,
    "flowChartConnector": _ellipse,
    "triangle": _triangle,
    "rtTriangle": _right_triangle,
    "diamond": _diamond,
    "parallelogram": _parallelogram,
    "trapezoid": _trapezoid,
    "homePlate": _pointed,
    "chevron": _chevron,
    "hexagon": _hexagon,
    "corner": _corner,
    "line": _straight,
    "straightConnector1": _straight,
}


def _drawn(geometry: Any, width: float, height: float) -> str | None:
    """The paths that a shape draws by itself. Its lengths are those of the path where that says its size, else of the shape."""
    found: list[str] = []
    for path in geometry.iterfind(f"{A}pathLst/{A}path"):
        across, down = float(path.get("w", 0)), float(path.get("h", 0))
        guides = _guides(geometry, width * EMU, height * EMU)
        scale = (width / across if across else 1 / EMU, height / down if down else 1 / EMU)
        found += _commands(path, guides, scale)
    made = " ".join(found)
    return made if 0 < len(made) <= _MOST_LETTERS else None


def _commands(path: Any, guides: Mapping[str, float], scale: tuple[float, float]) -> list[str]:
    found, at = [], (0.0, 0.0)

    def value(text: str) -> float:
        return guides[text] if text in guides else float(text)

    def place(x: float, y: float) -> str:
        return f"{number(x * scale[0])} {number(y * scale[1])}"

    for command in path.iterfind("*"):
        name = command.tag.removeprefix(A)
        points = [(value(each.get("x")), value(each.get("y"))) for each in command.iterfind(f"{A}pt")]
        if name == "close":
            found.append("Z")
        elif name == "arcTo":
            made, at = _arc([value(command.get(each)) for each in ("wR", "hR", "stAng", "swAng")], at, scale, place)
            found.append(made)
        elif name in _LETTERS:
            found.append(_LETTERS[name] + " ".join(place(*point) for point in points))
            at = points[-1]
    return found


_LETTERS = {"moveTo": "M", "lnTo": "L", "cubicBezTo": "C", "quadBezTo": "Q"}


def _arc(
    said: Sequence[float], at: tuple[float, float], scale: tuple[float, float], place: Callable[[float, float], str]
) -> tuple[str, tuple[float, float]]:
    """An arc of an ellipse from where the pen is, and where it ends; of two halves, as SVG draws no whole ellipse at once."""
    rx, ry, start, sweep = said
    radii = f"{number(rx * scale[0])} {number(ry * scale[1])}"
    middle = at[0] - rx * math.cos(_angle(start)), at[1] - ry * math.sin(_angle(start))
    parts = []
    for part in (0.5, 1.0):
        turned = _angle(start + sweep * part)
        at = middle[0] + rx * math.cos(turned), middle[1] + ry * math.sin(turned)
        parts.append(f"A{radii} 0 0 {int(sweep > 0)} {place(*at)}")
    return " ".join(parts), at


def _angle(units: float) -> float:
    return units / _FULL * 2 * math.pi


def _guides(geometry: Any, width: float, height: float) -> dict[str, float]:
    """Values by name: those that every shape has (20.1.9.11), and those that this one works out."""
    short = min(width, height)
    found = {"w": width, "h": height, "l": 0.0, "t": 0.0, "r": width, "b": height, "hc": width / 2, "vc": height / 2}
    found |= {"ss": short, "ls": max(width, height), "cd2": _FULL / 2, "cd4": _FULL / 4, "cd8": _FULL / 8, "3cd4": _FULL * 3 / 4}
    found |= {f"wd{part}": width / part for part in (2, 3, 4, 5, 6, 8, 10, 12, 32)}
    found |= {f"hd{part}": height / part for part in (2, 3, 4, 5, 6, 8, 10, 12, 32)}
    found |= {f"ssd{part}": short / part for part in (2, 4, 6, 8, 16, 32)}
    for part in ("avLst", "gdLst"):
        for each in geometry.iterfind(f"{A}{part}/{A}gd"):
            name, *said = each.get("fmla", "val 0").split()
            values = [found[text] if text in found else float(text) for text in said]
            found[each.get("name", "")] = _FORMULAS[name](*values)
    return found


_FORMULAS: dict[str, Callable[..., float]] = {
    "val": lambda x: x,
    "*/": lambda x, y, z: x * y / z if z else 0.0,
    "+-": lambda x, y, z: x + y - z,
    "+/": lambda x, y, z: (x + y) / z if z else 0.0,
    "?:": lambda x, y, z: y if x > 0 else z,
    "abs": abs,
    "max": max,
    "min": min,
    "mod": lambda x, y, z: math.sqrt(x * x + y * y + z * z),
    "pin": lambda x, y, z: min(max(x, y), z),
    "sqrt": lambda x: math.sqrt(max(0.0, x)),
    "sin": lambda x, y: x * math.sin(_angle(y)),
    "cos": lambda x, y: x * math.cos(_angle(y)),
    "tan": lambda x, y: x * math.tan(_angle(y)),
    "at2": lambda x, y: math.atan2(y, x) / (2 * math.pi) * _FULL,
    "cat2": lambda x, y, z: x * math.cos(math.atan2(z, y)),
    "sat2": lambda x, y, z: x * math.sin(math.atan2(z, y)),
}
