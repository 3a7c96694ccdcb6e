"""Months by their names in many languages: long and short, with and without points and accents, ä written ae."""

import re
import unicodedata
from collections import defaultdict
from collections.abc import Iterable
from functools import cache

from .month_words import MONTH_WORDS

_TWO_FOR_ONE = str.maketrans({"ä": "ae", "ö": "oe", "ü": "ue", "å": "aa", "ø": "oe", "æ": "ae", "ß": "ss"})
_MORE = {"en": {"sept": 9}, "de": {"mrz": 3}, "es": {"set": 9, "setiembre": 9}}
"""Short forms that people write and CLDR does not list."""
_SHORT_LEAST = 3
_LETTERS = re.compile(r"[^\W\d_]+")


def month_numbers(words: Iterable[str]) -> tuple[dict[str, int], str]:
    """The months, 1 to 12, of those words that name one, and the language they were read in; "" where it could be another, too.

    All are read in one language, the one that knows most of them, English before others: "listopad" is October in one and
    November in another. A word that it does not know is read in any other.
    """
    wanted = {word: plain_word(word) for word in words}
    known = _known()
    score: dict[str, int] = defaultdict(int)
    for plain in wanted.values():
        for language in known.get(plain, {}):
            score[language] += 1
    if not score:
        return {}, ""
    chief = max(score, key=lambda language: (score[language], -list(MONTH_WORDS).index(language)))
    found = {}
    for word, plain in wanted.items():
        meant = known.get(plain, {})
        month = meant.get(chief) or next(iter(meant.values()), 0)
        if month:
            found[word] = month
    as_well = {language.partition("_")[0] for language, known_words in score.items() if known_words == score[chief]}
    return found, "en" if "en" in as_well else as_well.pop() if len(as_well) == 1 else ""


def plain_word(word: str) -> str:
    return unicodedata.normalize("NFC", word).casefold().strip(" .’'")


def may_name_months(texts: Iterable[str]) -> bool:
    """Whether a word of the texts is, or begins, the name of a month in any language: far quicker told than where it stands."""
    return any(not _beginnings().isdisjoint(_LETTERS.findall(plain_word(text))) for text in texts)


@cache
def _beginnings() -> frozenset[str]:
    return frozenset(_LETTERS.findall(way)[0] for way in _known() if _LETTERS.search(way))


@cache
def _known() -> dict[str, dict[str, int]]:
    """Every way to write each word, and the month it is in each language that has it."""
    known: dict[str, dict[str, int]] = defaultdict(dict)
    for language, months in MONTH_WORDS.items():
        said = [(word, number) for number, words in enumerate(months, start=1) for word in words.split("|")]
        for word, number in [*said, *_MORE.get(language, {}).items()]:
            plain = plain_word(word)
            # Nothing is taken by its first letters where another month of the language begins alike.
            short = plain[:_SHORT_LEAST]
            alone = plain.isascii() and all(n == number or not plain_word(w).startswith(short) for w, n in said)
            for way in (plain, plain.translate(_TWO_FOR_ONE), _without_accents(plain), *([short] if alone else [])):
                known[way].setdefault(language, number)
    return known


def _without_accents(word: str) -> str:
    return "".join(mark for mark in unicodedata.normalize("NFKD", word) if not unicodedata.combining(mark))
