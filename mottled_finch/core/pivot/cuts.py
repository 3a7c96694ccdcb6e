"""Cutting moments into parts. A cut gives each moment a whole number, in natural order, and each such number a label.

Parts are worked out by day, for the days between the first and the last moment, and looked up; only the hour is not of the day.
Weeks are those of ISO 8601: they begin on Monday, and the first week of a year is the one with its first Thursday.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..table import smallest_codes
from .kernels import blocks_of, compiled, in_blocks

Moments = NDArray[np.datetime64]
Ordinals = NDArray[np.int64]

MONTH_NAMES = (
    "January",
    "February",
    "March",
    "April",
    "May",
    "June",
    "July",
    "August",
    "September",
    "October",
    "November",
    "December",
)
WEEKDAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
MONTHS, WEEKDAYS = (tuple(name[:3] for name in names) for names in (MONTH_NAMES, WEEKDAY_NAMES))
_DAY, _HOUR = 86_400_000_000, 3_600_000_000
"""In microseconds."""


@dataclass(frozen=True)
class Calendar:
    """``year`` is the month, from 0, in which years begin; ``week`` the first of the weekdays, Monday being 0."""

    year: int = 0
    week: int = 0


@dataclass(frozen=True)
class CutRule:
    """``of_days`` takes days since 1 January 1970 to whole numbers, ``label`` names one of those. ``cycle`` is how many there are
    when they come round again; their numbers then run from ``first``. Parts that go on have no cycle.
    """

    of_days: Callable[[Ordinals, Calendar], Ordinals]
    label: Callable[[int, Calendar], str]
    cycle: int | None = None
    first: int = 0


def _months(days: Ordinals) -> Ordinals:
    return days.astype("datetime64[D]").astype("datetime64[M]").astype(np.int64)


def _day_of_month(days: Ordinals) -> Ordinals:
    dates = days.astype("datetime64[D]")
    found: Ordinals = (dates - dates.astype("datetime64[M]")).astype(np.int64) + 1
    return found


def _weekday(days: Ordinals) -> Ordinals:
    return (days + 3) % 7  # 1 January 1970 was a Thursday


def _thursday(days: Ordinals) -> Ordinals:
    """The Thursday of a day's week, which decides the week's year."""
    return days - _weekday(days) + 3


def _iso_week(days: Ordinals) -> Ordinals:
    dates = _thursday(days).astype("datetime64[D]")
    found: Ordinals = (dates - dates.astype("datetime64[Y]")).astype(np.int64) // 7 + 1
    return found


def _year_label(year: int, calendar: Calendar) -> str:
    return str(1970 + year) if calendar.year == 0 else f"{1970 + year}/{(1971 + year) % 100:02d}"


def _year_quarter_label(quarter: int, calendar: Calendar) -> str:
    return f"{_year_label(quarter // 4, calendar)}-Q{quarter % 4 + 1}"


def _year_week_label(week: int, _calendar: Calendar) -> str:
    thursday = np.datetime64(7 * week, "D")
    year = thursday.astype("datetime64[Y]")
    return f"{year}-W{int((thursday - year).astype(int)) // 7 + 1:02d}"


CUTS: dict[str, CutRule] = {
    "year": CutRule(lambda days, calendar: (_months(days) - calendar.year) // 12, _year_label),
    "quarter": CutRule(
        lambda days, calendar: (_months(days) - calendar.year) % 12 // 3, lambda quarter, _: f"Q{quarter + 1}", cycle=4
    ),
    "month": CutRule(
        lambda days, calendar: (_months(days) - calendar.year) % 12,
        lambda month, calendar: MONTHS[(month + calendar.year) % 12],
        cycle=12,
    ),
    "week": CutRule(lambda days, _: _iso_week(days), lambda week, _: f"W{week:02d}", cycle=53, first=1),
    "day": CutRule(lambda days, _: _day_of_month(days), lambda day, _: str(day), cycle=31, first=1),
    "weekday": CutRule(
        lambda days, calendar: (_weekday(days) - calendar.week) % 7,
        lambda day, calendar: WEEKDAYS[(day + calendar.week) % 7],
        cycle=7,
    ),
    "hour": CutRule(lambda _days, _calendar: np.zeros(0, dtype=np.int64), lambda hour, _: f"{hour:02d}", cycle=24),
    "date": CutRule(lambda days, _: days, lambda day, _: str(np.datetime64(day, "D"))),
    "year_quarter": CutRule(lambda days, calendar: (_months(days) - calendar.year) // 3, _year_quarter_label),
    "year_month": CutRule(lambda days, _: _months(days), lambda month, _: str(np.datetime64(month, "M"))),
    "year_week": CutRule(lambda days, _: (days + 3) // 7, _year_week_label),
}


@dataclass(frozen=True, eq=False)
class Parts:
    """``codes``, one a moment, are places in ``ordinals``, which rise."""

    codes: NDArray[Any]
    ordinals: Ordinals


@dataclass(frozen=True, eq=False)
class Clock:
    """Moments ready to be cut: ``days`` are counted from the day ``first`` to the day ``last``, ``hours`` are those of the day."""

    days: NDArray[Any]
    hours: NDArray[np.uint8]
    first: int
    last: int

    @property
    def nbytes(self) -> int:
        return self.days.nbytes + self.hours.nbytes


def clock_of(moments: Moments) -> Clock:
    """Day and hour of moments (datetime64[us], no NaT), in one pass after one for the first and last of them."""
    times = np.ascontiguousarray(moments.astype("datetime64[us]", copy=False)).view(np.int64)
    if not len(times):
        return Clock(np.zeros(0, dtype=np.uint8), np.zeros(0, dtype=np.uint8), 0, 0)
    blocks = blocks_of(len(times))
    ends = list(in_blocks(lambda block: _ends(times[block]), blocks))
    first, last = min(least for least, _ in ends) // _DAY, max(most for _, most in ends) // _DAY
    days, hours = np.empty(len(times), dtype=smallest_codes(last - first + 1)), np.empty(len(times), dtype=np.uint8)
    list(in_blocks(lambda block: _tell(times[block], first, days[block], hours[block]), blocks))
    return Clock(days, hours, int(first), int(last))


def cut_clock(clock: Clock, cut: str, calendar: Calendar) -> Parts:
    """One cut of the moments. Only parts that occur are listed."""
    if not len(clock.days):
        return Parts(np.zeros(0, dtype=np.uint8), np.zeros(0, dtype=np.int64))
    if cut == "hour":
        return _listed(clock.hours, np.arange(24), None)
    of_days = CUTS[cut].of_days
    if clock.last - clock.first > max(10 * len(clock.days), 1_000):  # a table of all the days between would be mostly empty
        ordinals, codes = np.unique(of_days(clock.days.astype(np.int64) + clock.first, calendar), return_inverse=True)
        return Parts(codes.astype(smallest_codes(len(ordinals))), ordinals)
    ordinals, by_day = np.unique(of_days(np.arange(clock.first, clock.last + 1), calendar), return_inverse=True)
    return _listed(clock.days, ordinals, by_day.astype(smallest_codes(len(ordinals))))


def cut_moments(moments: Moments, cut: str, calendar: Calendar) -> Parts:
    """One cut of moments (datetime64[us], no NaT), of which only parts that occur are listed."""
    return cut_clock(clock_of(moments), cut, calendar)


def _listed(places: NDArray[Any], ordinals: Ordinals, table: NDArray[Any] | None) -> Parts:
    """Codes looked up in a table, if there is one, of the ordinals that occur."""
    kind = smallest_codes(len(ordinals))
    blocks = blocks_of(len(places))
    codes = places if table is None else np.empty(len(places), dtype=kind)

    def work(block: slice) -> NDArray[np.bool_]:
        seen = np.zeros(len(ordinals), dtype=np.bool_)
        if table is None:
            _mark(codes[block], seen)
        else:
            _look_up(places[block], table, codes[block], seen)
        return seen

    occurs = np.logical_or.reduce(list(in_blocks(work, blocks)))
    if occurs.all():
        return Parts(codes, ordinals)
    place = np.cumsum(occurs) - 1
    return Parts(np.take(place.astype(kind), codes, mode="clip"), ordinals[occurs])


@compiled
def _ends(times: Any) -> Any:  # pragma: no cover - compiled
    least, most = times[0], times[0]
    for i in range(np.uint64(len(times))):
        least = min(least, times[i])
        most = max(most, times[i])
    return least, most


@compiled
def _tell(times: Any, first: Any, days: Any, hours: Any) -> None:  # pragma: no cover - compiled
    """Counted from the first day, moments are not negative, and unsigned division by a constant is a multiplication."""
    start = np.int64(first) * np.int64(_DAY)
    for i in range(np.uint64(len(times))):
        hour = np.uint64(times[i] - start) // np.uint64(_HOUR)
        day = hour // np.uint64(24)
        days[i] = day
        hours[i] = hour - day * np.uint64(24)


@compiled
def _look_up(places: Any, table: Any, codes: Any, seen: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(places))):
        code = table[places[i]]
        codes[i] = code
        seen[code] = True


@compiled
def _mark(codes: Any, seen: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(codes))):
        seen[codes[i]] = True
