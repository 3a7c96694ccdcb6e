"""Laying a pivot on a table: from records to matrix."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import prod
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, OrderSpec, PivotSpec
from ..show import SHOWS, Laid
from ..table import Kind, Table
from ..wording import KIND_WORDS
from .conditions import largest, passing, tests_of
from .correlate import correlated
from .gathered import Gathered, gathered, lines_of, measured, regions_of
from .levels import NO_LEVEL, OUTSIDE, Level, level_of, shortened
from .matrix import Group, Labels, Matrix, Merge
from .measures import MEASURES
from .memory import Memory, memory_of
from .order import ORDERS, Keys, Ordered, arranged
from .order.likeness import trees
from .partials import Partial, gather_counts
from .placing import Placement, placed
from .sides import Side, groups_of, side_of
from .source import Test

MAX_MEMBERS = 5_000
MAX_CELLS = 250_000
MAX_PLACES = 1 << 22
"""Cells before empty rows and columns are dropped; beyond it a side is first reduced to what has records."""
MAX_COMBINATIONS = 1 << 23
"""Combinations of the levels of one side."""


class Pivoting:
    """A table, and what pivots may ask of it."""

    def __init__(self, table: Table) -> None:
        self.table = table
        self.memory: Memory = memory_of(table)

    def tests(self, conditions: tuple[ConditionSpec, ...], path: str, measure: MeasureSpec | None = None) -> tuple[Test, ...]:
        return tests_of(self, conditions, path, measure)

    def numbers(self, field: str, path: str, take: str) -> NDArray[np.float64]:
        column = self.table.column(field, path)
        if column.kind is not Kind.NUMBER:
            names = [each.name for each in self.table.columns if each.is_number]
            cure = f"choose a number, such as {names[0]}" if names else 'choose "count", since this table has no column of numbers'
            raise TableError(
                f'"{column.name}" holds {KIND_WORDS[column.kind]}, of which there is no {take}; {cure}',
                path=path,
                received=field,
                allowed=names,
            )
        return column.data

    def by_member(
        self, level: Level, measure: MeasureSpec, tests: tuple[Test, ...], path: str
    ) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
        placement = placed(self.table.records, (level,), tests)
        gatherings = MEASURES[measure.take].gathers(self, measure, path)
        values = measured(measure, [gathering.make(placement) for gathering in gatherings])
        return values, placement.records

    def level(self, spec: LevelSpec, path: str, pivot: PivotSpec, tests: tuple[Test, ...]) -> Level:
        """The level as the pivot asks for it, shortened to its largest members if it says so."""

        def kept() -> NDArray[np.bool_] | None:
            return passing(tests, self.table.records) if tests else None

        level = level_of(self.table, self.memory, spec, path, kept)
        if spec.top is None:
            return level
        values, records = self.by_member(level, spec.by or pivot.measure, tests, f"{path}.by")
        return shortened(level, largest(values, records, spec.top), spec.others)


@dataclass(frozen=True, eq=False)
class Ground:
    """Which cells there are, in natural order, and which records are in them.

    ``place`` of shape (rows, columns) gives each cell's place in the placement.
    """

    placement: Placement
    rows: Side
    columns: Side
    place: NDArray[np.int64]
    row_groups: tuple[Group, ...]
    column_groups: tuple[Group, ...]

    @property
    def nbytes(self) -> int:
        return self.placement.nbytes + self.place.nbytes


def make_matrix(table: Table, pivot: PivotSpec) -> Matrix:
    """Pivot a table. Members without a kept record are left out unless their level keeps them.

    What a pivot shares with one made of the same table before is not worked out again. Raises TableError for a field that is not
    there, a kind that does not fit, or more cells than a figure can hold; Canceled when nobody waits for it any more.
    """
    return _laid_out(table, pivot)[0]


def behind(table: Table, pivot: PivotSpec, row: int, column: int) -> NDArray[np.int64]:
    """The positions of the records behind a cell or total of ``make_matrix``, rising: by its line down and its line across, in the
    order of the matrix's ``all_values``.
    """
    if pivot.correlate is not None:
        from .correlate import behind_pair

        return behind_pair(Pivoting(table), pivot, row, column)
    matrix, ground, row_order, column_order = _laid_out(table, pivot)
    assert ground is not None
    down = lines_of(len(matrix.rows), matrix.row_groups)[row]
    across = lines_of(len(matrix.columns), matrix.column_groups)[column]
    wanted = np.zeros(ground.placement.places, dtype=bool)
    wanted[ground.place[np.ix_(row_order[down], column_order[across])]] = True
    return np.flatnonzero(np.take(wanted, ground.placement.index, mode="clip"))


def members_of(table: Table, spec: LevelSpec) -> list[tuple[str, int]]:
    """The members of a level in natural order, each with its number of records."""
    level = Pivoting(table).level(spec, "field", PivotSpec(), ())
    records = placed(table.records, (level,), ()).records
    return [(label, int(number)) for label, number in zip(level.labels, records, strict=True) if number]


def passes(table: Table, conditions: tuple[ConditionSpec, ...], path: str) -> NDArray[np.bool_]:
    """Which records meet all conditions, shape (records,)."""
    return passing(Pivoting(table).tests(conditions, path), table.records)


def _laid_out(table: Table, pivot: PivotSpec) -> tuple[Matrix, Ground | None, NDArray[np.int64], NDArray[np.int64]]:
    source = Pivoting(table)
    if pivot.correlate is not None:
        return correlated(source, pivot), None, np.zeros(0, dtype=np.int64), np.zeros(0, dtype=np.int64)
    key = _ground_key(pivot)
    ground = source.memory.keep(f"ground {key}", lambda: _ground(source, pivot, key))
    found = source.memory.keep(f"measure {pivot.measure!r} {key}", lambda: _gather(source, pivot, ground, key))
    counts = source.memory.keep(f"records {key}", lambda: _count(ground))

    natural = _shown(pivot, found, ground.row_groups, ground.column_groups, ground, None)
    row_side = _side_to_order(ground.rows, ground.row_groups, ground.columns, ground.column_groups, found.values, natural, "rows")
    column_side = _side_to_order(
        ground.columns, ground.column_groups, ground.rows, ground.row_groups, found.values.T, natural.T, "columns"
    )
    row_order, row_tree = _ordered(pivot.order.rows, row_side)
    column_order, column_tree = _ordered(pivot.order.columns, column_side)
    row_order, row_tree = _without(pivot.aside.rows, ground.rows, row_order, row_tree)
    column_order, column_tree = _without(pivot.aside.columns, ground.columns, column_order, column_tree)
    row_groups = groups_of(_at(ground.rows.labels, row_order), ground.rows.members[row_order])
    column_groups = groups_of(_at(ground.columns.labels, column_order), ground.columns.members[column_order])
    down = _lines_in_order(row_order, len(ground.rows), ground.row_groups, row_groups)
    across = _lines_in_order(column_order, len(ground.columns), ground.column_groups, column_groups)
    laid = Gathered(found.values[np.ix_(down, across)], found.numbers[np.ix_(down, across)], found.partials)
    shown = _shown(pivot, laid, row_groups, column_groups, ground, ground.place[np.ix_(row_order, column_order)])
    matrix = Matrix(
        rows=_at(ground.rows.labels, row_order),
        columns=_at(ground.columns.labels, column_order),
        row_groups=row_groups,
        column_groups=column_groups,
        all_values=shown,
        all_records=counts.numbers[np.ix_(down, across)],
        kept=ground.placement.kept,
        unplaced=int(ground.placement.counts[-2]),
        unmeasured=int(counts.numbers[-1, -1] - found.numbers[-1, -1]) if pivot.measure.take != "share" else 0,
        panels=pivot.split is not None,
        row_tree=row_tree,
        column_tree=column_tree,
    )
    return matrix, ground, row_order, column_order


def _ground_key(pivot: PivotSpec) -> str:
    """All that decides which records are in which cell. The measure does where it decides which members are the largest."""
    levels = (*pivot.rows, *pivot.columns, *((pivot.split,) if pivot.split else ()))
    ranks = any(level.top is not None and level.by is None for level in levels) or "top=" in repr(pivot.keep)
    return repr((pivot.rows, pivot.columns, pivot.split, pivot.keep, pivot.measure if ranks else None))


def _ground(source: Pivoting, pivot: PivotSpec, key: str) -> Ground:
    tests = source.tests(pivot.keep, "pivot.keep", pivot.measure)
    rows = [source.level(spec, f"pivot.rows[{i}]", pivot, tests) for i, spec in enumerate(pivot.rows)]
    columns = [source.level(spec, f"pivot.columns[{i}]", pivot, tests) for i, spec in enumerate(pivot.columns)]
    if pivot.split is not None:
        columns.insert(0, source.level(pivot.split, "pivot.split", pivot, tests))
    down, across = rows or [NO_LEVEL], columns or [NO_LEVEL]
    _check_combinations(down, pivot, "rows")
    _check_combinations(across, pivot, "columns")
    panels = pivot.split is not None
    row_side = column_side = None
    if prod(len(level) for level in (*down, *across)) > MAX_PLACES:
        row_side, down = _reduced(source, down, tests, bool(rows), panels=False)
        column_side, across = _reduced(source, across, tests, bool(columns), panels=panels)
        _check_size(len(row_side), len(column_side), pivot, cells=MAX_COMBINATIONS)
    placement = placed(source.table.records, (*down, *across), tests)
    _partials(source, pivot, placement, key)  # now, while each block is in the processor's cache, and before counting costs a pass
    shape = prod(len(level) for level in down), prod(len(level) for level in across)
    records = placement.records.reshape(shape)
    if row_side is None or column_side is None:
        row_side = side_of(down, bool(rows), records.sum(axis=1))
        column_side = side_of(across, bool(columns), records.sum(axis=0), panels=panels)
        places = row_side.places[:, None] * shape[1] + column_side.places
    else:
        places = np.arange(shape[0])[:, None] * shape[1] + np.arange(shape[1])
    _check_size(len(row_side), len(column_side), pivot)
    return Ground(
        placement,
        row_side,
        column_side,
        places,
        groups_of(row_side.labels, row_side.members),
        groups_of(column_side.labels, column_side.members),
    )


def _reduced(
    source: Pivoting, levels: Sequence[Level], tests: tuple[Test, ...], named: bool, *, panels: bool
) -> tuple[Side, list[Level]]:
    """The levels of a side as one, whose members are the combinations that stand."""
    placement = placed(source.table.records, levels, tests)
    side = side_of(levels, named, placement.records, panels=panels)
    for number in range(len(placement.blocks)):
        placement.block(number)
    member_of = np.full(placement.places, OUTSIDE, dtype=np.int64)
    member_of[side.places] = np.arange(len(side))
    return side, [Level(codes=placement.index, member_of=member_of, labels=("",) * len(side))]


def _partials(source: Pivoting, pivot: PivotSpec, placement: Placement, key: str) -> tuple[Partial, ...]:
    spec = pivot.measure
    return tuple(
        source.memory.keep(f"{gathering.key} {key}", lambda make=gathering.make: make(placement))  # type: ignore[misc]
        for gathering in MEASURES[spec.take].gathers(source, spec, "pivot.measure")
    )


def _gather(source: Pivoting, pivot: PivotSpec, ground: Ground, key: str) -> Gathered:
    partials = _partials(source, pivot, ground.placement, key)
    return gathered(pivot.measure, partials, ground.place, ground.row_groups, ground.column_groups)


def _count(ground: Ground) -> Gathered:
    counts = (gather_counts(ground.placement),)
    return gathered(MeasureSpec(), counts, ground.place, ground.row_groups, ground.column_groups)


def _shown(
    pivot: PivotSpec,
    found: Gathered,
    row_groups: Sequence[Group],
    column_groups: Sequence[Group],
    ground: Ground,
    place: NDArray[np.int64] | None,
) -> NDArray[np.float64]:
    """What the pivot shows of the values, laid out as they stand in ``found``; ``place`` says where the cells are, if ordered."""
    if pivot.show.as_ == "value" or not len(ground.rows) or not len(ground.columns):
        return found.values
    cells = ground.place if place is None else place
    rows, columns = cells.shape
    row_runs, column_runs = _runs(rows, row_groups), _runs(columns, column_groups)
    laid = Laid(
        values=found.values,
        rows=rows,
        columns=columns,
        row_group=_innermost(rows, row_groups),
        column_group=_innermost(columns, column_groups),
        row_runs=row_runs,
        column_runs=column_runs,
        row_steps=[(0, rows)] if _runs_on(pivot.rows, None) else row_runs,
        column_steps=[(0, columns)] if _runs_on(pivot.columns, pivot.split) else column_runs,
        running=lambda axis: _running(pivot, found, cells, (row_groups, column_groups), (row_runs, column_runs), axis),
    )
    shown = SHOWS[pivot.show.as_](pivot.show, laid)
    return np.where(np.isfinite(shown), shown, np.nan)


def _running(
    pivot: PivotSpec,
    found: Gathered,
    cells: NDArray[np.int64],
    groups: tuple[Sequence[Group], Sequence[Group]],
    runs: tuple[Sequence[tuple[int, int]], Sequence[tuple[int, int]]],
    axis: int,
) -> NDArray[np.float64]:
    """The measure of all records up to each member along an axis, in every line across it; totals stay as they are."""
    if not MEASURES[pivot.measure.take].runs:
        raise TableError(
            f"there is no running {pivot.measure.take}, since it cannot be put together from those before; choose a count, sum, "
            "average, smallest, largest, share, ratio or standard deviation, or another show",
            path="pivot.show.as",
            received=pivot.measure.take,
        )
    place = cells.T if axis == 0 else cells
    lines = lines_of(len(place), groups[1 if axis == 0 else 0])
    members = lines_of(place.shape[1], ())[:-1]
    regions = regions_of(lines, members, place)
    values = (found.values.T if axis == 0 else found.values).copy()
    merged = [_reshaped(partial.over(regions), (len(lines), len(members))) for partial in found.partials]
    for start, stop in runs[axis]:
        up_to = [_sliced(partial, start, stop).accumulated(1) for partial in merged]
        values[:, start:stop] = measured(pivot.measure, up_to)
    return values.T if axis == 0 else values


def _reshaped(partial: Any, shape: tuple[int, int]) -> Any:
    return replace(partial, **{name: array.reshape(shape) for name, array in vars(partial).items()})


def _sliced(partial: Any, start: int, stop: int) -> Any:
    return replace(partial, **{name: array[:, start:stop] for name, array in vars(partial).items()})


def _runs(members: int, groups: Sequence[Group]) -> list[tuple[int, int]]:
    """The innermost groups, or the whole side."""
    depth = max((group.depth for group in groups), default=0)
    return [(group.start, group.stop) for group in groups if group.depth == depth] or [(0, members)]


def _innermost(members: int, groups: Sequence[Group]) -> NDArray[np.int64]:
    """For each line of a side the line of its innermost group; groups and the total stand for themselves."""
    every = members + len(groups)
    lines = np.full(every + 1, every)
    depth = max((group.depth for group in groups), default=0)
    for i, group in enumerate(groups):
        lines[members + i] = members + i
        if group.depth == depth:
            lines[group.start : group.stop] = members + i
    return lines


def _runs_on(levels: tuple[LevelSpec, ...], split: LevelSpec | None) -> bool:
    """Whether nested levels are parts of one moment, so that the last of a group is followed by the first of the next."""
    return split is None and len({level.field for level in levels}) == 1 and all(level.cut for level in levels)


def _side_to_order(
    side: Side, groups: Sequence[Group], other: Side, other_groups: Sequence[Group], totals: Any, shown: Any, name: str
) -> Ordered:
    return Ordered(
        labels=side.labels,
        members=side.members,
        groups=groups,
        other_labels=other.labels,
        other_groups=other_groups,
        totals=totals,
        shown=shown,
        path=f"pivot.order.{name}",
    )


def _ordered(spec: OrderSpec, side: Ordered) -> tuple[NDArray[np.int64], tuple[Merge, ...]]:
    if not side.labels:
        return np.zeros(0, dtype=np.int64), ()
    keys: Keys = ORDERS[spec.by](spec, side)
    order = arranged(side, keys, descending=spec.descending and spec.by != "likeness")
    return order, trees(spec, side) if spec.by == "likeness" and spec.tree else ()


def _without(
    aside: tuple[Labels, ...], side: Side, order: NDArray[np.int64], tree: tuple[Merge, ...]
) -> tuple[NDArray[np.int64], tuple[Merge, ...]]:
    """The order without the members set aside, and without the tree that stood beside all of them."""
    wanted = set(aside)
    left = np.array([each for each in order.tolist() if side.labels[each] not in wanted], dtype=np.int64)
    return (order, tree) if len(left) == len(order) else (left, ())


def _at(labels: tuple[Labels, ...], order: NDArray[np.int64]) -> tuple[Labels, ...]:
    return tuple(labels[i] for i in order)


def _lines_in_order(order: NDArray[np.int64], members: int, natural: Sequence[Group], groups: Sequence[Group]) -> NDArray[np.int64]:
    """Where each line of the ordered side stands among the ``members`` and groups in natural order: members, then groups, then
    all.
    """
    where = {(group.depth, group.labels): members + i for i, group in enumerate(natural)}
    return np.array([*order, *(where[group.depth, group.labels] for group in groups), members + len(natural)], dtype=np.int64)


def _check_combinations(levels: Sequence[Level], pivot: PivotSpec, side: str) -> None:
    combinations = prod(len(level) for level in levels)
    if combinations > MAX_COMBINATIONS:
        raise _too_many(combinations, combinations, pivot, side)


def _check_size(rows: int, columns: int, pivot: PivotSpec, *, cells: int = MAX_CELLS) -> None:
    if max(rows, columns) > MAX_MEMBERS or rows * columns > cells:
        side, members = ("rows", rows) if rows >= columns else ("columns", columns)
        raise _too_many(members, rows * columns, pivot, side)


def _too_many(members: int, cells: int, pivot: PivotSpec, side: str) -> TableError:
    levels: tuple[LevelSpec, ...] = getattr(pivot, side)
    if side == "columns" and pivot.split is not None:
        levels = (pivot.split, *levels)
    fields = [f'"{level.field}"' for level in levels]
    limits = f"a figure holds at most {MAX_MEMBERS:,} on a side and {MAX_CELLS:,} in all"
    if len(fields) == 1:
        words = f"{fields[0]} has {members:,} different values, which makes {cells:,} cells; {limits}, so choose a coarser field, "
    else:
        words = f"{', '.join(fields[:-1])} and {fields[-1]} nest to {members:,} combinations; {limits}, so take a level off, "
    return TableError(f'{words}leave the largest with "top" or keep fewer records', path=f"pivot.{side}[0]", received=members)
