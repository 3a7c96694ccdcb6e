"""Colors and fonts of a theme (ISO/IEC 29500-1, 20.1.6)."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from ....colors.spaces import bytes_of, contrast
from ....figures.scene.themes import LEAST_CONTRAST

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_ACCENTS = tuple(f"accent{i}" for i in range(1, 7))
_USUAL = {"bg1": "lt1", "tx1": "dk1", "bg2": "lt2", "tx2": "dk2"}
_STYLES = {"fills": "fillStyleLst", "lines": "lnStyleLst", "grounds": "bgFillStyleLst"}
_LIGHT, _DARK = "#ffffff", "#000000"


@dataclass(frozen=True)
class HouseTheme:
    """``colors`` as "#rrggbb" by the names of the scheme, the families of headings and of all else, and the theme's own ``fills``,
    ``lines`` and ``grounds``, as XML.
    """

    colors: Mapping[str, str]
    fonts: tuple[str, str]
    styles: Mapping[str, Sequence[Any]] = field(default_factory=dict)

    @property
    def accents(self) -> tuple[str, ...]:
        return tuple(self.colors[name] for name in _ACCENTS if name in self.colors)

    def named(self, name: str, mapped: Mapping[str, str] | None = None) -> str | None:
        """A color by the name that a slide has for it, which a master may map to another of the scheme."""
        return self.colors.get((mapped or {}).get(name) or _USUAL.get(name, name))

    def ink_on(self, ground: str, mapped: Mapping[str, str]) -> str:
        """The theme's own ink, or the one of its light and dark that is read on the ground."""
        own = self.named("tx1", mapped) or _DARK
        if _apart(own, ground) >= LEAST_CONTRAST:
            return own
        return max((self.colors.get("lt1", _LIGHT), self.colors.get("dk1", _DARK)), key=lambda each: _apart(each, ground))


def theme_in(tree: Any) -> HouseTheme:
    """The theme of a theme part, read as XML; plain black on white where it has no colors."""
    colors = {"lt1": _LIGHT, "dk1": _DARK}
    scheme = tree.find(f".//{_A}clrScheme")
    for place in scheme if scheme is not None else ():
        found = next((color for each in place if (color := plain_color(each))), None)
        if found:
            colors[place.tag.removeprefix(_A)] = found
    families = tuple(
        face.get("typeface", "") if (face := tree.find(f".//{_A}{name}/{_A}latin")) is not None else ""
        for name in ("majorFont", "minorFont")
    )
    styles = {
        kind: found.findall("*")
        for kind, name in _STYLES.items()
        if (found := tree.find(f".//{_A}fmtScheme/{_A}{name}")) is not None
    }
    return HouseTheme(colors, (families[0], families[1]), styles)


def plain_color(element: Any) -> str | None:
    """The color of an element that says it in figures."""
    text = element.get("lastClr") if element.tag == f"{_A}sysClr" else element.get("val", "")
    try:
        return "#" + bytes.fromhex(text or "").hex() if len(text or "") == 6 else None
    except ValueError:
        return None


def _apart(one: str, other: str) -> float:
    return float(contrast(bytes_of(one), bytes_of(other)))
