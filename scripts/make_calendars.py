"""Write how languages name months, weekdays and quarters, and write days and numbers: of the Unicode CLDR, which Babel carries.

Run by hand when the CLDR has a new release, in an environment with Babel, which nothing else needs: `python
scripts/make_calendars.py`. Languages are those of LANGUAGES, each as its main region has it; English is our own.
"""

from pathlib import Path

from babel import Locale

LANGUAGES = (  # noqa: SIM905
    "de fr es it pt nl pl cs sk sl hr hu ro bg uk ru el sv da nb fi et lv lt ca tr vi id he ar fa hi th zh ja ko"
).split()
INTO = Path(__file__).parent.parent / "mottled_finch" / "core" / "common" / "language" / "calendars.py"
HEAD = '''"""How languages name months, weekdays and quarters, and write days and numbers: of the Unicode CLDR.

Made by scripts/make_calendars.py; do not edit.
"""

# ruff: noqa: E501
# fmt: off
from .calendar import Calendar

CALENDARS: dict[str, Calendar] = {
'''
GROUPS = {"\u202f": "\u00a0", "'": "’"}
"""Written as the marks that a recipe knows."""


def calendar_of(language: str) -> str:
    locale = Locale.parse(language)
    alone = {width: locale.months["stand-alone"][width] for width in ("wide", "abbreviated")}
    dated = locale.months["format"]["abbreviated"]
    symbols = locale.number_symbols.get("latn", locale.number_symbols)
    days = locale.days["stand-alone"]["abbreviated"]
    quarters = locale.quarters["stand-alone"]["abbreviated"]
    parts = {
        "name": locale.languages[locale.language],
        "months": tuple(alone["abbreviated"][i] for i in range(1, 13)),
        "long_months": tuple(alone["wide"][i] for i in range(1, 13)),
        "dated_months": tuple(dated[i] for i in range(1, 13)),
        "weekdays": tuple(days[i] for i in range(7)),
        "quarters": tuple(quarters[i] for i in range(1, 5)),
        "day": locale.datetime_skeletons["yMMMd"].pattern,
        "decimal": symbols["decimal"],
        "group": GROUPS.get(symbols["group"], symbols["group"]),
        "percent": locale.percent_formats[None].pattern.replace("#,##,##0", "{}").replace("#,##0", "{}"),
        "currency_behind": locale.currency_formats["standard"].pattern.rstrip("\u200f").endswith("¤"),
    }
    return f'    "{language}": Calendar({", ".join(f"{key}={value!r}" for key, value in parts.items())}),\n'


if __name__ == "__main__":
    INTO.write_text(HEAD + "".join(map(calendar_of, LANGUAGES)) + "}\n", encoding="utf-8")
