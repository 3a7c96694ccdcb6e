"""The language of the figure that is being made: what is laid out within ``speaking`` is said in it."""

import re
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
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
_OURS = Language("en", ENGLISH)
_SPOKEN: ContextVar[Language] = ContextVar("language", default=_OURS)


def code_of(tag: str) -> str | None:
    """The language that a BCP 47 tag such as "de-AT" means, of those that figures are written in."""
    code = re.split("[-_]", tag.strip().casefold())[0]
    return code if code in LANGUAGES else None


def language_of(tag: str | None) -> Language:
    """That of a tag that was checked; English without one."""
    code = (code_of(tag) if tag else None) or "en"
    return Language(code, LANGUAGES[code])


def spoken() -> Language:
    """The language that is spoken now."""
    return _SPOKEN.get()


@contextmanager
def speaking(tag: str | None) -> Iterator[None]:
    """Within it, what is said is said in the language of a tag."""
    token = _SPOKEN.set(language_of(tag))
    try:
        yield
    finally:
        _SPOKEN.reset(token)
