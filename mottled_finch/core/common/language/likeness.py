"""Texts that look like one: alike but for case, marks, accents, short forms, the spelling of another land, a letter, or a word."""

import re
import unicodedata
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

_RARE = 0.25
"""One letter apart is a slip only where one spelling is much rarer than the other."""
_ASIDE = frozenset(
    [
        "the",
        "ltd",
        "limited",
        "inc",
        "incorporated",
        "llc",
        "plc",
        "gmbh",
        "ag",
        "kg",
        "co",
        "company",
        "corp",
        "corporation",
        "sa",
        "srl",
        "spa",
        "bv",
        "oy",
        "ab",
        "as",
        "der",
        "die",
        "das",
        "le",
        "la",
        "les",
    ]
)
"""Words that say little of what a name is of."""
_HOURS = frozenset(("hour", "hours", "four", "tour", "tours", "pour", "your", "yours", "flour", "sour", "contour", "detour"))
_REST_LEAST = 4
_SHORT_FORMS = {
    "st": "saint",
    "mt": "mount",
    "ft": "fort",
    "co": "company",
    "corp": "corporation",
    "inc": "incorporated",
    "ltd": "limited",
    "dept": "department",
    "no": "number",
    "nr": "number",
    "intl": "international",
    "mgmt": "management",
    "dr": "doctor",
    "ave": "avenue",
    "rd": "road",
}


@dataclass(frozen=True, kw_only=True)
class Twin:
    """Two texts that look like one, the ``rarer`` with its ``records``, and why. What is ``likely`` is a slip by itself; where two
    differ by a word that may be meant, something else must speak for it.
    """

    records: int
    rarer: str
    other: str
    why: str
    likely: bool = True


def twins_among(counts: dict[str, int]) -> list[Twin]:
    """Pairs of texts, given with their numbers of records, that look like one."""
    twins: list[Twin] = []
    seen: set[str] = set()
    groups: dict[str, list[str]] = defaultdict(list)
    for text in counts:
        groups[plain(text)].append(text)
    for alike in groups.values():
        if len(alike) > 1:
            chief = max(alike, key=lambda text: counts[text])
            for other in alike:
                if other != chief:
                    seen.add(other)
                    twins.append(Twin(records=counts[other], rarer=other, other=chief, why=_why(other, chief)))
    chiefs = {key: _chief(alike, counts) for key, alike in groups.items()}
    for a, b in _one_letter_apart([key for key in groups if len(key) >= 5]):
        rarer, other = sorted((chiefs[a], chiefs[b]), key=lambda text: counts[text])
        if rarer not in seen and counts[rarer] <= _RARE * counts[other]:
            seen.add(rarer)
            twins.append(Twin(records=counts[rarer], rarer=rarer, other=other, why="one letter apart"))
    for a, b, word in _one_word_apart(list(chiefs.values())):
        rarer, other = sorted((a, b), key=lambda text: counts[text])
        if rarer not in seen:
            seen.add(rarer)
            why = f"the same but for “{word}”"
            twins.append(Twin(records=counts[rarer], rarer=rarer, other=other, why=why, likely=word.casefold() in _ASIDE))
    return twins


def _one_word_apart(texts: list[str]) -> Iterator[tuple[str, str, str]]:
    """Pairs of which one has a word more than the other, and that word. A number tells things apart on purpose."""
    by_words = {" ".join(_words(text)): text for text in texts}
    for words, text in by_words.items():
        parts = words.split(" ")
        if len(parts) < 2:
            continue
        for i, word in enumerate(parts):
            rest = " ".join(parts[:i] + parts[i + 1 :])
            if rest in by_words and len(rest) >= _REST_LEAST and not any(mark.isdigit() for mark in word):
                yield text, by_words[rest], _words_as_written(text)[i]
                break


def _words(text: str) -> list[str]:
    return [of_one_land(word) for word in re.findall(r"[^\W_]+", without_accents(text.casefold()))]


def _words_as_written(text: str) -> list[str]:
    return re.findall(r"[^\W_]+", unicodedata.normalize("NFC", text))


def without_accents(text: str) -> str:
    return "".join(mark for mark in unicodedata.normalize("NFKD", text) if not unicodedata.combining(mark))


def of_one_land(word: str) -> str:
    """A word in one of the spellings that lands differ in: gray and grey, -or and -our, -ize and -ise, -er and -re."""
    if len(word) < 4 or not word.isascii():
        return word
    word = re.sub(r"^gre(y|ys|yed|yish)$", r"gra\1", word)
    if word not in _HOURS:
        word = re.sub(r"our(s|ed|ing|ite|able|ful|less|hood)?$", r"or\1", word)
    word = re.sub(r"(?<=[a-z]{3})is(e|es|ed|er|ers|ing|ation|ations)$", r"iz\1", word)
    return re.sub(r"(?<=[a-z][bt])re(s|d)?$", r"er\1", word)


def plain(text: str) -> str:
    """The letters and digits of a text alone, without case, accents and marks, short forms in full, in the spelling of one land."""
    words = _words(text.replace("&", " and "))
    return "".join(_SHORT_FORMS.get(word, word) for word in words) or text


def _why(a: str, b: str) -> str:
    if " ".join(a.split()).casefold() == " ".join(b.split()).casefold():
        return "the same letters but for their case"
    strip = [re.sub(r"[\W_]+", "", text.casefold()) for text in (a, b)]
    if strip[0] == strip[1]:
        return "the same letters but for blanks and marks"
    if without_accents(strip[0]) == without_accents(strip[1]):
        return "the same letters but for accents"
    if _words(a) == _words(b):
        return "one word in the spelling of two lands"
    return "the same but for a short form"


def _chief(alike: list[str], counts: dict[str, int]) -> str:
    return max(alike, key=lambda text: counts[text])


def _one_letter_apart(keys: list[str]) -> Iterator[tuple[str, str]]:
    """Pairs where one letter is missing, other, or swapped with its neighbour, found by what is left when one is taken out."""
    by_rest: dict[str, list[str]] = defaultdict(list)
    for key in keys:
        for rest in {key, *(key[:i] + key[i + 1 :] for i in range(len(key)))}:
            by_rest[rest].append(key)
    told: set[tuple[str, str]] = set()
    for near in by_rest.values():
        for i, a in enumerate(near[:20]):
            for b in near[i + 1 : 20]:
                pair = (min(a, b), max(a, b))
                if pair not in told and _digits(a) == _digits(b) and _is_one_slip(a, b):
                    told.add(pair)
                    yield pair


@lru_cache(maxsize=1 << 16)
def _digits(text: str) -> str:
    """Numbers tell things apart on purpose: "Pier 1" is no slip for "Pier 2"."""
    return "".join(mark for mark in text if mark.isdigit())


def _is_one_slip(a: str, b: str) -> bool:
    a, b = sorted((a, b), key=len)
    start = next((i for i, (x, y) in enumerate(zip(a, b, strict=False)) if x != y), len(a))
    if len(a) == len(b):
        swapped = a[start + 1 : start + 2] + a[start : start + 1]
        return a[start + 1 :] == b[start + 1 :] or (swapped == b[start : start + 2] and a[start + 2 :] == b[start + 2 :])
    return a[start:] == b[start + 1 :]
