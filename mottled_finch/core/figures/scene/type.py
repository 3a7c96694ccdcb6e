"""Measuring, cutting and wrapping text with one font, once, so that every output breaks and aligns alike."""

from functools import lru_cache
from typing import Any

import uharfbuzz as hb

from .breaks import units
from .typeface import Typeface, current

CAP_HEIGHT = 0.698
"""Of the size: a text centered on y has its baseline half of this below."""
ELLIPSIS = "…"


def face(weight: int) -> Any:
    """The font of a weight."""
    return current().faces[weight]


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


def ascent_of(weight: int = 400) -> float:
    """How far above its baseline a line of text begins, of its size."""
    return float(_font(current(), weight).get_font_extents("ltr").ascender / current().faces[weight].upem)


def covers(text: str) -> bool:
    """Whether the font has every letter of the text."""
    return _covers(current(), text)


@lru_cache(maxsize=1 << 16)
def _covers(typeface: Typeface, text: str) -> bool:
    return all(_font(typeface, 400).get_nominal_glyph(ord(letter)) for letter in text)


def width_of(text: str, size: float, weight: int = 400) -> float:
    """The width of one line of text in points."""
    return _thousandths(current(), text, weight) * size / 1000


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


def balanced(text: str, most: float, size: float, lines: int, weight: int = 400) -> list[str]:
    """The lines that ``wrap`` makes, as alike in length as they can be in so many; those that have to be cut stay as they are."""
    broken = _broken(text, most, size, weight)
    longest = max((width_of(line, size, weight) for line in broken), default=0.0)
    if not 2 <= len(broken) <= lines or longest > most:
        return wrap(text, most, size, lines, weight)
    low, high = 0.0, longest
    while high - low > size / 8:
        half = (low + high) / 2
        narrower = _broken(text, half, size, weight)
        if len(narrower) <= len(broken) and all(width_of(line, size, weight) <= half for line in narrower):
            broken, high = narrower, half
        else:
            low = half
    return broken


def wrap(text: str, most: float, size: float, lines: int, weight: int = 400) -> list[str]:
    """Lines of words no wider than ``most``; what does not fit into so many lines is cut. Line breaks in the text are kept."""
    found = _glued(text, most, size, weight)
    if len(found) > lines:
        last = "".join(glue + line for glue, line in found[lines - 1 :])
        found[lines - 1] = (" ", last.lstrip())
    return [cut(line, most, size, weight) for _, line in found[:lines]]


def _broken(text: str, most: float, size: float, weight: int) -> list[str]:
    """Lines of words, each as many as fit; a word that is too long alone stands alone."""
    return [line for _, line in _glued(text, most, size, weight)]


def _glued(text: str, most: float, size: float, weight: int) -> list[tuple[str, str]]:
    """The lines, each with what stands between it and the line before where they are one."""
    found: list[tuple[str, str]] = []
    for paragraph in text.splitlines():
        before, line = " ", ""
        for glue, word in units(paragraph):
            longer = f"{line}{glue}{word}" if line else word
            if line and width_of(longer, size, weight) > most:
                found.append((before, line))
                before, line = glue, word
            else:
                line = longer
        found.append((before, line))
    return found
