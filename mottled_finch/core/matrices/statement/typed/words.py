"""The words of a typed sentence, each by its key: without case, accents, the plural and the spelling of one land."""

import datetime
import re
from dataclasses import dataclass
from functools import lru_cache

from ....common.language.likeness import of_one_land, without_accents
from ....common.vocabulary.limits import LARGEST
from ..tokens import unquoted

_TOKEN = re.compile(
    r"""(?P<quoted>"(?:[^"\\]|\\.)*"|“[^”]*”|„[^“”]*[“”])
    |(?P<date>\d{4}-\d\d(?:-\d\d)?(?![\w.])|\d{1,2}\.\d{1,2}\.\d{4}(?!\w))
    |(?P<number>(?:(?<![\w.,)])[-−])?(?:\d{1,3}(?:,\d{3})+(?!\d)|\d+)(?:\.\d+)?(?P<scale>k|m|mn|bn)?(?![\w]))
    |(?P<ordinal>\d+(?:st|nd|rd|th)\b)
    |(?P<word>[^\W_]+(?:['’][^\W\d_]+)*)
    |(?P<mark>[<>!=]=|<>|[=<>≥≤≠%(),;:&\#+?]|(?<=\s)/(?=\s)|(?<=\s)[-–—](?=\s))""",
    re.VERBOSE | re.IGNORECASE,
)
_SCALES = {"k": 1e3, "m": 1e6, "mn": 1e6, "bn": 1e9}
_IRREGULAR = {"people": "person", "women": "woman", "men": "man", "children": "child"}
_LEAST = 4
"""Letters from which on the ending of a plural is taken off: "has" is none."""


@dataclass(frozen=True, slots=True)
class Word:
    """``kind`` is word, number, ordinal, date, quoted or mark. ``key`` is what it is looked up by, ``value`` what a number or
    ordinal says, ``start`` and ``end`` are where it stands in the text.
    """

    kind: str
    text: str
    key: str
    start: int
    end: int
    value: float = 0.0


def words_of(text: str) -> list[Word]:
    """The words of a text. Signs that join, and what has no meaning here, are left out: "Sub-Category" is two words."""
    found = []
    for match in _TOKEN.finditer(text):
        kind = match.lastgroup if match.lastgroup != "scale" else "number"
        assert kind is not None
        shown, value = match[0], 0.0
        key = shown
        if kind == "number":
            scale = match["scale"]
            value = float(shown.removesuffix(scale or "").replace(",", "").replace("−", "-")) * _SCALES.get(
                (scale or "").casefold(), 1
            )
            key = shown.casefold()
            if abs(value) > LARGEST:
                kind = "word"  # nothing can be that large: it is told as not understood
        elif kind == "ordinal":
            value, key = float(shown[:-2]), shown.casefold()
        elif kind == "date" and "." in shown:
            day, month, year = shown.split(".")
            key = f"{year}-{int(month):02}-{int(day):02}"
        if kind == "date" and not _is_day(key):
            kind = "word"
        elif kind == "quoted":
            shown = unquoted(shown) if shown.startswith('"') else shown[1:-1]
            key = "".join(keys_of(shown))
        elif kind == "word":
            key = key_of(shown)
        found.append(Word(kind, shown, key, match.start(), match.end(), value))
    return found


def _is_day(text: str) -> bool:
    """Whether a date is one, in a year that a recipe can name: there is no 30 February."""
    try:
        return datetime.date.fromisoformat(text if len(text) > len("2025-03") else f"{text}-01").year >= 1
    except ValueError:
        return False


@lru_cache(maxsize=1 << 16)
def key_of(word: str) -> str:
    plain = re.sub(r"['’]s?$|['’]", "", without_accents(word.casefold()))
    return _IRREGULAR.get(plain) or _singular(of_one_land(plain))


def _singular(word: str) -> str:
    if len(word) < _LEAST or not word.endswith("s") or word.endswith(("ss", "us", "is")):
        return word
    if word.endswith("ies") and len(word) > _LEAST:
        return f"{word[:-3]}y"
    if word.endswith(("sses", "xes", "ches", "shes", "zes")):
        return word[:-2]
    return word[:-1]


def keys_of(text: str) -> tuple[str, ...]:
    """The keys of the words and numbers of a name, a label or a phrase."""
    if text.isascii() and text.replace(" ", "").isalpha():
        return tuple(map(key_of, text.split()))
    return tuple(word.key for word in words_of(text.replace('"', " ").replace("_", " ")) if word.kind != "mark")
