"""The languages that figures are written in. Whatever says something in one of them is given it."""

import re
from dataclasses import dataclass

import numpy as np

from .calendar import Calendar
from .calendars import CALENDARS
from .words import WORDS

_MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
_LONG = ("January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December")
ENGLISH = Calendar(
    name="English",
    months=_MONTHS,
    long_months=_LONG,
    dated_months=_MONTHS,
    weekdays=("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"),
    quarters=("Q1", "Q2", "Q3", "Q4"),
    day="d MMM y",
    decimal=".",
    group=",",
    percent="{}%",
    currency_behind=False,
)


@dataclass(frozen=True)
class Language:
    """A language by its code, with its calendar; words that were not reviewed in it are English."""

    code: str
    calendar: Calendar

    @property
    def ours(self) -> bool:
        """Whether it is English, whose sentences are put together as the rest of ours are."""
        return self.code == "en"

    def say(self, word: str, **more: object) -> str:
        """One of our fixed words, with what stands in its braces."""
        return WORDS.get(self.code, WORDS["en"])[word].format(**more)

    def day(self, moment: np.datetime64) -> str:
        """A day as it is read: "1 Jan 2025"."""
        year, month, day = str(moment.astype("datetime64[D]")).rsplit("-", 2)
        parts = {"y": year, "d": str(int(day)), "MMM": self.calendar.dated_months[int(month) - 1], "M": str(int(month))}
        words = re.split(r"('[^']*'|MMM|M|d|y)", self.calendar.day)
        return "".join(parts.get(word, word.strip("'")) for word in words)

    def grouped(self, number: int) -> str:
        """A whole number with its digits grouped."""
        return f"{number:,}".replace(",", self.calendar.group)


LANGUAGES = {"en": ENGLISH, **CALENDARS}
"""The languages that figures are written in, by their codes."""
OURS = Language("en", ENGLISH)
"""English, in which figures are spoken of to whoever makes them."""


def code_of(tag: str) -> str | None:
    """The language that a BCP 47 tag such as "de-AT" means, of those that figures are written in."""
    code = re.split("[-_]", tag.strip().casefold())[0]
    return code if code in LANGUAGES else None


def language_of(tag: str | None) -> Language:
    """That of a tag that was checked; English without one."""
    code = (code_of(tag) if tag else None) or "en"
    return Language(code, LANGUAGES[code])
