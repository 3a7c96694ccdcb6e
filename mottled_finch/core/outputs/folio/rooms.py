"""Where the plates and the words of a page have their rooms, by its arrangement. ``ROOMS`` is the table."""

from collections.abc import Callable
from dataclasses import dataclass

Box = tuple[float, float, float, float]
"""Left, top, width and height, in points."""
_OF_WORDS = 0.34
"""Of the width: words beside a plate."""


@dataclass(frozen=True)
class Rooms:
    """Of each plate one, in reading order; of words None where they stand under the headline. The legend that plates share has its
    room at the right of ``keyed``, the last plate of the first line.
    """

    plates: tuple[Box, ...] = ()
    words: Box | None = None
    keyed: int = 0


def _words(body: Box, _gap: float) -> Rooms:
    return Rooms(words=body)


def _plate(body: Box, _gap: float) -> Rooms:
    return Rooms((body,))


def _beside(body: Box, gap: float) -> Rooms:
    return Rooms(tuple(_across(body, gap)), keyed=1)


def _stacked(body: Box, gap: float) -> Rooms:
    return Rooms(tuple(_down(body, gap)))


def _plate_words(body: Box, gap: float) -> Rooms:
    left, top, width, height = body
    words = (width - gap) * _OF_WORDS
    return Rooms(((left, top, width - gap - words, height),), (left + width - words, top, words, height))


def _four(body: Box, gap: float) -> Rooms:
    return Rooms(tuple(room for line in _down(body, gap) for room in _across(line, gap)), keyed=1)


def _across(body: Box, gap: float) -> list[Box]:
    left, top, width, height = body
    half = (width - gap) / 2
    return [(left, top, half, height), (left + half + gap, top, half, height)]


def _down(body: Box, gap: float) -> list[Box]:
    left, top, width, height = body
    half = (height - gap) / 2
    return [(left, top, width, half), (left, top + half + gap, width, half)]


ROOMS: dict[str, Callable[[Box, float], Rooms]] = {
    "opening": _words,
    "plate": _plate,
    "beside": _beside,
    "stacked": _stacked,
    "plate_words": _plate_words,
    "four": _four,
    "words": _words,
    "since": _words,
}
