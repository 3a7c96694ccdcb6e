"""From records to matrix: group, aggregate, total, show, sort."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.conditions import MeasureSpec
from ...common.recipe.spec import AsideSpec, LevelSpec, OrdersSpec, PivotSpec
from ...tables.aggregation.aggregated import Aggregated, Runs, aggregate, lines_of, measured, running
from ...tables.aggregation.groups import Group
from ...tables.aggregation.partials import Regions, gather_counts
from ...tables.aggregation.placement import Placement
from ...tables.aggregation.table_source import TableSource
from ...tables.table import Table
from ...tables.table.alike import settled
from ...tables.table.finite import finite
from ..show import SHOWS, Laid
from .correlate import behind_pair, correlated
from .grouping import Grouping, partials_of
from .matrix import Matrix, Opposite
from .opposite import Grouped, aggregated_there, grouped, key_here, key_of, lines_there
from .order import Ordered
from .shown_side import ShownSide, arrange
from .targets import ResolvedPivot

Floats = NDArray[np.float64]


def make_matrix(table: Table, pivot: ResolvedPivot) -> Matrix:
    """Pivot a table. Members without a kept record are left out unless their level keeps them.

    What a pivot shares with one made of the same table before is not worked out again. Raises TableError for a field that is not
    there, a kind that does not fit, or more cells than a figure can hold; Canceled when nobody waits for it any more.
    """
    source = TableSource(table)
    return correlated(source, pivot) if pivot.correlate is not None else _make(source, pivot).matrix


def behind(table: Table, pivot: ResolvedPivot, row: int, column: int, *, there: bool = False) -> NDArray[np.int64]:
    """The positions of the records behind a cell or total of ``make_matrix``, rising: by its line down and its line across, in the
    order of the matrix's ``all_values``. With ``there`` those of the side that it is shown against, in the table that has them.
    """
    source = TableSource(table)
    if pivot.correlate is not None:
        return behind_pair(source, pivot, row, column)
    made = _make(source, pivot)
    grouping, row_line, column_line = made.grouping, made.rows.lines[row], made.columns.lines[column]
    if there and made.there is not None:
        rows, columns = lines_there(grouping, made.there)
        grouping, row_line, column_line = made.there, rows[row_line], columns[column_line]
    down = lines_of(len(grouping.rows), grouping.row_groups)[row_line]
    across = lines_of(len(grouping.columns), grouping.column_groups)[column_line]
    wanted = np.zeros(grouping.placement.places, dtype=bool)
    wanted[grouping.placement.spots[grouping.place[down, across]]] = True
    return np.flatnonzero(np.take(wanted, grouping.placement.index, mode="clip"))


def measured_beside(table: Table, pivot: ResolvedPivot, measure: MeasureSpec, path: str) -> Floats:
    """Another measure of the very records in each cell of ``make_matrix``, shape (rows, columns), NaN where there is none.

    The pivot has sides, not coefficients. Raises TableError, whose place is ``path``, for a measure that does not fit the table.
    """
    return measured_and_counted_beside(table, pivot, measure, path)[0]


def measured_and_counted_beside(
    table: Table, pivot: ResolvedPivot, measure: MeasureSpec, path: str
) -> tuple[Floats, NDArray[np.int64]]:
    """The same, and of how many values it is."""
    source = TableSource(table)
    made = _make(source, pivot)
    place = made.grouping.place[np.ix_(made.rows.members, made.columns.members)]
    each = Regions(place.ravel(), np.arange(place.size + 1))
    if not place.size:
        return np.zeros(place.shape), np.zeros(place.shape, dtype=np.int64)
    partials = [one.over(each) for one in partials_of(source, measure, made.grouping.placement, key_here(pivot), path)]
    return measured(measure, partials).reshape(place.shape), partials[0].numbers.reshape(place.shape)


def measured_by_line(
    table: Table, pivot: ResolvedPivot, side: Literal["rows", "columns"], measure: MeasureSpec, path: str
) -> Floats:
    """Another measure of the very records of each member of a side of ``make_matrix``, shape (members,), NaN where there is none.
    Of a split matrix the columns are those of one panel, each with its records in all of them.

    The pivot has sides, not coefficients. Raises TableError, whose place is ``path``, for a measure that does not fit the table.
    """
    source = TableSource(table)
    made = _make(source, pivot)
    place = made.grouping.place[np.ix_(made.rows.members, made.columns.members)]
    if not place.size:
        return np.zeros(0)
    if side == "columns":
        outermost = [group.stop for group in made.columns.groups if group.depth == 1]
        alike = (outermost[0] if outermost else 1) if pivot.split is not None else place.shape[1]
        lines = np.concatenate(np.split(place.T, place.shape[1] // alike), axis=1)
    else:
        lines = place
    partials = partials_of(source, measure, made.grouping.placement, key_here(pivot), path)
    each = Regions(lines.ravel(), np.arange(len(lines) + 1) * lines.shape[1])
    return measured(measure, [partial.over(each) for partial in partials])


def measured_of_others(table: Table, pivot: ResolvedPivot, side: Literal["rows", "columns"], line: int) -> Floats:
    """The measure of all members of a side together but one, for each member of the other side; from their records, not their
    cells. ``line`` counts the members as they stand in ``make_matrix``. NaN where there is none.

    Raises TableError for coefficients, and where cells show something else than their measure.
    """
    if pivot.correlate is not None or pivot.show.as_ != "value":
        raise TableError("only a measure as it is can be compared with that of all others", path="pivot.show.as")
    source = TableSource(table)
    made = _make(source, pivot)
    place = made.grouping.place[np.ix_(made.rows.members, made.columns.members)]
    others = np.delete(place if side == "rows" else place.T, line, axis=0)
    each = Regions(others.T.ravel(), np.arange(others.shape[1] + 1) * others.shape[0])
    partials = partials_of(source, pivot.measure, made.grouping.placement, key_here(pivot))
    return measured(pivot.measure, [partial.over(each) for partial in partials])


def members_of(table: Table, spec: LevelSpec) -> list[tuple[str, int]]:
    """The members of a level in natural order, each with its number of records."""
    level = TableSource(table).level(spec, "field", PivotSpec(), ())
    records = Placement(table.records, (level,), ()).records
    return [(label, int(number)) for label, number in zip(level.labels, records, strict=True) if number]


@dataclass(frozen=True, eq=False)
class _Made:
    """A matrix, the grouping it is made of, and its sides as they are shown."""

    matrix: Matrix
    grouping: Grouping
    rows: ShownSide
    columns: ShownSide
    there: Grouping | None = None
    """Of the side that it is shown against."""


def _make(source: TableSource, pivot: ResolvedPivot) -> _Made:
    key = key_of(pivot)
    both = grouped(source, pivot, key)
    grouping = both.here
    found = source.memory.keep(f"measure {pivot.measure!r} {key}", lambda: _gather(source, pivot, grouping, key_here(pivot)))
    counts = source.memory.keep(f"records {key}", lambda: _count(grouping))
    there_records = None
    if both.there is not None:
        there, there_records = aggregated_there(both, pivot, key)
        found = replace(found, there=there)
    rows, columns = _shown_sides(source, pivot, grouping, found)
    lines = np.ix_(rows.lines, columns.lines)
    matrix = Matrix(
        rows=rows.labels,
        columns=columns.labels,
        row_groups=rows.groups,
        column_groups=columns.groups,
        all_values=_as_it_stands(source, pivot, grouping, found, rows, columns),
        all_records=counts.numbers[lines],
        all_numbers=found.numbers[lines],
        kept=grouping.placement.kept,
        unplaced=grouping.placement.kept - int(grouping.placement.records.sum()),
        unmeasured=int(counts.numbers[-1, -1] - found.numbers[-1, -1]),
        panels=pivot.split is not None,
        opposite=None if there_records is None else _opposite(pivot, both, found.at(lines), there_records[lines]),
        row_tree=rows.tree,
        column_tree=columns.tree,
    )
    return _Made(matrix, grouping, rows, columns, both.there)


def _as_it_stands(
    source: TableSource, pivot: ResolvedPivot, grouping: Grouping, found: Aggregated, rows: ShownSide, columns: ShownSide
) -> Floats:
    """What the pivot shows, by the lines of both sides as they stand."""
    if pivot.show.as_ == "running" and (pivot.aside.rows or pivot.aside.columns):
        # What has run up to a member, or in a total, has run over those set aside, too.
        everything = replace(pivot, aside=AsideSpec())
        all_rows, all_columns = _shown_sides(source, everything, grouping, found)
        shown = _as_it_stands(source, everything, grouping, found, all_rows, all_columns)
        return shown[np.ix_(_places(rows, all_rows), _places(columns, all_columns))]
    lines = np.ix_(rows.lines, columns.lines)
    return _shown(pivot, found.at(lines), grouping.place[np.ix_(rows.members, columns.members)], rows.groups, columns.groups)


def _opposite(pivot: ResolvedPivot, both: Grouped, found: Aggregated, records: NDArray[np.int64]) -> Opposite:
    assert found.there is not None
    here, there = _there(pivot, found)
    return Opposite(
        all_here=found.values,
        all_there=found.there.values,
        all_records=records,
        all_numbers=found.there.numbers,
        all_new=here & ~there,
        all_gone=there & ~here,
        covered=both.covered,
    )


def _there(pivot: ResolvedPivot, found: Aggregated) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Which lines have something on this side, and on the other. Where nothing counts as zero, that is something."""
    assert found.there is not None
    measure = pivot.show.measure or pivot.measure
    here = (found.numbers > 0) | (pivot.measure.empty == "zero")
    return here, (found.there.numbers > 0) | (measure.empty == "zero")


