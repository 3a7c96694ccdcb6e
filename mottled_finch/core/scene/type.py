"""Measuring, cutting and wrapping text with the bundled font, once, so that every output breaks and aligns alike."""

from functools import cache, lru_cache
from pathlib import Path
from typing import Any

import uharfbuzz as hb

FAMILY = "Mottled Sans"
FOLDER = Path(__file__).parent.parent / "fonts"
FILES = {400: FOLDER / "MottledSans-Regular.ttf", 600: FOLDER / "MottledSans-SemiBold.ttf"}
CAP_HEIGHT = 0.698
"""Of the size: a text centered on y has its baseline half of this below."""
ELLIPSIS = "…"
_SQUARE = 1000


@cache
def face(weight: int) -> Any:
    """The bundled font of a weight."""
    return hb.Face(hb.Blob.from_file_path(str(FILES[weight])))


@cache
def _font(weight: int) -> Any:
    return hb.Font(face(weight))


@lru_cache(maxsize=1 << 16)
def _units(text: str, weight: int) -> int:
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    hb.shape(_font(weight), buffer, {"kern": True})
    places = zip(buffer.glyph_infos or (), buffer.glyph_positions or (), strict=True)
    # Glyph 0 stands for a letter the font lacks: another font will draw it, hardly wider than its height.
    return sum(place.x_advance if info.codepoint else _SQUARE for info, place in places)


@lru_cache(maxsize=1 << 16)
def covers(text: str) -> bool:
    """Whether the bundled font has every letter of the text."""
    return all(_font(400).get_nominal_glyph(ord(letter)) for letter in text)


def width_of(text: str, size: float, weight: int = 400) -> float:
    """The width of one line of text in points."""
    return _units(text, weight) * size / 1000


def cut(text: str, most: float, size: float, weight: int = 400) -> str:
    """The text, or as much of it as fits the width with an ellipsis behind."""
    if width_of(text, size, weight) <= most:
        return text
    low, high = 0, len(text)
    while low < high:
        half = (low + high + 1) // 2
        if width_of(text[:half].rstrip() + ELLIPSIS, size, weight) <= most:
            low = half
        else:
            high = half - 1
    return text[:low].rstrip() + ELLIPSIS


def wrap(text: str, most: float, size: float, lines: int, weight: int = 400) -> list[str]:
    """Lines of words no wider than ``most``; what does not fit into so many lines is cut. Line breaks in the text are kept."""
    found: list[str] = []
    for paragraph in text.splitlines():
        line = ""
        for word in paragraph.split():
            longer = f"{line} {word}" if line else word
            if line and width_of(longer, size, weight) > most:
                found.append(line)
                line = word
            else:
                line = longer
        found.append(line)
    if len(found) > lines:
        found[lines - 1] = " ".join(found[lines - 1 :])
    return [cut(line, most, size, weight) for line in found[:lines]]
