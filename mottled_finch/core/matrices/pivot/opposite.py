"""What a pivot is shown against: the same cells of other conditions, of the kept span moved, of another measure or edition."""

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec, ShiftSpec, ShowSpec
from ...common.vocabulary.kinds import KIND_WORDS
from ...common.wording.labels import number_label
from ...tables.aggregation.aggregated import Aggregated, aggregate
from ...tables.aggregation.conditions import as_lists, fields_of, in_span, moment_of
from ...tables.aggregation.cuts import CUTS
from ...tables.aggregation.groups import Group
from ...tables.aggregation.levels import NO_LEVEL, Level, calendar_of, joined, level_of, shortened
from ...tables.aggregation.measures import MEASURES
from ...tables.aggregation.memory import Memory, T, serial_of
from ...tables.aggregation.partials import gather_counts
from ...tables.aggregation.shift import span_meets
from ...tables.aggregation.source import Test
from ...tables.aggregation.table_source import ShiftedSource, TableSource
from ...tables.table import Column, Kind, moment_label
from .grouping import Grouping, View, grouping_key, groupings_of, partials_of, ranks, sides_with_paths, view_of
from .targets import ResolvedPivot

_PATH = "pivot.show"
_RUNNING = {"month": "year_month", "quarter": "year_quarter", "week": "year_week", "day": "date", "weekday": "date"}
"""Parts that come round again, and the ones of which they are: a span within one of those is within one part."""


@dataclass(frozen=True, eq=False)
class Grouped:
    """The records of a pivot by cell, and those of the side that it is shown against, if it is."""

    here: Grouping
    there: Grouping | None = None
    source: TableSource | None = None
    """Of the records on the other side."""
    covered: tuple[np.datetime64, np.datetime64] | None = None

    @property
    def nbytes(self) -> int:
        return self.here.nbytes + (0 if self.there is None or self.there is self.here else self.there.nbytes)


def key_of(pivot: ResolvedPivot) -> str:
    """All that decides which records are in which cell, on both sides."""
    key = grouping_key(pivot)
    show = pivot.show
    if show.as_ != "against" or show.measure is not None:
        return key
    measure = pivot.measure if any(map(ranks, show.keep)) else None
    edition = 0 if pivot.edition is None else serial_of(pivot.edition)
    return f"{key} against {show.keep!r} {show.shift!r} {edition} {measure!r}"


def key_here(pivot: ResolvedPivot) -> str:
    """What is gathered on this side is kept by this key."""
    key = key_of(pivot)
    return key if pivot.show.as_ != "against" or pivot.show.measure is not None else f"{key} here"


def grouped(source: TableSource, pivot: ResolvedPivot, key: str) -> Grouped:
    """The records of both sides, by the same cells, from memory where they are kept. ``key`` is their ``key_of``.

    Raises TableError for what does not fit the table, and where a shift finds no day that both sides have.
    """
    both = source.memory.keep(f"grouping {key}", lambda: _grouped(source, pivot, key))
    # Another measure is taken of the same records, which are kept as those of a pivot that is set against nothing.
    return both if pivot.show.measure is None else Grouped(both.here, both.here, source)


def _grouped(source: TableSource, pivot: ResolvedPivot, key: str) -> Grouped:
    show = pivot.show
    if show.as_ != "against" or show.measure is not None:
        return Grouped(groupings_of([view_of(source, pivot, key)], pivot)[0])
    covered = None if show.shift is None else _covered(source, show.shift)
    others, here_only, there_only = _source_there(source, pivot, covered)
    with _told_of(pivot):
        MEASURES[pivot.measure.take].gathers(others, pivot.measure, "pivot.measure")
    tests = (*here_only, *source.tests(pivot.keep, "pivot.keep", pivot.measure, here_only))
    conditions, paths = _conditions_there(source, pivot, here_only)
    with _told_of(pivot):
        beyond = (*there_only, *others.tests(conditions, paths, pivot.measure, there_only))
    sides: list[tuple[tuple[Level, ...], tuple[Level, ...]]] = []
    for side in sides_with_paths(pivot):
        pairs = [_pair(source, others, spec, path, pivot, (tests, beyond)) for spec, path in side]
        sides.append((tuple(here for here, _ in pairs), tuple(there for _, there in pairs)))
    (rows, rows_there), (columns, columns_there) = sides
    here, there = groupings_of(
        [
            View(source, tests, rows, columns, pivot.measure, key_here(pivot)),
            View(others, beyond, rows_there, columns_there, pivot.measure, f"{key} there"),
        ],
        pivot,
    )
    told = covered if here_only else None
    return Grouped(here, there, others, told)


