"""The group-by of a pivot: its keys are the levels of both sides, its groups the cells, and every kept record is in one of them."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import prod

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec, PivotSpec
from ...common.vocabulary import LIMITS
from ...tables.aggregation.groups import Group
from ...tables.aggregation.levels import NO_LEVEL, OUTSIDE, Level
from ...tables.aggregation.measures import MEASURES
from ...tables.aggregation.partials import Partial
from ...tables.aggregation.placement import Placement
from ...tables.aggregation.source import Test
from ...tables.aggregation.table_source import TableSource
from .sides import Side, beside, groups_of, side_of

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


@dataclass(frozen=True, eq=False)
class View:
    """Records to be grouped: the tests they must pass, and the levels they are laid on, NO_LEVEL where those of another view all
    stand beside the same records of this one. ``measure`` is gathered on the way; ``key`` says all that decides where records are.
    """

    source: TableSource
    tests: tuple[Test, ...]
    rows: tuple[Level, ...]
    columns: tuple[Level, ...]
    measure: MeasureSpec
    key: str


def grouping_key(pivot: PivotSpec) -> str:
    """All that decides which records are in which cell. The measure does where it decides which members are the largest."""
    levels = (*pivot.rows, *pivot.columns, *((pivot.split,) if pivot.split else ()))
    by_measure = any(level.top is not None and level.by is None for level in levels) or any(map(ranks, pivot.keep))
    return repr((pivot.rows, pivot.columns, pivot.split, pivot.keep, pivot.measure if by_measure else None))


def ranks(condition: ConditionSpec) -> bool:
    """Whether the condition, or one it holds, keeps the largest or smallest by the pivot's own measure."""
    if condition.top is not None or condition.bottom is not None:
        return condition.by is None
    return any(map(ranks, condition.all_ or condition.any_ or ()))


def view_of(source: TableSource, pivot: PivotSpec, key: str) -> View:
    """What a pivot asks of its table. ``key`` is its ``grouping_key``."""
    tests = source.tests(pivot.keep, "pivot.keep", pivot.measure)
    rows, columns = (tuple(source.level(spec, path, pivot, tests) for spec, path in side) for side in sides_with_paths(pivot))
    return View(source, tests, rows, columns, pivot.measure, key)


def sides_with_paths(pivot: PivotSpec) -> tuple[list[tuple[LevelSpec, str]], list[tuple[LevelSpec, str]]]:
    """The levels of both sides, outermost first, each with its place in the recipe."""
    split = [(pivot.split, "pivot.split")] if pivot.split is not None else []
    rows, columns = (
        [(level, f"pivot.{side}[{i}]") for i, level in enumerate(getattr(pivot, side))] for side in ("rows", "columns")
    )
    return rows, [*split, *columns]


def groupings_of(views: Sequence[View], pivot: PivotSpec) -> tuple[Grouping, ...]:
    """Group the records of each view. All have the members that any of them has records of, those of the first in natural order;
    a view that stands beside several of them has theirs once.

    Raises TableError where there would be more cells than a figure can hold.
    """
    panels = pivot.split is not None
    down: list[Sequence[Level]] = [view.rows or (NO_LEVEL,) for view in views]
    across: list[Sequence[Level]] = [view.columns or (NO_LEVEL,) for view in views]
    _check_combinations(down[0], pivot, "rows")
    _check_combinations(across[0], pivot, "columns")
    row_sides = column_sides = None
    if prod(len(level) for level in (*down[0], *across[0])) > MAX_PLACES:
        row_sides, down = _reduced(views, down, bool(pivot.rows), panels=False)
        column_sides, across = _reduced(views, across, bool(pivot.columns) or panels, panels=panels)
        _check_size(len(row_sides[0]), len(column_sides[0]), pivot, cells=MAX_COMBINATIONS)
    placements = [
        Placement(view.source.table.records, (*of_rows, *of_columns), view.tests)
        for view, of_rows, of_columns in zip(views, down, across, strict=True)
    ]
    for view, placement in zip(views, placements, strict=True):
        # Now, while each block is in the processor's cache, and before counting costs a pass.
        partials_of(view.source, view.measure, placement, view.key)
    heights, widths = ([prod(len(level) for level in levels) for levels in side] for side in (down, across))
    if row_sides is None or column_sides is None:
        counts = [placement.records.reshape(shape) for placement, *shape in zip(placements, heights, widths, strict=True)]
        row_sides = _sides(down, bool(pivot.rows), [records.sum(axis=1) for records in counts])
        column_sides = _sides(across, bool(pivot.columns) or panels, [records.sum(axis=0) for records in counts], panels=panels)
        places = [
            rows.places[:, None] * width + columns.places
            for rows, columns, width in zip(row_sides, column_sides, widths, strict=True)
        ]
    else:
        places = [
            np.arange(len(rows))[:, None] * width + np.arange(len(columns))
            for rows, columns, width in zip(row_sides, column_sides, widths, strict=True)
        ]
    _check_size(len(row_sides[0]), len(column_sides[0]), pivot)
    return tuple(
        Grouping(placement, rows, columns, place, groups_of(rows.labels, rows.members), groups_of(columns.labels, columns.members))
        for placement, rows, columns, place in zip(placements, row_sides, column_sides, places, strict=True)
    )


def _sides(
    levels: Sequence[Sequence[Level]], named: bool, records: Sequence[NDArray[np.int64]], *, panels: bool = False
) -> list[Side]:
    """The side of each view: of the first, with the members that any has records of; of others, what stands beside these."""
    first = levels[0]
    alike = [[len(level) for level in each] == [len(level) for level in first] for each in levels]
    side = side_of(first, named, sum(number for number, same in zip(records, alike, strict=True) if same), panels=panels)  # type: ignore[arg-type]
    return [side if same else beside(side, each) for each, same in zip(levels, alike, strict=True)]


def _reduced(
    views: Sequence[View], levels: Sequence[Sequence[Level]], named: bool, *, panels: bool
) -> tuple[list[Side], list[Sequence[Level]]]:
    """The levels of a side as one, whose members are the combinations that stand."""
    placements = [Placement(view.source.table.records, each, view.tests) for view, each in zip(views, levels, strict=True)]
    sides = _sides(levels, named, [placement.records for placement in placements], panels=panels)
    return sides, [(_as_one(placement, side),) for placement, side in zip(placements, sides, strict=True)]


def _as_one(placement: Placement, side: Side) -> Level:
    member_of = np.full(placement.places, OUTSIDE, dtype=np.int64)
    member_of[placement.spots[side.places]] = np.arange(len(side))
    return Level(codes=placement.index, member_of=member_of, labels=("",) * len(side))


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
