"""Small parts of sentences that many of them need: counts, lists, names of columns."""

import re
from collections.abc import Iterable, Sequence

from .directions import isolated


def counted(number: int, noun: str) -> str:
    """A count with its noun: "1 record", "2,400 records"."""
    return f"{number:,} {noun}" + ("" if number == 1 else "s")


def listed(names: Iterable[str], joined: str = "or") -> str:
    """Names of a recipe as they are said in a sentence: "a", "b" or "c", with their quotation marks."""
    *before, last = [f'"{name}"' for name in names]
    return f"{', '.join(before)} {joined} {last}" if before else last


def joined(words: Sequence[str]) -> str:
    """Words as they are listed in a sentence: east, north and south."""
    return f"{', '.join(words[:-1])} and {words[-1]}" if len(words) > 1 else "".join(words)


def field_words(field: str) -> str:
    """A column's name as it is said in a sentence: ``minutes_late`` is "minutes late". What it turns ends with it."""
    return isolated(" ".join(field.replace("_", " ").split()) or field)


def beginning(words: str) -> str:
    """The words with a capital, to begin a sentence."""
    return words[:1].upper() + words[1:]


_NOT_XML = re.compile("[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


def printable(text: str) -> str:
    """The text without the control characters that no page, and no XML, can hold."""
    return _NOT_XML.sub("", text)
