"""A typeface measures, cuts and wraps text, once, so that every output breaks and aligns alike."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from pathlib import Path
from typing import Any

import uharfbuzz as hb

from .breaks import units

CAP_HEIGHT = 0.698
"""Of the size: a text centered on y has its baseline half of this below."""
ELLIPSIS = "…"


@dataclass(frozen=True, eq=False)
class Typeface:
    """``contents`` are font files by weight, 400 and 600, whose names are ``family``. The bundled ones are read from ``files``.
    ``name`` is what the font is called where it is installed.
    """

    family: str
    name: str
    files: Mapping[int, Path] = field(default_factory=dict)
    contents: Mapping[int, bytes] = field(default_factory=dict)

    @cached_property
    def faces(self) -> dict[int, Any]:
        if self.contents:
            return {weight: hb.Face(hb.Blob(content)) for weight, content in self.contents.items()}
        return {weight: hb.Face(hb.Blob.from_file_path(str(path))) for weight, path in self.files.items()}

    @property
    def fonts(self) -> tuple[str | bytes, ...]:
        """What renderers draw with: paths of the files, or what stands in them where it is kept elsewhere."""
        return tuple(self.contents.values()) or tuple(str(path) for path in self.files.values())

    def ascent_of(self, weight: int = 400) -> float:
        """How far above its baseline a line of text begins, of its size."""
        return float(_font(self, weight).get_font_extents("ltr").ascender / self.faces[weight].upem)

    def covers(self, text: str) -> bool:
        """Whether the font has every letter of the text."""
        return _covers(self, text)

    def width_of(self, text: str, size: float, weight: int = 400) -> float:
        """The width of one line of text in points."""
        return _thousandths(self, text, weight) * size / 1000

    def cut(self, text: str, most: float, size: float, weight: int = 400) -> str:
        """The text, or as much of it as fits the width with an ellipsis behind."""
        if self.width_of(text, size, weight) <= most:
            return text
        low, high = 0, len(text)
        while low < high:
            half = (low + high + 1) // 2
            if self.width_of(text[:half].rstrip() + ELLIPSIS, size, weight) <= most:
                low = half
            else:
                high = half - 1
        return text[:low].rstrip() + ELLIPSIS

    def balanced(self, text: str, most: float, size: float, lines: int, weight: int = 400) -> list[str]:
        """The lines that ``wrap`` makes, as alike in length as they can be; those that have to be cut stay as they are."""
        broken = self._broken(text, most, size, weight)
        longest = max((self.width_of(line, size, weight) for line in broken), default=0.0)
        if not 2 <= len(broken) <= lines or longest > most:
            return self.wrap(text, most, size, lines, weight)
        low, high = 0.0, longest
        while high - low > size / 8:
            half = (low + high) / 2
            narrower = self._broken(text, half, size, weight)
            if len(narrower) <= len(broken) and all(self.width_of(line, size, weight) <= half for line in narrower):
                broken, high = narrower, half
            else:
                low = half
        return broken

    def wrap(self, text: str, most: float, size: float, lines: int, weight: int = 400) -> list[str]:
        """Lines of words no wider than ``most``; what does not fit into so many lines is cut. Line breaks in the text are kept."""
        found = self._glued(text, most, size, weight)
        if len(found) > lines:
            last = "".join(glue + line for glue, line in found[lines - 1 :])
            found[lines - 1] = (" ", last.lstrip())
        return [self.cut(line, most, size, weight) for _, line in found[:lines]]

    def _broken(self, text: str, most: float, size: float, weight: int) -> list[str]:
        """Lines of words, each as many as fit; a word that is too long alone stands alone."""
        return [line for _, line in self._glued(text, most, size, weight)]

    def _glued(self, text: str, most: float, size: float, weight: int) -> list[tuple[str, str]]:
        """The lines, each with what stands between it and the line before where they are one."""
        found: list[tuple[str, str]] = []
        for paragraph in text.splitlines():
            before, line = " ", ""
            for glue, word in units(paragraph):
                longer = f"{line}{glue}{word}" if line else word
                if line and self.width_of(longer, size, weight) > most:
                    found.append((before, line))
                    before, line = glue, word
                else:
                    line = longer
            found.append((before, line))
        return found


@lru_cache(maxsize=64)
def _font(typeface: Typeface, weight: int) -> Any:
    return hb.Font(typeface.faces[weight])


@lru_cache(maxsize=1 << 16)
def _thousandths(typeface: Typeface, text: str, weight: int) -> float:
    """The width of a text in thousandths of its size."""
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    hb.shape(_font(typeface, weight), buffer, {"kern": True})
    places = zip(buffer.glyph_infos or (), buffer.glyph_positions or (), strict=True)
    square = typeface.faces[weight].upem
    # Glyph 0 stands for a letter the font lacks: another font will draw it, hardly wider than its height.
    units: int = sum(place.x_advance if info.codepoint else square for info, place in places)
    return units * 1000 / int(square)


@lru_cache(maxsize=1 << 16)
def _covers(typeface: Typeface, text: str) -> bool:
    return all(_font(typeface, 400).get_nominal_glyph(ord(letter)) for letter in text)
