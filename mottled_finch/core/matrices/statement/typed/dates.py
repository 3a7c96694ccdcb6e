"""Dates as they are said: "March 2025", "q1 2025", "last 3 months", "weekends". Those that say how long ago are reckoned from the
last moment that the table holds, so that they mean the same whenever they are read.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ....tables.aggregation.cuts import MONTH_NAMES, MONTHS, WEEKDAY_NAMES, WEEKDAYS
from .words import Word, key_of

_MONTH: dict[str, int] = {
    **{key_of(name): i + 1 for i, name in enumerate(MONTH_NAMES)},
    **{key_of(name[:3]): i + 1 for i, name in enumerate(MONTH_NAMES)},
    "sept": 9,
}
_WEEKDAY: dict[str, int] = {
    **{key_of(name): i for i, name in enumerate(WEEKDAY_NAMES)},
    **{name[:3].casefold(): i for i, name in enumerate(WEEKDAY_NAMES)},
    **dict.fromkeys(("tues",), 1),
    **dict.fromkeys(("thur", "thurs"), 3),
}
_SEASONS = {"winter": (12, 1, 2), "spring": (3, 4, 5), "summer": (6, 7, 8), "autumn": (9, 10, 11), "fall": (9, 10, 11)}
_DAYTIMES = {
    "morning": range(6, 12),
    "afternoon": range(12, 18),
    "evening": range(18, 22),
    "night": (22, 23, 0, 1, 2, 3, 4, 5),
    "noon": (12,),
}
_ORDINALS = {"first": 1, "second": 2, "third": 3, "fourth": 4, "1st": 1, "2nd": 2, "3rd": 3, "4th": 4}
_UNITS = {"year": "Y", "month": "M", "day": "D", "week": "W", "quarter": "Q"}
_NUMBERS = {"two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "twelve": 12}
MIN_YEAR, MAX_YEAR = 1900, 2100
DATE_WORDS = frozenset((*_MONTH, *_WEEKDAY, *_SEASONS, *_DAYTIMES, *_ORDINALS, *_UNITS, *_NUMBERS, "weekend", "workday", "ytd"))
"""Keys of words that are part of a date."""


@dataclass(frozen=True, slots=True)
class Span:
    """From ``first`` to ``last``, both included, as dates or months. ``year`` says that it is one year in full, ``ago`` that it is
    reckoned from the last moment of the table.
    """

    end: int
    first: str
    last: str
    year: bool = False
    ago: bool = False


@dataclass(frozen=True, slots=True)
class Recurring:
    """Members of a cut: the Mondays of all weeks."""

    end: int
    cut: str
    labels: tuple[str, ...]


class Dates:
    def __init__(self, words: Sequence[Word], keys: Sequence[str], latest: np.datetime64 | None) -> None:
        self.words = words
        self.keys = keys
        self.latest = latest

    def key(self, i: int) -> str:
        return self.keys[i] if i < len(self.keys) else ""

    def year(self, i: int) -> int | None:
        if i >= len(self.words) or self.words[i].kind != "number" or len(self.words[i].text) != 4:
            return None
        value = self.words[i].value
        return int(value) if MIN_YEAR <= value <= MAX_YEAR and value == int(value) else None

    def number(self, i: int) -> int | None:
        if i < len(self.words) and self.words[i].kind == "number" and self.words[i].value == int(self.words[i].value):
            return int(self.words[i].value)
        return _NUMBERS.get(self.key(i))

    def spans(self, i: int) -> Iterator[Span]:
        """Spans of time that are said from here on, the longest first."""
        if i >= len(self.words):
            return
        for edge in ("start", "beginning", "end"):
            if self.key(i) == edge and self.key(i + 1) == "of":
                for span in self._plain_spans(i + 2):
                    day = span.last if edge == "end" else span.first
                    yield Span(span.end, day, day)
        yield from self._plain_spans(i)

    def _plain_spans(self, i: int) -> Iterator[Span]:
        """The same but for the edges of others."""
        if i >= len(self.words):
            return
        if self.words[i].kind == "date":
            yield Span(i + 1, self.keys[i], self.keys[i])
            return
        yield from self._days(i)
        yield from self._months(i)
        yield from self._parts_of_years(i)
        if (year := self.year(i)) is not None:
            yield Span(i + 1, f"{year}-01", f"{year}-12", year=True)
        yield from self._ago(i + 1 if self.key(i) == "the" else i)

    def _months(self, i: int) -> Iterator[Span]:
        month = _MONTH.get(self.key(i))
        if month is not None:
            for at in (i + 1, i + 2):
                if (at == i + 1 or self.key(i + 1) in ("of", "in", ",")) and (year := self.year(at)) is not None:
                    yield Span(at + 1, f"{year}-{month:02}", f"{year}-{month:02}")
        if (year := self.year(i)) is not None and (month := _MONTH.get(self.key(i + 1))) is not None:
            yield Span(i + 2, f"{year}-{month:02}", f"{year}-{month:02}")

    def _days(self, i: int) -> Iterator[Span]:
        """ "1 June 2025", "June 1st, 2025", "1st of June"."""
        first_day, after = self._day(i), i + 1
        if first_day is not None:
            if self.key(after) == "of":
                after += 1
            month = _MONTH.get(self.key(after))
        else:
            month, first_day, after = _MONTH.get(self.key(i)), self._day(i + 1), i + 1
        if month is None or first_day is None:
            return
        at = after + 1
        with_year = at + 1 if self.key(at) == "," and self.year(at + 1) is not None else at
        year = self.year(with_year)
        if year is not None:
            yield from self._one_day(with_year + 1, year, month, first_day)
        elif self.latest is not None:
            latest = self.latest.astype("datetime64[D]")
            year = int(str(latest)[:4])
            for day in self._one_day(at, year, month, first_day):
                yield day if day.first <= str(latest) else Span(at, f"{year - 1}{day.first[4:]}", f"{year - 1}{day.first[4:]}")

    def _one_day(self, end: int, year: int, month: int, day: int) -> Iterator[Span]:
        text = f"{year}-{month:02}-{day:02}"
        try:
            np.datetime64(text, "D")
        except ValueError:
            return
        yield Span(end, text, text)

    def _day(self, i: int) -> int | None:
        if i >= len(self.words) or self.words[i].kind not in ("number", "ordinal"):
            return None
        value = self.words[i].value
        return int(value) if 1 <= value <= 31 and value == int(value) and len(self.words[i].text) <= 4 else None

    def _parts_of_years(self, i: int) -> Iterator[Span]:
        """Quarters and halves with their year: "q1 2025", "2025 Q1", "first half of 2024"."""
        for part, months, end in self._quarters_and_halves(i):
            for at in (end, end + 1):
                if (at == end or self.key(end) in ("of", "in", ",")) and (year := self.year(at)) is not None:
                    yield Span(at + 1, f"{year}-{(part - 1) * months + 1:02}", f"{year}-{part * months:02}")
        if (year := self.year(i)) is not None:
            for part, months, end in self._quarters_and_halves(i + 1):
                yield Span(end, f"{year}-{(part - 1) * months + 1:02}", f"{year}-{part * months:02}")

    def _quarters_and_halves(self, i: int) -> Iterator[tuple[int, int, int]]:
        key = self.key(i)
        for letter, months in (("q", 3), ("h", 6)):
            if len(key) == 2 and key[0] == letter and key[1].isdigit() and 1 <= int(key[1]) <= 12 // months:
                yield int(key[1]), months, i + 1
        part = _ORDINALS.get(key)
        for word, months in (("quarter", 3), ("half", 6)):
            if part is not None and self.key(i + 1) == word and part <= 12 // months:
                yield part, months, i + 2

    def _ago(self, i: int) -> Iterator[Span]:
        """ "last 3 months", "this quarter", "year to date": reckoned from the last moment there is."""
        if self.latest is None:
            return
        key = self.key(i)
        to_date = {"ytd": "Y", "qtd": "Q", "mtd": "M", "wtd": "W"}
        if key in to_date:
            yield self._whole(i + 1, to_date[key], 0)
        if key in _UNITS and self.key(i + 1) == "to" and self.key(i + 2) == "date":
            yield self._whole(i + 3, _UNITS[key], 0)
        if key in ("last", "previous", "past", "prior", "recent", "latest"):
            number, at = self.number(i + 1), i + 2
            unit = _UNITS.get(self.key(at)) if number is not None else None
            if number is not None and unit is not None and 1 <= number <= 10_000:
                yield self._running(at + 1, unit, number)
            elif (unit := _UNITS.get(self.key(i + 1))) is not None:
                yield self._whole(i + 2, unit, 0 if key == "latest" else -1)
        if key in ("this", "current") and (unit := _UNITS.get(self.key(i + 1))) is not None:
            yield self._whole(i + 2, unit, 0)

    def _whole(self, end: int, unit: str, by: int) -> Span:
        """The year, quarter, month or week of the last moment, or one before."""
        assert self.latest is not None
        if unit == "D":
            day = str(self.latest.astype("datetime64[D]") + by)
            return Span(end, day, day, ago=True)
        if unit == "W":
            day = self.latest.astype("datetime64[D]")
            monday = day - (int(day.astype(int)) + 3) % 7 + 7 * by
            return Span(end, str(monday), str(monday + 6), ago=True)
        months = {"Y": 12, "Q": 3, "M": 1}[unit]
        month = int(self.latest.astype("datetime64[M]").astype(int)) // months * months + by * months
        first, last = (str(np.datetime64(each, "M")) for each in (month, month + months - 1))
        return Span(end, first, last, year=unit == "Y", ago=True)

    def _running(self, end: int, unit: str, number: int) -> Span:
        """So many months, quarters or years back from the month of the last moment, or days and weeks from its day."""
        assert self.latest is not None
        if unit in "DW":
            day = self.latest.astype("datetime64[D]")
            return Span(end, str(day - number * (7 if unit == "W" else 1) + 1), str(day), ago=True)
        month = self.latest.astype("datetime64[M]")
        if unit == "Q":
            month += 2 - int(month.astype(int)) % 3
        return Span(end, str(month - number * {"Y": 12, "Q": 3, "M": 1}[unit] + 1), str(month), ago=True)

    def recurring(self, i: int) -> Iterator[Recurring]:
        key = self.key(i)
        if key in _MONTH and not (key == "may" and self.words[i].text == "may"):
            yield Recurring(i + 1, "month", (MONTHS[_MONTH[key] - 1],))
        if key in _WEEKDAY:
            yield Recurring(i + 1, "weekday", (WEEKDAYS[_WEEKDAY[key]],))
        if key == "weekend":
            yield Recurring(i + 1, "weekday", tuple(WEEKDAYS[5:]))
        if key in ("weekday", "workday") or (key in ("working", "work", "week", "business") and self.key(i + 1) == "day"):
            yield Recurring(i + 1 + (key in ("working", "work", "week", "business")), "weekday", tuple(WEEKDAYS[:5]))
        if key in _SEASONS:
            yield Recurring(i + 1, "month", tuple(MONTHS[month - 1] for month in _SEASONS[key]))
        if key in _DAYTIMES:
            yield Recurring(i + 1, "hour", tuple(f"{hour:02}" for hour in _DAYTIMES[key]))
        for part, months, end in self._quarters_and_halves(i):
            if months == 3:
                yield Recurring(end, "quarter", (f"Q{part}",))
            else:
                yield Recurring(end, "quarter", tuple(f"Q{quarter}" for quarter in (2 * part - 1, 2 * part)))

    def open_ended(self, i: int) -> Iterator[Span]:
        """A month without its year, where a span begins or ends: the last such month that the table holds."""
        month = _MONTH.get(self.key(i))
        if month is not None and self.latest is not None:
            last = str(self.latest.astype("datetime64[M]"))
            year = int(last[:4]) - (f"{last[:4]}-{month:02}" > last)
            yield Span(i + 1, f"{year}-{month:02}", f"{year}-{month:02}", ago=True)
