"""A last period that is not over: its numbers will grow, and set beside whole ones they mislead.

Records do not reach the last day of every period: those of a month may all be dated the first, those of a year its quarters. So
what is not over is told by how far from its end the periods before it stop.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import LevelSpec, PivotSpec
from ..table import Kind, Table

_LOOKED_AT = 13
"""Periods: of months a year and one, so that the same month of the year before is among them."""
_FEW, _MANY = 3, 6
_WHOLE: dict[str, str] = {
    "year": "Y",
    "quarter": "Q",
    "month": "M",
    "week": "W",
    "year_quarter": "Q",
    "year_month": "M",
    "year_week": "W",
}
"""The period a cut is made of, also where it comes round again: the last month of all is what a month may be short of."""


@dataclass(frozen=True, kw_only=True)
class Unfinished:
    """The last period of a level is from ``starts`` to ``ends``, but the last record is of ``last``. Records up to ``to`` are of
    whole periods.
    """

    field: str
    last: str
    starts: str
    ends: str
    to: str


def unfinished(table: Table, pivot: PivotSpec) -> tuple[Unfinished, ...]:
    """What is unfinished of the moments that the sides are cut by. A field whose end a condition decides is left alone."""
    ended = {condition.field for condition in pivot.keep if condition.to is not None or condition.below is not None}
    levels = [level for level in (*pivot.rows, *pivot.columns, *((pivot.split,) if pivot.split else ())) if level.cut in _WHOLE]
    found: dict[str, Unfinished] = {}
    for level in sorted(levels, key=lambda each: "YQMW".index(_WHOLE[each.cut or ""])):
        one = None if level.field in ended else _last(table, level)
        if one is not None:
            found[level.field] = one  # the shortest period that is not over is the one to leave out
    return tuple(found.values())


def _last(table: Table, level: LevelSpec) -> Unfinished | None:
    column = table.column(level.field, "")
    if column.kind is not Kind.MOMENT:
        return None
    used = np.flatnonzero(column.counts[1:])
    if not len(used):
        return None
    last = column.dictionary[1:][used[-1]].astype("datetime64[D]")
    unit, year_starts = _WHOLE[level.cut or ""], level.year_starts or 1
    start, after = _period(last, unit, year_starts)
    days = np.unique(column.dictionary[1:][used].astype("datetime64[D]"))
    short = int((after - 1 - last).astype(int))
    if short == 0 or ends_a_quarter(last) or short <= _usually_short(days, unit, year_starts):
        return None
    return Unfinished(field=level.field, last=str(last), starts=str(start), ends=str(after - 1), to=str(start - 1))


def _usually_short(days: NDArray[np.datetime64], unit: str, year_starts: int) -> int:
    """How many days before their ends the periods before the last one with records stop, at most. Of half a dozen and more one may
    be shorter, as where nothing was open; fewer than three say something only where records have one day a month or a week.
    """
    weekdays = days.astype(np.int64) % 7
    even = bool((days == days.astype("datetime64[M]")).all() or (weekdays == weekdays[0]).all())
    short: list[int] = []
    into: set[int] = set()
    alone = True
    while len(days) and len(short) <= _LOOKED_AT:
        start, after = _period(days[-1], unit, year_starts)
        short.append(int((after - 1 - days[-1]).astype(int)))
        into.add(int((days[-1] - start).astype(int)))
        alone &= not (days[:-1] >= start).any()
        days = days[days < start]
    before = sorted(short[1:])
    if alone and len(into) == 1:
        return max(short)
    if len(before) < _FEW and not (before and even):
        return 0
    return before[-2] if len(before) >= _MANY else before[-1]


def ends_a_quarter(day: np.datetime64) -> bool:
    """Whether a quarter ends with the day: data that end then were taken to that day, not cut off in a period."""
    month = int(day.astype("datetime64[M]").astype(int))
    return month % 3 == 2 and (day + 1).astype("datetime64[M]") != day.astype("datetime64[M]")


def _period(day: np.datetime64, unit: str, year_starts: int) -> tuple[np.datetime64, np.datetime64]:
    """The first day of a day's period, and the first one after it."""
    if unit == "W":
        monday = day - np.timedelta64((int(day.astype(int)) + 3) % 7, "D")
        return monday, monday + np.timedelta64(7, "D")
    months = {"Y": 12, "Q": 3, "M": 1}[unit]
    month = int(day.astype("datetime64[M]").astype(int))
    first = month - (month - (year_starts - 1)) % months
    days = (np.datetime64(each, "M").astype("datetime64[D]") for each in (first, first + months))
    start, after = days
    return start, after
