"""Laying a pivot on a table."""

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.spec import LevelSpec, MeasureSpec, PivotSpec
from ..table import Kind, Table
from ..wording import KIND_WORDS
from .conditions import tests_of
from .kernels import Gathered, gather
from .levels import NO_LEVEL, Level, level_of
from .matrix import Labels, Matrix
from .measures import MEASURES

MAX_MEMBERS = 5_000
MAX_CELLS = 250_000
_MAX_PLACES = 8_000_000
"""Cells before empty rows and columns are dropped: conditions may leave few of many."""


def make_matrix(table: Table, pivot: PivotSpec) -> Matrix:
    """Pivot a table. Only members with at least one kept record stand in the matrix, in natural order.

    Raises TableError for a field that is not there, a kind that does not fit, or more cells than a figure can hold.
    """
    rows, columns = _side(table, pivot.rows, "pivot.rows"), _side(table, pivot.columns, "pivot.columns")
    if len(rows.labels) * len(columns.labels) > _MAX_PLACES:
        raise _too_many(len(rows.labels), len(columns.labels), pivot)
    gathered = gather(table.records, rows, columns, tests_of(table, pivot.keep), _values(table, pivot.measure))
    used_rows = np.flatnonzero(gathered.records.any(axis=1))
    used_columns = np.flatnonzero(gathered.records.any(axis=0))
    shape = len(used_rows), len(used_columns)
    if max(shape) > MAX_MEMBERS or shape[0] * shape[1] > MAX_CELLS:
        raise _too_many(*shape, pivot)

    inside = np.ix_(used_rows, used_columns)
    cells = Gathered(gathered.records[inside], gathered.numbers[inside], gathered.sums[inside], gathered.kept)
    by_row, by_column = _summed(cells, 1), _summed(cells, 0)
    whole = _summed(by_row, 0)
    placed = int(whole.records)
    return Matrix(
        rows=_labels(rows, used_rows, pivot.rows),
        columns=_labels(columns, used_columns, pivot.columns),
        values=_measured(cells, pivot.measure),
        records=cells.records,
        row_totals=_measured(by_row, pivot.measure),
        column_totals=_measured(by_column, pivot.measure),
        grand_total=float(_measured(whole, pivot.measure)),
        row_records=by_row.records,
        column_records=by_column.records,
        kept=gathered.kept,
        unplaced=gathered.kept - placed,
        unmeasured=placed - int(whole.numbers),
    )


def members_of(table: Table, spec: LevelSpec) -> list[tuple[str, int]]:
    """The members of a level in natural order, each with its number of records."""
    level = level_of(table, spec, "field")
    found = gather(table.records, level, NO_LEVEL, (), None).records[:, 0]
    return [(label, int(records)) for label, records in zip(level.labels, found, strict=True) if records]


def _side(table: Table, levels: tuple[LevelSpec, ...], path: str) -> Level:
    return level_of(table, levels[0], f"{path}[0]") if levels else NO_LEVEL


def _values(table: Table, measure: MeasureSpec) -> NDArray[np.float64] | None:
    if measure.of is None:
        return None
    column = table.column(measure.of, "pivot.measure.of")
    if column.kind is not Kind.NUMBER:
        numbers = [each.name for each in table.columns if each.is_number]
        cure = f"choose a number, such as {numbers[0]}" if numbers else 'choose "count", since this table has no column of numbers'
        raise TableError(
            f'"{column.name}" holds {KIND_WORDS[column.kind]}, of which there is no {measure.take}; {cure}',
            path="pivot.measure.of",
            received=measure.of,
            allowed=numbers,
        )
    return column.data


def _summed(gathered: Gathered, axis: int) -> Gathered:
    """What was gathered, over a whole side: counts and sums of records add up, so a total comes from its records."""
    return Gathered(gathered.records.sum(axis), gathered.numbers.sum(axis), gathered.sums.sum(axis), gathered.kept)


def _measured(gathered: Gathered, measure: MeasureSpec) -> NDArray[np.float64]:
    values = MEASURES[measure.take](gathered)
    if measure.empty == "zero":
        return np.where(np.isnan(values), 0.0, values)
    if measure.empty == "blank":
        return np.where(gathered.numbers == 0, np.nan, values)
    return values


def _labels(level: Level, used: NDArray[np.int64], specs: tuple[LevelSpec, ...]) -> tuple[Labels, ...]:
    return tuple((level.labels[i],) if specs else () for i in used)


def _too_many(rows: int, columns: int, pivot: PivotSpec) -> TableError:
    side, levels, members = ("rows", pivot.rows, rows) if rows >= columns else ("columns", pivot.columns, columns)
    return TableError(
        f'"{levels[0].field}" has {members:,} different values, which makes {rows * columns:,} cells; a figure holds at most '
        f"{MAX_MEMBERS:,} on a side and {MAX_CELLS:,} in all, so choose a coarser field or keep fewer",
        path=f"pivot.{side}[0]",
        received=members,
    )
