"""Write how often letters beyond ASCII follow others in each language, from the words of the Unicode CLDR that Babel carries.

Run by hand when the CLDR has a new release, in an environment with Babel, which nothing else needs: `python
scripts/make_letters.py`. The encoding of a text is told by them (see core/tables/intake/encodings.py).
"""

import sys
import unicodedata
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

from babel import localedata

LANGUAGES = (  # noqa: SIM905
    "de fr es it pt nl sv da nb fi is pl cs sk hu hr sl ro sq ru uk bg sr el tr he ar fa lt lv et vi th ja zh zh_Hant ko"
).split()
SIGNS = ("zh", "ja", "ko")
PAIRS_MOST = 420
MORE = {
    "it": "città università qualità attività società novità più però perché così già può giù lunedì martedì venerdì sì né caffè"
}
"""Common words that CLDR has few of, each as often as all its words of one kind."""
MORE_TIMES = 30
LEVELS = 6
INTO = Path(__file__).parent.parent / "mottled_finch" / "core" / "tables" / "intake" / "letter_pairs.py"
HEAD = '''"""Pairs of letters of which one is beyond ASCII, by language, in levels each half as frequent; of some, single signs.

Of the words of the Unicode CLDR. Made by scripts/make_letters.py; do not edit.
"""

# ruff: noqa: E501
# fmt: off
LETTER_PAIRS: dict[str, tuple[str, ...]] = {
'''


def is_letter(mark: str) -> bool:
    """A letter, a sign that goes with one, or what stands between words."""
    return mark.isalpha() or mark in " ’" or ("\u0300" <= mark < "\u1000" and unicodedata.category(mark) != "Cf")


def words_of(language: str, but_for: str = "") -> Iterator[str]:
    """All words that CLDR has in a language, but for one part of them."""

    def walk(value: object, path: str) -> Iterator[str]:
        if but_for and path == but_for:
            return
        if isinstance(value, str):
            if "{" not in value and "%" not in value and "#" not in value:
                yield value
        elif isinstance(value, dict):
            for key, each in value.items():
                yield from walk(each, path or str(key))

    yield from walk(dict(localedata.load(language)), "")
    yield from MORE.get(language, "").split() * MORE_TIMES


def levels_of(language: str, but_for: str = "") -> list[str]:
    """Pairs by how often they are found in a hundred thousand: more than 800, than 400, and so on."""
    pairs: Counter[str] = Counter()
    total = 0
    for word in words_of(language, but_for):
        spaced = f" {word} "
        for i in range(len(spaced) - 1):
            # Where a sign is a syllable or a word, there are too many pairs: the signs themselves are counted.
            pair = spaced[i] if language.partition("_")[0] in SIGNS else spaced[i : i + 2]
            total += 1
            if not pair.isascii() and all(map(is_letter, pair)):
                pairs[pair] += 1
    levels = [""] * LEVELS
    for pair, times in pairs.most_common(PAIRS_MOST):
        share = times / total * 100_000
        level = next((i for i in range(LEVELS) if share >= 800 / 2**i), LEVELS - 1)
        levels[level] += pair
    return levels


def lines(but_for: str = "") -> Iterator[str]:
    for language in LANGUAGES:
        levels = ", ".join(f'"{level}"' for level in levels_of(language, but_for))
        yield f'    "{language}": ({levels}),\n'


if __name__ == "__main__":
    INTO.write_text(HEAD + "".join(lines(*sys.argv[1:])) + "}\n", encoding="utf-8")
