"""Write the names of months in the languages of the Unicode CLDR, which Babel carries, as a small table for the intake.

Run by hand when the CLDR has a new release, in an environment with Babel, which nothing else needs: `python
scripts/make_months.py`. Languages are those that CLDR covers fully; a language whose months have no words of their own is left out.
"""

import json
from pathlib import Path

from babel import Locale

LANGUAGES = (  # noqa: SIM905
    "en de de_AT fr es it pt nl pl cs sk sl hr bs sr hu ro bg mk ru uk be kk ky uz tk az tr el sq da sv nb nn is fi et lv lt ga cy "
    "gd eu ca gl af sw zu so id ms fil vi th lo km my mn ka hy he ar ar_LB fa ps ur hi mr ne bn as gu pa or ta te kn ml si am zh "
    "ja ko"
).split()
INTO = Path(__file__).parent.parent / "mottled_finch" / "core" / "tables" / "intake" / "month_words.py"
HEAD = '''"""Words for the months by language, January first, several parted by "|": of the Unicode CLDR, small letters, no points.

Made by scripts/make_months.py; do not edit.
"""

# ruff: noqa: E501
# fmt: off
LANGUAGE_NAMES: dict[str, str] = {names}

MONTH_WORDS: dict[str, tuple[str, ...]] = {
'''


def months_of(language: str) -> list[str]:
    """The words of the twelve months, long and short, as they stand in a date and alone."""
    told = Locale.parse(language).months
    found = []
    for month in range(1, 13):
        words = [told[context][width][month] for width in ("wide", "abbreviated") for context in ("format", "stand-alone")]
        plain = dict.fromkeys(word.casefold().strip().rstrip(".").strip() for word in words)
        found.append("|".join(word for word in plain if not any(mark.isdigit() for mark in word)))
    return found


if __name__ == "__main__":
    lines = []
    for language in LANGUAGES:
        words = months_of(language)
        if all(words):
            lines.append(f'    "{language}": {json.dumps(words, ensure_ascii=False)},\n'.replace("[", "(").replace("]", ")"))
    names = {code: Locale("en").languages[code] for code in dict.fromkeys(each.partition("_")[0] for each in LANGUAGES)}
    head = HEAD.replace("{names}", json.dumps(names, ensure_ascii=False))
    INTO.write_text(head + "".join(lines) + "}\n", encoding="utf-8")
