"""Alphabetical order as people expect it."""

import re
import unicodedata
from typing import Any

_DIGITS = re.compile(r"(\d+)")


def natural_key(text: str) -> tuple[Any, ...]:
    """Alphabetical without regard to case and accents, runs of digits compared as numbers, ties broken by the text itself."""
    letters = text.casefold()
    if not text.isascii():
        letters = "".join(mark for mark in unicodedata.normalize("NFKD", letters) if not unicodedata.combining(mark))
    parts = _DIGITS.split(letters)
    # Even places hold words and odd places digits, so that like is compared with like.
    return tuple(int(part[:300]) if i % 2 else part for i, part in enumerate(parts)), text
