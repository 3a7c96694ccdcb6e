"""Heads of many moments: their months or years as an upper line, and of what lies within as many as have room, at round places.

What belongs together is found in the labels of the moments themselves.
"""

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

from ...common.language.calendar import Calendar
from ...tables.aggregation.groups import Group
from .axis import Axis

Need = Callable[[str], float]
"""How much room along the side a head takes with what parts it from the next."""


@dataclass(frozen=True)
class Found:
    """What the innermost heads say, nothing where they are thinned out, and the groups over them; ``shortened`` says how many of
    these had no room for what they should say, such as the year.
    """

    labels: tuple[str, ...]
    groups: tuple[Group, ...]
    shortened: int = 0


@dataclass(frozen=True)
class _Line:
    """A way to write heads: of each member the group it is in (its key and its words, the fullest first), its own words, and the
    places at which these stand when not all have room, finest first.
    """

    groups: Sequence[tuple[str, tuple[str, ...]]]
    words: Sequence[str]
    places: Sequence[frozenset[int]]
    at: Sequence[int]


_EVERY = frozenset(range(1, 60))
_DAYS = (_EVERY, frozenset((1, 5, 10, 15, 20, 25)), frozenset((1, 10, 20)), frozenset((1, 15)))
_MONTHS = (_EVERY, frozenset((1, 4, 7, 10)), frozenset((1, 7)))
_WEEKS = (_EVERY, frozenset(range(1, 54, 2)), frozenset(range(1, 54, 4)), frozenset((1, 14, 27, 40)), frozenset((1, 27)))
_QUARTERS = (_EVERY, frozenset((1, 3)))
_HOURS = tuple(frozenset(range(0, 24, step)) for step in (1, 2, 3, 6, 12))
_ALONE = {
    "hour": _HOURS,
    "day": _DAYS,
    "week": _WEEKS,
}
"""Parts that come round again have no upper line, and round places all the same."""


def found_heads(
    cut: str | None,
    labels: tuple[Sequence[str], Sequence[str]],
    axis: Axis,
    need: Need,
    need_group: Need,
    calendar: Calendar,
) -> Found | None:
    """The heads of a side of moments that are too many for their labels; None for what is no such side, or has no room for these,
    either. ``labels`` are as the matrix has them, and as they are shown; ``need_group`` is the room that the head of a group takes.
    """
    for line in _lines(cut, *labels, calendar):
        groups, shortened = _groups(line, axis, need_group) if line.groups else ((), 0)
        shown = _shown(line, axis, need)
        if groups is not None and (groups or shown):
            at = frozenset() if shown is None else shown
            return Found(tuple(words if i in at else "" for i, words in enumerate(line.words)), groups, shortened)
    return None


def _lines(cut: str | None, labels: Sequence[str], shown: Sequence[str], calendar: Calendar) -> list[_Line]:
    """The ways to write these heads, the fullest first."""
    if cut in _ALONE:
        numbers = [re.fullmatch(r"W?(\d+)", label) for label in labels]
        if not all(numbers):
            return []
        return [_Line((), shown, _ALONE[cut], [int(each[1]) for each in numbers if each])]
    if cut == "date":
        days = [re.fullmatch(r"(-?\d+)-(\d\d)-(\d\d)", label) for label in labels]
        if not all(days):
            return []
        parts = [(each[1], int(each[2]), int(each[3])) for each in days if each]
        begins = {parts[i][:2] for i in _firsts([year for year, _, _ in parts])}
        months = [_month_of(year, month, calendar, told=(year, month) in begins) for year, month, _ in parts]
        of_days = _Line(months, [str(day) for _, _, day in parts], _DAYS, [day for _, _, day in parts])
        firsts = _firsts([(year, month) for year, month, _ in parts])
        return [of_days, _of_months([(year, month) for year, month, _ in parts], firsts, calendar)]
    if cut == "year_month":
        found = [re.fullmatch(r"(-?\d+)-(\d\d)", label) for label in labels]
        pairs = [(each[1], int(each[2])) for each in found if each]
        return [_of_months(pairs, _firsts(pairs), calendar)] if all(found) else []
    if cut in ("year_week", "year_quarter"):
        letter, places = ("W", _WEEKS) if cut == "year_week" else ("Q", _QUARTERS)
        found = [re.fullmatch(rf"(.+)-{letter}(\d+)", label) for label in labels]
        if not all(found):
            return []
        years = [(each[1], (each[1],)) for each in found if each]
        numbers_within = [int(each[2]) for each in found if each]
        words = [label[len(each[1]) + 1 :] for label, each in zip(shown, found, strict=True) if each]
        return [_Line(years, words, places, numbers_within)]
    return []


def _month_of(year: str, month: int, calendar: Calendar, *, told: bool) -> tuple[str, tuple[str, ...]]:
    short = calendar.months[month - 1]
    return f"{year}-{month}", (
        f"{calendar.long_months[month - 1]} {year}",
        f"{short} {year}",
        f"{short} {year}" if told else short,
        short,
    )


def _of_months(pairs: Sequence[tuple[str, int]], firsts: set[int], calendar: Calendar) -> _Line:
    """Years, and months at the first of their members."""
    years = [(year, (year,)) for year, _ in pairs]
    words = [calendar.months[month - 1] if i in firsts else "" for i, (_, month) in enumerate(pairs)]
    return _Line(years, words, _MONTHS, [month for _, month in pairs])


def _firsts(keys: Sequence[object]) -> set[int]:
    """Where a run of equal keys begins."""
    return {0, *(i for i, (before, key) in enumerate(pairwise(keys), start=1) if key != before)} if keys else set()


def _groups(line: _Line, axis: Axis, need: Need) -> tuple[tuple[Group, ...] | None, int]:
    """The groups of a line with the longest of their words that fit all but those at the ends, which may be parts; None where not
    even the shortest do.
    """
    runs: list[tuple[int, int, tuple[str, ...]]] = []
    for _, members in groupby(range(len(line.groups)), key=lambda i: line.groups[i][0]):
        places = list(members)
        runs.append((places[0], places[-1] + 1, line.groups[places[0]][1]))
    for form in range(len(runs[0][2])):
        inner = runs[1:-1] or runs
        if all(need(words[form]) <= axis.extent(start, stop) for start, stop, words in inner):
            # The first and the last may be parts of a month or a year, with room for less, or nothing.
            gap = need("")
            fitting = (
                next((each for each in words[form:] if need(each) - gap <= axis.extent(start, stop) - 2), "")
                for start, stop, words in runs
            )
            groups = tuple(Group(start, stop, 1, (each,)) for (start, stop, _), each in zip(runs, fitting, strict=True))
            return groups, sum(group.labels[0] != words[form] for group, (_, _, words) in zip(groups, runs, strict=True))
    return None, 0


def _shown(line: _Line, axis: Axis, need: Need) -> frozenset[int] | None:
    """The members whose own heads are shown: those at the finest places where none touches the next; None where even the coarsest
    would.
    """
    for places in line.places:
        shown = [i for i, place in enumerate(line.at) if place in places and line.words[i]]
        middles = [axis.starts[i] + axis.lengths[i] / 2 for i in shown]
        needs = [need(line.words[i]) for i in shown]
        if all(b - a >= (x + y) / 2 for (a, b), (x, y) in zip(pairwise(middles), pairwise(needs), strict=True)):
            return frozenset(shown)
    return None