def _places(some: ShownSide, every: ShownSide) -> NDArray[np.int64]:
    """Where the lines of a side stand among all of its lines."""
    place = np.empty(len(every.lines), dtype=np.int64)
    place[every.lines] = np.arange(len(every.lines))
    return place[some.lines]


def _gather(source: TableSource, pivot: PivotSpec, grouping: Grouping, key: str) -> Aggregated:
    partials = partials_of(source, pivot.measure, grouping.placement, key)
    return aggregate(pivot.measure, partials, grouping.place, grouping.row_groups, grouping.column_groups)


def _count(grouping: Grouping) -> Aggregated:
    counts = (gather_counts(grouping.placement),)
    return aggregate(MeasureSpec(), counts, grouping.place, grouping.row_groups, grouping.column_groups)


def _shown_sides(source: TableSource, pivot: ResolvedPivot, grouping: Grouping, found: Aggregated) -> tuple[ShownSide, ShownSide]:
    """Both sides as they stand. Orders by what is shown go by what is shown in natural order."""
    split = (pivot.split,) if pivot.split else ()
    shown = cache(lambda: _shown(pivot, found, grouping.place, grouping.row_groups, grouping.column_groups))
    likened = cache(lambda: shown() if pivot.likened is None else _likened(source, pivot, pivot.likened, grouping))
    rows = Ordered(
        labels=grouping.rows.labels,
        members=grouping.rows.members,
        groups=grouping.row_groups,
        other_labels=grouping.columns.labels,
        other_groups=grouping.column_groups,
        totals=shown() if found.there else found.values,
        shown=shown,
        likened=likened,
        path="pivot.order.rows",
        firsts=lambda: _firsts(source, pivot, pivot.rows, "pivot.rows"),
    )
    columns = Ordered(
        labels=grouping.columns.labels,
        members=grouping.columns.members,
        groups=grouping.column_groups,
        other_labels=grouping.rows.labels,
        other_groups=grouping.row_groups,
        totals=(shown() if found.there else found.values).T,
        shown=lambda: shown().T,
        likened=lambda: likened().T,
        path="pivot.order.columns",
        firsts=lambda: _firsts(source, pivot, (*split, *pivot.columns), "pivot.columns"),
    )
    return (
        arrange(pivot.order.rows, rows, pivot.aside.rows),
        arrange(pivot.order.columns, columns, pivot.aside.columns, panels=pivot.split is not None),
    )