def aggregated_there(grouped: Grouped, pivot: ResolvedPivot, key: str) -> tuple[Aggregated, NDArray[np.int64]]:
    """The measure on the other side and its records, by the lines of this one."""
    here, there, source = grouped.here, grouped.there, grouped.source
    assert there is not None and source is not None
    measure = pivot.show.measure or pivot.measure
    path = "pivot.measure" if pivot.show.measure is None else f"{_PATH}.measure"
    partials = partials_of(source, measure, there.placement, key if pivot.show.measure is not None else f"{key} there", path)
    groups = there.row_groups, there.column_groups
    found = aggregate(measure, partials, there.place, *groups)
    counts = aggregate(MeasureSpec(), (gather_counts(there.placement),), there.place, *groups)
    lines = np.ix_(*lines_there(here, there))
    return replace(found, values=found.values[lines], numbers=found.numbers[lines]), counts.numbers[lines]


def lines_there(here: Grouping, there: Grouping) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """For each line down and each line across of this side the one that it is set against."""
    return (
        _lines(here.rows.members, here.row_groups, there.rows.members, there.row_groups),
        _lines(here.columns.members, here.column_groups, there.columns.members, there.column_groups),
    )


def _lines(
    members: NDArray[np.int64], groups: Sequence[Group], theirs: NDArray[np.int64], their_groups: Sequence[Group]
) -> NDArray[np.int64]:
    """For each line of a side (members, groups, all) the one that it is set against, which may stand beside several."""
    if members is theirs:
        return np.arange(len(members) + len(groups) + 1)
    varies = theirs.max(axis=0, initial=0) > 0
    place = {tuple(line): i for i, line in enumerate(theirs.tolist())}
    beside = [place[tuple(line)] for line in np.where(varies, members, 0).tolist()]
    found = list(beside)
    for group in groups:
        at = beside[group.start]
        found.append(
            next(
                len(theirs) + i for i, each in enumerate(their_groups) if each.depth == group.depth and each.start <= at < each.stop
            )
        )
    return np.array([*found, len(theirs) + len(their_groups)], dtype=np.int64)


def _source_there(
    source: TableSource, pivot: ResolvedPivot, covered: "tuple[np.datetime64, np.datetime64] | None"
) -> tuple[TableSource, tuple[Test, ...], tuple[Test, ...]]:
    """Where the other side's records are, and what records of each side must pass beside the conditions."""
    show = pivot.show
    if show.edition is not None:
        assert pivot.edition is not None
        return TableSource(pivot.edition, _Within(source.memory, f"edition {serial_of(pivot.edition)}")), (), ()
    if show.shift is None:
        return source, (), ()
    others = ShiftedSource(source, show.shift)
    if covered is None or _is_within(pivot, covered):
        return others, (), ()
    here, there = (in_span(each.column(show.shift.field, ""), *covered) for each in (source, others))
    return others, (here,), (there,)


def _is_within(pivot: ResolvedPivot, covered: tuple[np.datetime64, np.datetime64]) -> bool:
    """Whether a condition keeps no day but those that both sides have."""
    assert pivot.show.shift is not None
    for each in pivot.keep:
        if each.field == pivot.show.shift.field and each.cut is None:
            first, last = moment_of(each.from_, "", end=False), moment_of(each.to, "", end=True)
            if first is not None and last is not None and first >= covered[0] and last <= covered[1]:
                return True
    return False


def _covered(source: TableSource, shift: ShiftSpec) -> tuple[np.datetime64, np.datetime64] | None:
    """The first and the last moment of the days of which both sides have records, so that a month that has begun is set against as
    much of the other; None where no record has a moment.
    """
    path = f"{_PATH}.shift.field"
    column = source.column(shift.field, path)
    if column.kind is not Kind.MOMENT:
        raise TableError(
            f'"{column.name}" holds {KIND_WORDS[column.kind]}, which cannot be shifted; choose a moment in time',
            path=path,
            received=shift.field,
            allowed=[each.name for each in source.table.columns if each.kind is Kind.MOMENT],
        )
    occurs = column.dictionary[1:][np.flatnonzero(column.counts[1:])]
    if not len(occurs):
        return None
    first, last = span_meets(occurs, shift)
    if first > last:
        unit, _ = shift.by
        raise TableError(
            f'"{column.name}" runs from {_day(occurs[0])} to {_day(occurs[-1])}, and no day of it has another that far away to be '
            "compared with; shift by less",
            path=f"{_PATH}.shift.{unit}",
        )
    return first, last


def _day(moment: np.datetime64) -> str:
    return moment_label(moment.astype("datetime64[D]").astype("datetime64[us]"))


def _conditions_there(
    source: TableSource, pivot: ResolvedPivot, beside: tuple[Test, ...]
) -> tuple[tuple[ConditionSpec, ...], list[str]]:
    """The conditions of the other side with their places: the pivot's own, but for those on fields that the show's are about. What
    is among the largest is so on both sides.
    """
    paths = [f"pivot.keep[{i}]" for i in range(len(pivot.keep))]
    own = as_lists(source, pivot.keep, paths, pivot.measure, beside)
    about = fields_of(pivot.show.keep)
    left = [(each, path) for each, path in zip(own, paths, strict=True) if not fields_of((each,)) & about]
    left += [(each, f"{_PATH}.keep[{i}]") for i, each in enumerate(pivot.show.keep)]
    return tuple(each for each, _ in left), [path for _, path in left]


