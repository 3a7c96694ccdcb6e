"""Which code page a text is in: the one whose letters go together as those of a language do.

For each page and each language written with it, the bytes beyond ASCII are read as letters, and the pairs they make looked up
among those of the language. The likeliest of all is taken; how far the next one is behind says how sure that is.
"""

import math
from dataclasses import dataclass
from functools import cache, lru_cache

from .letter_pairs import LETTER_PAIRS

PAGES: dict[str, tuple[str, ...]] = {
    "windows-1252": ("de", "fr", "es", "it", "pt", "nl", "sv", "da", "nb", "fi", "is"),
    "windows-1250": ("pl", "cs", "sk", "hu", "hr", "sl", "ro", "sq"),
    "windows-1251": ("ru", "uk", "bg", "sr"),
    "windows-1253": ("el",),
    "windows-1254": ("tr",),
    "windows-1255": ("he",),
    "windows-1256": ("ar", "fa"),
    "windows-1257": ("lt", "lv", "et"),
    "windows-1258": ("vi",),
    "cp874": ("th",),
    "shift_jis": ("ja",),
    "euc-jp": ("ja",),
    "gb18030": ("zh",),
    "big5": ("zh_Hant",),
    "euc-kr": ("ko",),
    "iso-8859-2": ("pl", "cs", "sk", "hu", "hr", "sl", "ro", "sq"),
    "iso-8859-5": ("ru", "bg", "sr"),
    "iso-8859-7": ("el",),
    "iso-8859-15": ("fr", "fi", "et"),
    "koi8-u": ("ru", "uk", "bg"),
    "cp850": ("de", "fr", "es", "it", "pt", "nl", "sv", "da", "nb", "fi", "is"),
    "cp852": ("pl", "cs", "sk", "hu", "hr", "sl", "ro", "sq"),
    "cp866": ("ru", "bg"),
    "cp857": ("tr",),
    "cp737": ("el",),
    "macintosh": ("de", "fr", "es", "it", "pt", "nl", "sv", "da", "nb", "fi", "is"),
}
"""Pages and the languages that are written with them. Of two that are as likely, the first is taken."""
_RARER = dict.fromkeys(("windows-1250", "windows-1254", "windows-1257", "windows-1258"), 0.12) | {
    page: 0.2 for page in PAGES if page.startswith(("iso", "cp7", "cp85", "cp86", "koi", "mac"))
}
"""How much likelier some pages must be for each odd letter: their letters are nearly those of one that more programs write."""
_COMMONEST = {"windows-1252": 2.0}
"""How much likelier the commonest page is before a letter was seen."""
_OTHER_SCRIPTS = frozenset(("ru", "uk", "bg", "sr", "el", "he", "ar", "fa", "th"))
_SIGNS = ("zh", "ja", "ko")
_MARKS = "€‚ƒ„…†‡‰‹‘’“”•–—™›¡¢£¤¥¦§¨©ª«¬®¯°±²³´µ¶·¸¹º»¼½¾¿×÷№、。「」・　（），：；ー「」〜"
_NEVER_AMID = frozenset("ƒ†‡‰‹›•™¡¢¤¥¦¨¬¯±´¶¸¹¼½¾¿×÷№")
"""Marks that stand between no two letters of a word: there they are letters that are read in the wrong page."""
_UNKNOWN, _UNCOMMON, _MARK, _FIRST, _STEP, _BROKEN = -11.0, -8.5, -6.5, -4.8, math.log(2), -18.0
_GIVEN, _BESIDE = 2.5, -5.0
_LETTERS_LEAST = 12
_BYTES_MOST = 8_000


@dataclass(frozen=True, kw_only=True)
class Guess:
    """The page found, the next likely that would read other letters, and how much more likely the first is for each odd letter."""

    page: str
    next: str
    margin: float


