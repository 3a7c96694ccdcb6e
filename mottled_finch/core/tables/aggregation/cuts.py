"""Cutting moments into parts. A cut gives each moment a whole number, in natural order, and each such number a label.

Parts are worked out by day, for the days between the first and the last moment, and looked up; only the hour is not of the day.
Weeks are those of ISO 8601: they begin on Monday, and the first week of a year is the one with its first Thursday.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.language.languages import ENGLISH
from ..kernels import BUFFERS, blocks_of, compiled, in_blocks, read_only
from ..table import smallest_codes

Moments = NDArray[np.datetime64]
Ordinals = NDArray[np.int64]

WEEKDAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
MONTH_NAMES, MONTHS, WEEKDAYS = ENGLISH.long_months, ENGLISH.months, ENGLISH.weekdays
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
    """Moments ready to be cut: ``days`` are counted from the day ``first``, ``hours`` are those of the day.

    ``days_seen`` and ``hours_seen`` say which of these occur. Where days lie too far apart for such a list, ``days_seen`` is None.
    """

    days: NDArray[Any]
    hours: NDArray[np.uint8]
    first: int
    days_seen: NDArray[np.bool_] | None
    hours_seen: NDArray[np.bool_]

    @property
    def nbytes(self) -> int:
        return self.days.nbytes + self.hours.nbytes


_USUAL = int(np.datetime64("1900-01-01", "D").astype(np.int64)), 1 << 16
"""The days that two bytes can number: to 2079."""
_MOST_DAYS = 10_000_000
"""Days that can be told from each other in doubles."""


def clock_of(moments: Moments) -> Clock:
    """Day and hour of moments (datetime64[us], no NaT): in one pass where all are of usual days, else in another two."""
    times = read_only(np.ascontiguousarray(moments.astype("datetime64[us]", copy=False)).view(np.int64))
    usual = _told(times, *_USUAL, np.uint16)
    if usual is not None:
        return usual
    ends = in_blocks(lambda block: _ends(times[block]), blocks_of(len(times)))
    first, last = min(least for least, _ in ends) // _DAY, max(most for _, most in ends) // _DAY
    days = int(last - first) + 1
    if days <= min(max(10 * len(times), 1_000), _MOST_DAYS):
        found = _told(times, int(first), days, np.uint32)
        assert found is not None
        return found
    apart = times // _DAY - first
    hours = (times % _DAY // _HOUR).astype(np.uint8)
    return Clock(apart, hours, int(first), None, np.bincount(hours, minlength=24) > 0)


def _told(times: NDArray[np.int64], first: int, days: int, kind: type[np.unsignedinteger[Any]]) -> Clock | None:
    """The clock of moments on so many days from the first; None when one is on another day."""
    found, hours = BUFFERS.empty(len(times), kind), BUFFERS.empty(len(times), np.uint8)
    days_seen = np.zeros(days, dtype=np.bool_)

    def work(block: slice) -> int | None:
        """The hours that occur, a bit each."""
        least, most, hours_seen = _tell(times[block], np.int64(first * _DAY), found[block], hours[block])
        if most >= days:
            return None
        if not days_seen[least : most + 1].all():  # most often they all were in the blocks before
            _see(found[block], days_seen)
        return int(hours_seen)

    hours_seen = 0
    for of_block in in_blocks(work, blocks_of(len(times))):
        if of_block is None:
            return None
        hours_seen |= of_block
    return Clock(found, hours, first, days_seen, np.array([hours_seen >> hour & 1 for hour in range(24)], dtype=np.bool_))


def cut_clock(clock: Clock, cut: str, calendar: Calendar) -> Parts:
    """One cut of the moments. Only parts that occur are listed."""
    if cut == "hour":
        hours = np.flatnonzero(clock.hours_seen)
        if len(hours) == 24:
            return Parts(clock.hours, hours)
        return Parts(_looked_up(clock.hours, hours, hours, hours), hours)
    of_days = CUTS[cut].of_days
    if clock.days_seen is None:
        ordinals, codes = np.unique(of_days(clock.days + clock.first, calendar), return_inverse=True)
        return Parts(codes.astype(smallest_codes(len(ordinals))), ordinals)
    days = np.flatnonzero(clock.days_seen)
    by_day = of_days(days + clock.first, calendar)
    ordinals = np.unique(by_day)
    return Parts(_looked_up(clock.days, days, by_day, ordinals), ordinals)


def cut_moments(moments: Moments, cut: str, calendar: Calendar) -> Parts:
    """One cut of moments (datetime64[us], no NaT), of which only parts that occur are listed."""
    return cut_clock(clock_of(moments), cut, calendar)


def _looked_up(places: NDArray[Any], occurring: Ordinals, parts: Ordinals, ordinals: Ordinals) -> NDArray[Any]:
    """The code of each place: where in ``ordinals`` its part stands. ``parts`` has one for each of the places that occur."""
    kind = smallest_codes(len(ordinals))
    table = np.zeros(int(occurring.max(initial=0)) + 1, dtype=kind)
    table[occurring] = np.searchsorted(ordinals, parts)
    places, codes = read_only(places), BUFFERS.empty(len(places), kind)
    in_blocks(lambda block: _look_up(places[block], table, codes[block]), blocks_of(len(places)))
    return codes


@compiled
def _ends(times: Any) -> Any:  # pragma: no cover - compiled
    least, most = times[0], times[0]
    for i in range(np.uint64(len(times))):
        least = min(least, times[i])
        most = max(most, times[i])
    return least, most


_TICK = 10
"""Of so many bits is the tick in which moments are reckoned with: an hour is a whole number of ticks."""
_HOUR_TICKS, _DAY_TICKS = _HOUR >> _TICK, _DAY >> _TICK


@compiled
def _tell(times: Any, start: Any, days: Any, hours: Any) -> Any:  # pragma: no cover - compiled
    """Day and hour counted from the start, which is the first moment of a day: what is returned is the first day, the last, and the
    hours that occur, a bit each. A moment before the start comes out as a very late one.

    In doubles, since a processor divides many of them in one step. The middle of a tick is farther from any full hour or day than
    the product can be wrong: a day has 84 million ticks, and ``_MOST_DAYS`` are rounded by a fifth of one.
    """
    by_hour, by_day = 1.0 / _HOUR_TICKS, 1.0 / _DAY_TICKS
    least, most = np.uint64(0xFFFFFFFFFFFFFFFF), np.uint64(0)
    seen = np.uint32(0)
    for i in range(np.uint64(len(times))):
        ticks = np.uint64(times[i] - start) >> np.uint64(_TICK)
        least, most = min(least, ticks), max(most, ticks)
        middle = np.float64(np.int64(ticks)) + 0.5
        day = np.int32(middle * by_day)
        hour = np.int32(middle * by_hour) - np.int32(24) * day
        days[i] = day
        hours[i] = hour
        seen |= np.uint32(1) << np.uint32(hour & np.int32(31))
    return least // np.uint64(_DAY_TICKS), most // np.uint64(_DAY_TICKS), seen


@compiled
def _see(days: Any, seen: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(days))):
        seen[days[i]] = True


@compiled
def _look_up(places: Any, table: Any, codes: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(places))):
        codes[i] = table[places[i]]
