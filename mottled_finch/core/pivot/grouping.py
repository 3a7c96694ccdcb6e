"""The group-by of a pivot: its keys are the levels of both sides, its groups the cells, and every kept record is in one of them."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import prod

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, PivotSpec
from ..vocabulary import LIMITS
from .levels import NO_LEVEL, OUTSIDE, Level
from .matrix import Group
from .measures import MEASURES
from .partials import Partial
from .placement import Placement
from .sides import Side, groups_of, side_of
from .source import Test
from .table_source import TableSource

MAX_PLACES = 1 << 22
"""Cells before empty rows and columns are dropped; beyond it a side is first reduced to what has records."""
MAX_COMBINATIONS = 1 << 23
"""Combinations of the levels of one side, and cells once both sides are reduced."""


@dataclass(frozen=True, eq=False)
class Grouping:
    """The groups of a group-by, which are cells, in natural order, and which of them each record is in.

    ``place`` of shape (rows, columns) gives each cell's number in the placement.
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


def grouping_key(pivot: PivotSpec) -> str:
    """All that decides which records are in which cell. The measure does where it decides which members are the largest."""
    levels = (*pivot.rows, *pivot.columns, *((pivot.split,) if pivot.split else ()))
    ranks = any(level.top is not None and level.by is None for level in levels) or any(map(_ranks, pivot.keep))
    return repr((pivot.rows, pivot.columns, pivot.split, pivot.keep, pivot.measure if ranks else None))


def _ranks(condition: ConditionSpec) -> bool:
    """Whether the condition, or one it holds, keeps the largest or smallest by the pivot's own measure."""
    if condition.top is not None or condition.bottom is not None:
        return condition.by is None
    return any(map(_ranks, condition.all_ or condition.any_ or ()))


def grouping_of(source: TableSource, pivot: PivotSpec, key: str) -> Grouping:
    """Group the records that meet the pivot's conditions by its levels. ``key`` is its ``grouping_key``. Raises TableError where
    there would be more cells than a figure can hold.
    """
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
    placement = Placement(source.table.records, (*down, *across), tests)
    partials_of(
        source, pivot.measure, placement, key
    )  # now, while each block is in the processor's cache, and before counting costs a pass
    shape = prod(len(level) for level in down), prod(len(level) for level in across)
    records = placement.records.reshape(shape)
    if row_side is None or column_side is None:
        row_side = side_of(down, bool(rows), records.sum(axis=1))
        column_side = side_of(across, bool(columns), records.sum(axis=0), panels=panels)
        places = row_side.places[:, None] * shape[1] + column_side.places
    else:
        places = np.arange(shape[0])[:, None] * shape[1] + np.arange(shape[1])
    _check_size(len(row_side), len(column_side), pivot)
    return Grouping(
        placement,
        row_side,
        column_side,
        places,
        groups_of(row_side.labels, row_side.members),
        groups_of(column_side.labels, column_side.members),
    )


def _reduced(
    source: TableSource, levels: Sequence[Level], tests: tuple[Test, ...], named: bool, *, panels: bool
) -> tuple[Side, list[Level]]:
    """The levels of a side as one, whose members are the combinations that stand."""
    placement = Placement(source.table.records, levels, tests)
    side = side_of(levels, named, placement.records, panels=panels)
    member_of = np.full(placement.places, OUTSIDE, dtype=np.int64)
    member_of[placement.spots[side.places]] = np.arange(len(side))
    return side, [Level(codes=placement.index, member_of=member_of, labels=("",) * len(side))]


def partials_of(
    source: TableSource, measure: MeasureSpec, placement: Placement, key: str, path: str = "pivot.measure"
) -> tuple[Partial, ...]:
    """The partial aggregates of a measure, by cell. ``key`` is that of the grouping."""
    return tuple(
        source.memory.keep(f"{gathering.key} {key}", lambda make=gathering.make: make(placement))  # type: ignore[misc]
        for gathering in MEASURES[measure.take].gathers(source, measure, path)
    )


def _check_combinations(levels: Sequence[Level], pivot: PivotSpec, side: str) -> None:
    combinations = prod(len(level) for level in levels)
    if combinations > MAX_COMBINATIONS:
        raise _too_many(combinations, combinations, pivot, side)


def _check_size(rows: int, columns: int, pivot: PivotSpec, *, cells: int = LIMITS.cells_most) -> None:
    if max(rows, columns) > LIMITS.members_most or rows * columns > cells:
        side, members = ("rows", rows) if rows >= columns else ("columns", columns)
        raise _too_many(members, rows * columns, pivot, side)


def _too_many(members: int, cells: int, pivot: PivotSpec, side: str) -> TableError:
    levels: tuple[LevelSpec, ...] = getattr(pivot, side)
    if side == "columns" and pivot.split is not None:
        levels = (pivot.split, *levels)
    fields = [f'"{level.field}"' for level in levels]
    limits = f"a figure holds at most {LIMITS.members_most:,} on a side and {LIMITS.cells_most:,} in all"
    if len(fields) == 1:
        words = f"{fields[0]} has {members:,} different values, which makes {cells:,} cells; {limits}, so choose a coarser field, "
    else:
        words = f"{', '.join(fields[:-1])} and {fields[-1]} nest to {members:,} combinations; {limits}, so take a level off, "
    return TableError(f'{words}leave the largest with "top" or keep fewer records', path=f"pivot.{side}[0]", received=members)