@lru_cache(maxsize=4)
def guess_page(text: bytes) -> Guess:
    """The likeliest code page of a text with bytes beyond ASCII."""
    sample = _odd_lines(text)
    odd = max(1, sum(byte > 127 for byte in sample))
    scores = {}
    for page, languages in PAGES.items():
        decoded = _decoded(sample, page)
        if decoded is not None:
            likely = max(_score(decoded, language) for language in languages)
            scores[page] = likely - _RARER.get(page, 0) * odd + _COMMONEST.get(page, 0)
    if not scores:
        return Guess(page="windows-1252", next="", margin=0.0)
    ranked = sorted(scores, key=lambda page: -scores[page])
    first = ranked[0]
    read = _decoded(sample, first)
    other = next((page for page in ranked[1:] if _decoded(sample, page) != read), "")
    return Guess(
        page=first, next=other, margin=(scores[first] - scores[other]) / odd * min(1, odd / _LETTERS_LEAST) if other else 9.0
    )


def _odd_lines(text: bytes) -> bytes:
    """Lines with bytes beyond ASCII, about so many as are enough."""
    kept, size = [], 0
    for line in text.splitlines():
        if not line.isascii():
            kept.append(line)
            size += len(line)
            if size > _BYTES_MOST:
                break
    return b"\n".join(kept)


def _decoded(sample: bytes, page: str) -> str | None:
    """The sample read so; None where more than a few of its bytes mean nothing in the page. The last line may be cut."""
    try:
        return sample.decode(page)
    except UnicodeDecodeError:
        decoded = sample.decode(page, errors="replace")
        broken = decoded.count("\ufffd")
        return decoded if broken * 50 <= sum(byte > 127 for byte in sample) else None


def _score(text: str, language: str) -> float:
    """How likely the letters beyond ASCII are in a language: the sum of logarithms."""
    known = _known(language)
    signs = language.partition("_")[0] in _SIGNS
    score, before, earlier = 0.0, " ", " "
    for mark in text:
        if before in _NEVER_AMID and mark.isalpha() and earlier.isalpha():
            score += _UNKNOWN - _MARK
        now = mark if mark.isalpha() or not mark.isascii() else " "
        if not (mark.isascii() and before.isascii()):
            if mark == "\ufffd" or (not mark.isascii() and not mark.isprintable()):
                score += _BROKEN
            elif mark in _MARKS or (before in _MARKS and mark.isascii()):
                score += _MARK
            elif signs:
                score += _of_sign(before, now, known)
            else:
                score += _of_pair(before, now, known, own_script=language in _OTHER_SCRIPTS)
        earlier, before = before, now
    return score


def _of_sign(before: str, now: str, known: dict[str, float]) -> float:
    """Signs stand among signs. Beside a letter of ASCII they are rare, but bytes of letters read as signs are."""
    beside = _BESIDE if (before.isascii() and before.isalpha()) or (now.isascii() and now.isalpha()) else 0.0
    return beside + (0.0 if now.isascii() else known.get(now, _UNKNOWN))


def _of_pair(before: str, now: str, known: dict[str, float], *, own_script: bool) -> float:
    pair = before + now
    if own_script and any(mark.isascii() and mark.isalpha() for mark in pair):
        return _UNKNOWN + _BESIDE  # no word is of two scripts
    # Of a pair with a letter of ASCII, only the other one is unexpected.
    given = _GIVEN if before.isascii() or now.isascii() else 0.0
    if pair in known:
        return known[pair] + given
    small = pair.lower()
    # A capital amid small letters is the sign of a wrong page; capitals throughout are those of a heading.
    if len(small) == 2 and (pair.isupper() or not before.isalpha()) and small in known:
        return known[small] - 1 + given
    # A pair that is not known, of letters that the language has, is far likelier than a letter that it has not.
    return given + (_UNCOMMON if all(mark.isascii() or mark in known for mark in small) else _UNKNOWN)


@cache
def _known(language: str) -> dict[str, float]:
    width = 1 if language.partition("_")[0] in _SIGNS else 2
    found: dict[str, float] = {}
    for level, pairs in enumerate(LETTER_PAIRS[language]):
        for i in range(0, len(pairs), width):
            found[pairs[i : i + width]] = _FIRST - level * _STEP
    # The letters by themselves, which are no pairs, so that a pair that is not known can be told from one that cannot be.
    return found | dict.fromkeys((mark for pair in found for mark in pair.lower() if width == 2 and not mark.isascii()), _UNCOMMON)
