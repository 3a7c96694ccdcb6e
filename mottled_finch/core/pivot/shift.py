"""Moments moved along the calendar, so that records of another span stand where those of the kept one do.

What a shorter month or year does not have falls on its last: 29 February on the 28th, week 53 on week 52. So moments that rise
still rise when they are moved.
"""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.spec import ShiftSpec
from ..words.wording import counted

Moments = NDArray[np.datetime64]
Way = Literal["own", "moved", "weeks"]
"""What a cut of moved moments is made from: the moments before they moved, the moved ones, or ones moved to the same week of
another year.
"""
_MONTHS = {"years": 12, "quarters": 3, "months": 1}
_DAYS = {"weeks": 7, "days": 1}
_DAY = np.timedelta64(86_400_000_000, "us")
_FIRST, _LAST = np.datetime64("0001-01-01", "us"), np.datetime64("9999-12-31T23:59:59.999999", "us")


def way_of(shift: ShiftSpec, cut: str | None) -> Way:
    """Whole months keep weekdays as they were, and whole years the numbers of weeks: a Monday is set against Mondays."""
    unit, _ = shift.by
    if unit in _MONTHS and cut == "weekday":
        return "own"
    if unit == "years" and cut in ("week", "year_week"):
        return "own" if cut == "week" else "weeks"
    return "moved"


def moved(moments: Moments, shift: ShiftSpec, way: Way = "moved") -> Moments:
    """Moments (datetime64[us]; NaT stays) of the other side, where those of the kept span are: against its shift.

    Raises TableError where one would leave the calendar, which runs from the year 1 to 9999.
    """
    unit, number = shift.by
    if way == "own":
        return moments
    if unit in _DAYS:
        return _within_calendar(moments - number * _DAYS[unit] * _DAY, shift)
    found = _to_week(moments, -number) if way == "weeks" else _by_months(moments, -number * _MONTHS[unit])
    return _within_calendar(found, shift)


def span_meets(moments: Moments, shift: ShiftSpec) -> tuple[np.datetime64, np.datetime64]:
    """The first and the last moment of the days that both sides have records of; those ``moments`` occur, and rise. Where none is,
    the first comes after the last.
    """
    theirs = moved(moments, shift)
    first = max(moments[0], theirs[0]).astype("datetime64[D]")
    last = min(moments[-1], theirs[-1]).astype("datetime64[D]") + 1
    return first.astype("datetime64[us]"), last.astype("datetime64[us]") - np.timedelta64(1, "us")


def _within_calendar(moments: Moments, shift: ShiftSpec) -> Moments:
    there = moments[~np.isnat(moments)]
    if (there >= _FIRST).all() and (there <= _LAST).all():
        return moments
    unit, number = shift.by
    raise TableError(
        f'{counted(abs(number), unit.removesuffix("s"))} from "{shift.field}" the calendar has ended, which runs to 9999; '
        "shift by less",
        path=f"pivot.show.shift.{unit}",
        received=number,
    )


def _by_months(moments: Moments, months: int) -> Moments:
    month = moments.astype("datetime64[M]")
    into = moments - month.astype("datetime64[us]")
    target = month + months
    last = (target + 1).astype("datetime64[D]").astype("datetime64[us]") - target.astype("datetime64[us]") - _DAY
    with np.errstate(invalid="ignore"):  # of NaT
        day, time = into // _DAY * _DAY, into % _DAY
    found: Moments = target.astype("datetime64[us]") + np.minimum(day, last) + time
    return found


def _to_week(moments: Moments, years: int) -> Moments:
    """The same weekday of the week of that number, so many years on."""
    days = moments.astype("datetime64[D]")
    weekday = (days.astype(np.int64) + 3) % 7
    thursday = days - weekday + 3
    year = thursday.astype("datetime64[Y]")
    week = (thursday - year.astype("datetime64[D]")).astype(np.int64) // 7
    first, after = (_first_monday(year + years + step) for step in (0, 1))
    week = np.minimum(week, (after - first).astype(np.int64) // 7 - 1)
    day = (first + week * 7 + weekday).astype("datetime64[us]")
    found: Moments = np.where(np.isnat(moments), moments, day + (moments - days.astype("datetime64[us]")))
    return found


def _first_monday(year: NDArray[np.datetime64]) -> NDArray[np.datetime64]:
    """The Monday of each year's first week, the one with its first Thursday."""
    fourth = year.astype("datetime64[D]") + 3
    found: NDArray[np.datetime64] = fourth - ((fourth.astype(np.int64) + 3) % 7).astype("timedelta64[D]")
    return found