def _pair(
    source: TableSource,
    others: TableSource,
    spec: LevelSpec,
    path: str,
    pivot: ResolvedPivot,
    tests: tuple[tuple[Test, ...], tuple[Test, ...]],
) -> tuple[Level, Level]:
    """A level of this side and of the other, alike in members; where the other has one member that stands for all, no level."""
    here_tests, there_tests = tests
    stands_for_all = _stands_for_all(spec, pivot.show, source.column(spec.field, f"{path}.field"))

    def among() -> NDArray[np.float64]:
        """Bins are found among the numbers of both sides."""
        found = source.kept_numbers(spec.field, here_tests)
        return found if stands_for_all else np.concatenate([found, others.kept_numbers(spec.field, there_tests)])

    here = level_of(source, spec, path, among)
    left = None
    if stands_for_all:
        left, there = source.left(here, spec, path, pivot, here_tests), NO_LEVEL
    else:
        here, there = joined(here, here if others is source else _level_there(others, spec, path, among, pivot))
        left = source.left(here, spec, path, pivot, here_tests)
    if left is None:
        return here, there
    return shortened(here, left, spec.others), there if there is NO_LEVEL else shortened(there, left, spec.others)


def _level_there(
    others: TableSource, spec: LevelSpec, path: str, among: Callable[[], NDArray[np.float64]], pivot: ResolvedPivot
) -> Level:
    with _told_of(pivot):
        return level_of(others, spec, path, among)


@contextmanager
def _told_of(pivot: ResolvedPivot) -> Iterator[None]:
    """What does not fit the other edition is told of that one: this one has it."""
    try:
        yield
    except TableError as error:
        if pivot.edition is None:
            raise
        words = f"in the edition that it is set against, {error.message}"
        raise TableError(words, path=f"{_PATH}.edition", received=error.received, allowed=error.allowed) from error


def _stands_for_all(spec: LevelSpec, show: ShowSpec, column: Column) -> bool:
    """Whether the other side is held to one member of a level, such as one pier or one year, which all of them are set against."""
    about = [each for each in _held_together(show.keep) if each.field == spec.field]
    lists = [each for each in about if each.in_ is not None]
    if spec.bins is None and any(len(each.in_ or ()) == 1 and _is_cut_alike(each, spec) for each in lists):
        return True
    if column.kind is not Kind.MOMENT or spec.cut is None or spec.cut == "hour":
        return False
    calendar = calendar_of(spec.year_starts, spec.week_starts)
    firsts = [moment_of(each.from_, _PATH, end=False) for each in about if each.from_ is not None]
    lasts = [moment_of(each.to, _PATH, end=True) for each in about if each.to is not None]
    if firsts and lasts:
        ends = np.array([max(firsts), min(lasts)]).astype("datetime64[D]").astype(np.int64)  # type: ignore[type-var]
        part = CUTS[_RUNNING.get(spec.cut, spec.cut)].of_days(ends, calendar)
        if part[0] == part[1]:
            return True
    days = _days_listed(lists, column)
    return len(days) > 0 and len(np.unique(CUTS[spec.cut].of_days(days, calendar))) == 1


def _held_together(conditions: Sequence[ConditionSpec]) -> Iterator[ConditionSpec]:
    """Conditions that must all hold, those within ``all`` by themselves."""
    for each in conditions:
        if each.all_ is not None:
            yield from _held_together(each.all_)
        else:
            yield each


def _is_cut_alike(condition: ConditionSpec, spec: LevelSpec) -> bool:
    """Whether what a condition lists are members of a level: years that begin in July are others than calendar years."""
    return condition.cut == spec.cut and (condition.year_starts or 1) == (spec.year_starts or 1)


def _days_listed(lists: Sequence[ConditionSpec], column: Column) -> NDArray[np.int64]:
    """The days of the table that lists of periods leave, such as those of 2024-03. None where a period has no day in the table,
    since what it would leave is not known then.
    """
    days = np.unique(column.dictionary[1:].astype("datetime64[D]").astype(np.int64))
    lists = [each for each in lists if each.cut is not None and each.cut != "hour"]
    if not lists or not len(days):
        return days[:0]
    kept = np.ones(len(days), dtype=bool)
    for each in lists:
        rule, calendar = CUTS[each.cut or ""], calendar_of(each.year_starts, None)
        parts = rule.of_days(days, calendar)
        wanted = {one.strip() if isinstance(one, str) else number_label(one) for one in each.in_ or ()}
        ordinals = {rule.label(part, calendar): part for part in np.unique(parts).tolist()}
        if not wanted <= ordinals.keys():
            return days[:0]
        kept &= np.isin(parts, [ordinals[one] for one in wanted])
    return days[kept]


class _Within(Memory):
    """Another table's things within the memory of one, told apart by a word before their keys."""

    def __init__(self, memory: Memory, word: str) -> None:
        super().__init__(memory.most)
        self._memory, self._word = memory, word

    def keep(self, key: str, make: Callable[[], T]) -> T:
        return self._memory.keep(f"{self._word} {key}", make)
