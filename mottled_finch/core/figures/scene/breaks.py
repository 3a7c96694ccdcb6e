"""Where a line of words may end: at blanks, and between the signs of scripts that write none between words.

Of the rules of Unicode Standard Annex 14 those for Chinese and Japanese: a line does not begin with what closes or goes on, nor end
with what opens.
"""

import re
import unicodedata

_SIGN = re.compile("[\u2e80-\u2fdf\u3000-\u30ff\u3400-\u4dbf\u4e00-\u9fff\uf900-\ufaff\uff00-\uffef\U00020000-\U0003fffd]")
_GOES_ON = frozenset("\u3001\u3002\u3005\u301c\u303b\u30fb\u30fc\uff01\uff05\uff0c\uff0e\uff1a\uff1b\uff1f\u2026\u2030%,.:;!?°")
_SMALL = frozenset("ぁぃぅぇぉっゃゅょゎァィゥェォッャュョヮヵヶ")
_OPENS, _CLOSES = ("Ps", "Pi"), ("Pe", "Pf")


def units(text: str) -> list[tuple[str, str]]:
    """What stays on one line, each with what stands before it on a line: a blank, or nothing between signs."""
    if not _SIGN.search(text):
        return [(" ", word) for word in text.split()]
    found: list[tuple[str, str]] = []
    for word in text.split():
        start = 0
        for i in range(1, len(word)):
            if _may_end(word[i - 1], word[i]):
                found.append(("" if start else " ", word[start:i]))
                start = i
        found.append(("" if start else " ", word[start:]))
    return found


def _may_end(last: str, following: str) -> bool:
    """Whether a line may end between two letters that no blank parts."""
    if not (_SIGN.match(last) or _SIGN.match(following)):
        return False
    if following in _GOES_ON or following in _SMALL or unicodedata.combining(following):
        return False
    return unicodedata.category(following) not in _CLOSES and unicodedata.category(last) not in _OPENS
