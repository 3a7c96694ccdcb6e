"""What a plate is called: in a folio, and in slides and documents, by which it is found again when a file comes back."""

import re
from collections.abc import Collection
from itertools import count

from ...common.language.english import printable
from ..draw.making.texts import NAME

_PARTED = " · "


def named(plate: str) -> str:
    """The name of a shape, table or picture that is a plate of a folio."""
    return f"{NAME}{_PARTED}{printable(plate)}"


def plate_named(shape: str) -> str | None:
    """The plate that a shape is of; None for one that is not ours. An empty name is that of a file with one figure."""
    if shape == NAME:
        return ""
    return shape.removeprefix(NAME + _PARTED) if shape.startswith(NAME + _PARTED) else None


_WORDS, _LETTERS, _TELLING = 2, 32, 3
"""Words and letters of a name, and letters that words have which tell little."""


def called(title: str, taken: Collection[str]) -> str:
    """A short name for a plate by its title, which no other has."""
    plain = "".join(mark if mark.isalnum() else " " for mark in re.sub(r"\{[^{}]*\}", " ", title)).lower().split()
    telling = [word for word in plain if len(word) > _TELLING]
    name = " ".join((telling if len(telling) > 1 else plain)[:_WORDS])[:_LETTERS].strip() or "plate"
    return next(each for i in count(1) if (each := name if i == 1 else f"{name} {i}") not in taken)
