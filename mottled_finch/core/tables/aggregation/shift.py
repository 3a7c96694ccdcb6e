"""Moments moved along the calendar, so that records of another span stand where those of the kept one do.

What a shorter month or year does not have falls on its last: 29 February on the 28th, week 53 on week 52. So moments that rise
still rise when they are moved.
"""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.language.english import counted
from ...common.recipe.spec import ShiftSpec
from ..kernels import blocks_of, in_blocks

Moments = NDArray[np.datetime64]
Way = Literal["own", "moved", "weeks"]
"""What a cut of moved moments is made from: the moments before they moved, the moved ones, or ones moved to the same week of
another year.
"""
_MONTHS = {"years": 12, "quarters": 3, "months": 1}
_DAYS = {"weeks": 7, "days": 1}
_FIRST, _LAST = np.datetime64("0001-01-01", "D"), np.datetime64("9999-12-31", "D")
_DAY = 86_400_000_000
"""In microseconds."""
_MANY_DAYS = 1 << 17
_BLANK = int(np.datetime64("NaT", "us").astype(np.int64))
_BEFORE_ALL = -(1 << 24)
"""A day that no calendar has, as that of a blank is none."""


def way_of(shift: ShiftSpec, cut: str | None) -> Way:
    """Whole months keep weekdays as they were, and whole years the numbers of weeks: a Monday is set against Mondays. What comes
    round every year, or every day, is what it was.
    """
    unit, _ = shift.by
    if cut == "hour" or (unit in _MONTHS and cut == "weekday") or (unit == "years" and cut in ("month", "quarter", "week")):
        return "own"
    return "weeks" if unit == "years" and cut == "year_week" else "moved"


def moved(moments: Moments, shift: ShiftSpec, way: Way = "moved") -> Moments:
    """Moments (datetime64[us]; NaT stays) of the other side, where those of the kept span are: against its shift.

    Raises TableError where one would leave the calendar, which runs from the year 1 to 9999.
    """
    if way == "own":
        return moments
    times = np.ascontiguousarray(moments).view(np.int64)
    days = np.empty(len(times), dtype=np.int64)

    def tell(block: slice) -> None:
        np.floor_divide(times[block], _DAY, out=days[block])

    in_blocks(tell, blocks_of(len(times)))
    there = days[times != _BLANK] if len(times) and days.min() < _BEFORE_ALL else days
    if not len(there):
        return moments
    first, last = int(there.min()), int(there.max())
    # By day, of which there are few: what a day is moved by, all its moments are.
    every = np.arange(first, last + 1) if last - first < _MANY_DAYS else np.unique(there)
    by = (_days_moved(every.astype("datetime64[D]"), shift, way).astype(np.int64) - every) * _DAY
    straight = len(every) == last - first + 1
    found = np.empty(len(times), dtype=np.int64)

    def move(block: slice) -> None:
        place = days[block] - first if straight else np.searchsorted(every, days[block])
        np.add(times[block], np.take(by, place, mode="clip"), out=found[block])

    in_blocks(move, blocks_of(len(times)))
    found[days < _BEFORE_ALL] = _BLANK
    return found.view(moments.dtype)


def _days_moved(days: Moments, shift: ShiftSpec, way: Way) -> Moments:
    """Days (datetime64[D], no NaT), moved. Raises TableError where one would leave the calendar."""
    unit, number = shift.by
    if unit in _DAYS:
        found = days - number * _DAYS[unit]
    else:
        found = _to_week(days, -number) if way == "weeks" else _by_months(days, -number * _MONTHS[unit])
    if (found >= _FIRST).all() and (found <= _LAST).all():
        return found
    raise TableError(
        f'{counted(abs(number), unit.removesuffix("s"))} from "{shift.field}" the calendar has ended, which runs to 9999; '
        "shift by less",
        path=f"pivot.show.shift.{unit}",
        received=number,
    )


def span_meets(moments: Moments, shift: ShiftSpec) -> tuple[np.datetime64, np.datetime64]:
    """The first and the last moment of the days that both sides have records of; those ``moments`` occur, and rise. Where none is,
    the first comes after the last.
    """
    ends = moments[[0, -1]]
    theirs = moved(ends, shift)
    first = max(ends[0], theirs[0]).astype("datetime64[D]")
    last = min(ends[1], theirs[1]).astype("datetime64[D]") + 1
    return first.astype("datetime64[us]"), last.astype("datetime64[us]") - np.timedelta64(1, "us")


def _by_months(days: Moments, months: int) -> Moments:
    month = days.astype("datetime64[M]")
    target = month + months
    first = target.astype("datetime64[D]")
    last = (target + 1).astype("datetime64[D]") - first - 1
    found: Moments = first + np.minimum(days - month.astype("datetime64[D]"), last)
    return found


def _to_week(days: Moments, years: int) -> Moments:
    """The same weekday of the week of that number, so many years on."""
    weekday = (days.astype(np.int64) + 3) % 7
    thursday = days - weekday + 3
    year = thursday.astype("datetime64[Y]")
    week = (thursday - year.astype("datetime64[D]")).astype(np.int64) // 7
    first, after = (_first_monday(year + years + step) for step in (0, 1))
    week = np.minimum(week, (after - first).astype(np.int64) // 7 - 1)
    found: Moments = first + week * 7 + weekday
    return found


def _first_monday(year: Moments) -> Moments:
    """The Monday of each year's first week, the one with its first Thursday."""
    fourth = year.astype("datetime64[D]") + 3
    found: Moments = fourth - ((fourth.astype(np.int64) + 3) % 7).astype("timedelta64[D]")
    return found
