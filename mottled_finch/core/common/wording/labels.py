"""Members as they are shown to the reader: parts of moments and the gathered rest in the reader's language. In recipes and
data they keep the names they have. And numbers as members.
"""

import re
from collections.abc import Sequence

from ..language.languages import ENGLISH, Language
from ..recipe.spec import LevelSpec

OTHERS = "Others"
"""What the gathered rest of a level is called by itself."""


def shown_label(levels: Sequence[LevelSpec], depth: int, label: str, language: Language) -> str:
    """The label of a member of the level at a depth."""
    if language.ours or depth >= len(levels):
        return label
    level = levels[depth]
    if level.others is True and label == OTHERS:
        return language.say("others")
    return _part(level.cut, label, language) or label


def _part(cut: str | None, label: str, language: Language) -> str | None:
    """A part of moments; None for what is none, such as a member with a name of its own."""
    calendar = language.calendar
    if cut == "month" and label in ENGLISH.months:
        return calendar.months[ENGLISH.months.index(label)]
    if cut == "weekday" and label in ENGLISH.weekdays:
        return calendar.weekdays[ENGLISH.weekdays.index(label)]
    if cut in ("quarter", "year_quarter") and (found := re.fullmatch(r"(.+-)?Q([1-4])", label)):
        return f"{found[1] or ''}{calendar.quarters[int(found[2]) - 1]}"
    if cut in ("week", "year_week") and (found := re.fullmatch(r"(.+-)?W(\d\d)", label)):
        return f"{found[1] or ''}{language.say('week', number=found[2])}"
    return None


def number_label(value: float) -> str:
    """A number used as a category: whole ones without a point."""
    return str(int(value)) if value == int(value) and abs(value) < 1e15 else repr(value)