def _likened(source: TableSource, pivot: ResolvedPivot, likened: Callable[[Matrix], Floats], grouping: Grouping) -> Floats:
    """What members are alike by as they are colored, in natural order, shape (rows, columns); NaN for what is set aside."""
    plain = _make(source, replace(pivot, order=OrdersSpec(), likened=None))
    found = np.full((len(grouping.rows.labels), len(grouping.columns.labels)), np.nan)
    found[np.ix_(plain.rows.members, plain.columns.members)] = likened(plain.matrix)
    return found


def _firsts(source: TableSource, pivot: ResolvedPivot, levels: Sequence[LevelSpec], path: str) -> list[NDArray[np.int64]]:
    """The first record of each member of some levels, kept or not: the order in which they came stays the same whatever is kept."""
    tests = source.tests(pivot.keep, "pivot.keep", pivot.measure)
    return [source.level(spec, f"{path}[{i}]", pivot, tests).firsts for i, spec in enumerate(levels)] or [np.zeros(1, np.int64)]


def _shown(
    pivot: ResolvedPivot,
    found: Aggregated,
    cells: NDArray[np.int64],
    row_groups: Sequence[Group],
    column_groups: Sequence[Group],
) -> Floats:
    """What the pivot shows of the values, laid out as they stand in ``found``; ``cells`` are the places of the cells."""
    if pivot.show.as_ == "value" or not cells.size:
        return found.values
    rows, columns = cells.shape
    row_runs, column_runs = _runs(rows, row_groups), _runs(columns, column_groups)

    def run(axis: int) -> Floats:
        if axis == 1:
            return running(pivot.measure, found, cells, row_groups, column_runs)
        return running(pivot.measure, found.turned(), cells.T, column_groups, row_runs).T

    laid = Laid(
        values=found.values,
        rows=rows,
        columns=columns,
        row_group=_innermost(rows, row_groups),
        column_group=_innermost(columns, column_groups),
        row_steps=[(0, rows)] if _runs_on(pivot.rows, None) else row_runs,
        column_steps=[(0, columns)] if _runs_on(pivot.columns, pivot.split) else column_runs,
        running=run,
        there=None if found.there is None else found.there.values,
        on_both=None if found.there is None else np.logical_and(*_there(pivot, found)),
    )
    return settled(finite(SHOWS[pivot.show.as_](pivot.show, laid)))


def _runs(members: int, groups: Sequence[Group]) -> Runs:
    """The innermost groups, or the whole side."""
    depth = max((group.depth for group in groups), default=0)
    return [(group.start, group.stop) for group in groups if group.depth == depth] or [(0, members)]


def _innermost(members: int, groups: Sequence[Group]) -> NDArray[np.int64]:
    """For each line of a side the line of its innermost group; groups and the total stand for themselves."""
    lines = np.arange(members + len(groups) + 1)
    lines[:members] = lines[-1]
    depth = max((group.depth for group in groups), default=0)
    for i, group in enumerate(groups):
        if group.depth == depth:
            lines[group.start : group.stop] = members + i
    return lines


def _runs_on(levels: tuple[LevelSpec, ...], split: LevelSpec | None) -> bool:
    """Whether nested levels are parts of one moment, so that the last of a group is followed by the first of the next."""
    return split is None and len({level.field for level in levels}) == 1 and all(level.cut for level in levels)
