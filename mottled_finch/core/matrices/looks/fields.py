"""What of a table may go on a side of a first look, and what may be measured."""

import re
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import field_words
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import BinsSpec, LevelSpec, PivotSpec
from ...tables.aggregation.table_source import TableSource
from ...tables.table import Column, Kind, Table, only_times, says_yes

MEMBERS_MOST = 60
_BINS = 8
_FEW_NUMBERS = 12
_SIDES_LEAST, _SIDES_MOST, _BINNED_MOST, _NUMBERS_MOST = 3, 16, 4, 12
_NEAR_CONSTANT = 0.97
_SAME = 0.98
_ALIKE, _GOES_WITH = 0.995, 0.2
"""Coefficients of correlation: from where two numbers say the same, and from where one may be told per the other."""
_CODE = re.compile(
    r"\b(id|ids|key|code|codes|no|nr|num|number|index|zip|postcode|phone|year|month|day|week|hour|lat|latitude|lon|long|longitude)\b",
    re.IGNORECASE,
)
"""Names of numbers that tell things apart or say where and when; nobody takes their average."""
_PER = re.compile(
    r"\b(capacity|seats|area|population|households|hours|budget|planned|plan|goal|target|quota|quantity|qty|units|passengers|"
    r"visits|visitors|employees|stock|distance)\b",
    re.IGNORECASE,
)
"""Names of numbers that others are divided by."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Side:
    """A level with the member of each record, -1 for none."""

    level: LevelSpec
    members: NDArray[np.int32]
    labels: tuple[str, ...]
    kind: Kind

    def named(self, member: int) -> str:
        """A member as it is said beside one of another side: a number with the name of its field."""
        label = self.labels[member]
        return f"{field_words(self.level.field)} {label}" if self.kind in (Kind.NUMBER, Kind.YES_NO) else label


@dataclass(frozen=True, kw_only=True, eq=False)
class Measured:
    """A measure as a value and a weight of each record: cells show weighted means of the values. Records without a value have
    the weight 0. Of the number of records there is no value.
    """

    measure: MeasureSpec
    values: NDArray[np.float64] | None = None
    weights: NDArray[np.float64] = field(default_factory=lambda: np.zeros(0))

    @cached_property
    def weighted(self) -> NDArray[np.float64]:
        assert self.values is not None
        return self.values * self.weights

    @cached_property
    def counts(self) -> NDArray[np.float64]:
        """1 where there is a value."""
        return (self.weights > 0).astype(np.float64)

    @cached_property
    def alike(self) -> bool:
        """Whether all records have a value, and one weight."""
        return bool((self.weights == 1).all())

    def squares(self, places: NDArray[np.int32]) -> float:
        """The weighted squares of the records that have a place, added up."""
        assert self.values is not None
        return float(np.dot(self.weighted, np.where(places > 0, self.values, 0.0)))


def sides_of(table: Table) -> list[Side]:
    """Categories of a fitting size, cuts of moments, few numbers, bins of many. Of columns that say the same, the one in full."""
    source = TableSource(table)
    found = [side for column in table.columns for side in _of_column(source, column)]
    return _without_doubles(found)[:_SIDES_MOST]


def _of_column(source: TableSource, column: Column) -> Iterator[Side]:
    if column.counts_records or column.blanks > len(column) / 2:
        return
    specs: list[LevelSpec] = []
    if column.kind in (Kind.CATEGORY, Kind.YES_NO):
        specs = [LevelSpec(field=column.name)]
    elif column.kind is Kind.MOMENT:
        specs = [LevelSpec(field=column.name, cut=cut) for cut in cuts_of(column)]
    elif 2 <= column.distinct <= _FEW_NUMBERS:
        specs = [LevelSpec(field=column.name)]
    elif not _CODE.search(field_words(column.name)) and column.distinct > _FEW_NUMBERS:
        specs = [LevelSpec(field=column.name, bins=BinsSpec(round=_BINS))]
    for spec in specs:
        if spec.cut is None and spec.bins is None and not 2 <= column.distinct <= MEMBERS_MOST:
            continue
        side = side_of(source, spec)
        counts = np.bincount(side.members[side.members >= 0], minlength=len(side.labels))
        if np.count_nonzero(counts) >= 2 and counts.max() <= _NEAR_CONSTANT * counts.sum():
            yield side


def side_of(source: TableSource, spec: LevelSpec) -> Side:
    """A level of a table with the member of each record."""
    level = source.level(spec, "look", PivotSpec(), ())
    assert level.codes is not None
    members = level.member_of.astype(np.int32)[level.codes]
    return Side(level=spec, members=members, labels=level.labels, kind=source.table.column(spec.field, "look").kind)


def cuts_of(column: Column) -> list[str]:
    """The parts of time that a column of moments has several of, and not too many."""
    used = column.dictionary[1:][column.counts[1:] > 0]
    if not len(used):
        return []
    days = used.astype("datetime64[D]")
    hours = len(np.unique((used - days).astype("timedelta64[h]")))
    found = ["hour"] if hours >= 3 else []
    if only_times(column):
        return found
    span = int((days.max() - days.min()).astype(np.int64)) + 1
    months = len(np.unique(used.astype("datetime64[M]")))
    if span >= 21 and len(np.unique((days.astype(np.int64) + 3) % 7)) >= 4:
        found.append("weekday")
    if months >= 3:
        found += ["month"] if span <= 366 else ["year", "month"] if span > 731 else ["year_month"]
    elif span >= 4:
        found.append("date" if span <= MEMBERS_MOST else "week")
    return found


class Known:
    """Sides and measures of a table, each worked out once."""

    def __init__(self, table: Table) -> None:
        self._source = TableSource(table)
        self._sides: dict[str, Side] = {}
        self._measured: dict[str, Measured] = {}

    def side(self, spec: LevelSpec) -> Side:
        key = repr(spec)
        if key not in self._sides:
            self._sides[key] = side_of(self._source, spec)
        return self._sides[key]

    def measured(self, spec: MeasureSpec) -> Measured:
        key = repr(spec)
        if key not in self._measured:
            self._measured[key] = measured_of(self._source.table, spec)
        return self._measured[key]


def _without_doubles(sides: list[Side]) -> list[Side]:
    """Without categories that say, member by member, what another does: of two, the one with the longer labels stays."""
    gone: set[int] = set()
    plain = [side for side in sides if side.level.cut is None and side.level.bins is None]
    for i, one in enumerate(plain):
        for other in plain[i + 1 :]:
            if id(one) not in gone and id(other) not in gone and same(one, other):
                shorter = min((one, other), key=lambda side: sum(map(len, side.labels)) / len(side.labels))
                gone.add(id(shorter))
    left = [side for side in sides if id(side) not in gone and side.level.bins is None]
    # What is cut into bins most often says what other numbers of the same event do, so it comes in where else there is little.
    binned = [side for side in sides if side.level.bins is not None][:_BINNED_MOST]
    return left if len(left) >= _SIDES_LEAST else [*left, *binned]


def same(one: Side, other: Side) -> bool:
    return decides(one, other) and decides(other, one)


def decides(one: Side, other: Side, nearly: float = _SAME) -> bool:
    """Whether who knows the member of one side knows that of the other, of nearly all records."""
    both = (one.members >= 0) & (other.members >= 0)
    places = one.members[both] * len(other.labels) + other.members[both]
    counts = np.bincount(places, minlength=len(one.labels) * len(other.labels)).reshape(len(one.labels), -1)
    return bool(counts.max(axis=1).sum() >= nearly * counts.sum())


def measures_of(table: Table) -> list[MeasureSpec]:
    """The number of records; averages of numbers; shares of yes; ratios of what goes with a number that things are measured by.
    Of numbers that say the same, the first.
    """
    kept: list[Column] = []
    for column in [column for column in table.columns if _is_measured(column)][:_NUMBERS_MOST]:
        if all(abs(_correlation(column.data, other.data)) < _ALIKE for other in kept):
            kept.append(column)
    brought = [column for column in kept if column.brought]
    averages = [column for column in kept if not column.brought]
    shares = [_share(column) for column in table.columns if column.kind is Kind.YES_NO]
    return [
        MeasureSpec(),
        *(MeasureSpec(take="average", of=column.name) for column in averages),
        *(share for share in shares if share is not None),
        *_ratios(averages, brought),
    ]


def measured_of(table: Table, spec: MeasureSpec) -> Measured:
    """One of these measures, by record."""
    if spec.take == "average":
        values, weights = _clipped(table.column(spec.of or "", "look").data)
        return Measured(measure=spec, values=values, weights=weights)
    if spec.take == "ratio":
        return _ratio(table.column(spec.of or "", "look"), table.column(spec.per or "", "look"), spec)
    if spec.where is None:
        return Measured(measure=spec)
    column = table.column(spec.where.field or "", "look")
    (yes,) = spec.where.in_ or ("",)
    meets = (column.data == column.dictionary.tolist().index(yes)).astype(np.float64)
    return Measured(measure=spec, values=meets, weights=np.ones(table.records))


def _is_measured(column: Column) -> bool:
    if not column.is_number or column.counts_records or column.blanks > 0.8 * len(column) or column.distinct < 3:
        return False
    if _CODE.search(field_words(column.name)):
        return False
    data = column.data[~np.isnan(column.data)]
    steps = np.diff(data)
    return not (column.distinct == len(data) and bool((data == np.rint(data)).all()) and bool((steps > 0).all()))


def _clipped(data: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Values without the farthest half percent on each side, so that no single one decides; and 1 where there is one."""
    filled = ~np.isnan(data)
    low, high = np.percentile(data[filled][:: max(1, len(data) // 50_000)], [0.5, 99.5])
    return np.clip(np.where(filled, data, 0.0), low, high), filled.astype(np.float64)


def _share(column: Column) -> MeasureSpec | None:
    yes = says_yes(column)
    return None if yes is None else MeasureSpec(take="share", where=ConditionSpec(field=column.name, in_=(yes,)))


def _ratios(averages: list[Column], brought: list[Column]) -> list[MeasureSpec]:
    """What goes most with a number from another table, or with one whose name says that others are divided by it."""
    found = []
    named = [column for column in averages if _PER.search(field_words(column.name))]
    for per in [*brought, *named][:2]:
        others = [column for column in averages if column not in named]
        best = max(others, key=lambda column: abs(_correlation(column.data, per.data)), default=None)
        if best is not None and (per.brought is not None or abs(_correlation(best.data, per.data)) >= _GOES_WITH):
            found.append(MeasureSpec(take="ratio", of=best.name, per=per.name, once_a_key=per.brought is not None))
    return found


def _ratio(of: Column, per: Column, spec: MeasureSpec) -> Measured:
    """Weighted by what is divided by; of a number from another table each record has its part of its line's."""
    weights = np.where((per.data > 0) & ~np.isnan(of.data), per.data, 0.0)
    if per.brought is not None:
        lines = per.brought.lines
        weights = weights / np.maximum(np.bincount(lines)[lines], 1)
    values = np.divide(np.nan_to_num(of.data), weights, out=np.zeros(len(weights)), where=weights > 0)
    return Measured(measure=spec, values=values, weights=weights)


def _correlation(one: NDArray[np.float64], other: NDArray[np.float64]) -> float:
    """Pearson's, of at most fifty thousand records that have both."""
    step = max(1, len(one) // 50_000)
    one, other = one[::step], other[::step]
    both = ~(np.isnan(one) | np.isnan(other))
    if both.sum() < 3:
        return 0.0
    one, other = one[both] - one[both].mean(), other[both] - other[both].mean()
    size = float(np.sqrt((one**2).sum() * (other**2).sum()))
    return float((one * other).sum()) / size if size > 0 else 0.0
