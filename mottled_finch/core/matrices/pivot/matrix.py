"""The matrix: what a pivot makes of the records."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...tables.aggregation.groups import Group, Labels


@dataclass(frozen=True, kw_only=True, eq=False)
class Opposite:
    """What a matrix is shown against. All arrays have its lines: ``all_here`` is the measure before it was set against
    ``all_there``, that of the other side, of ``all_records`` records and ``all_numbers`` values. ``all_new`` are lines that only
    this side has, ``all_gone`` those that only the other has. ``covered`` is the first and the last day that both sides have
    records of, where that leaves some out.
    """

    all_here: NDArray[np.float64]
    all_there: NDArray[np.float64]
    all_records: NDArray[np.int64]
    all_numbers: NDArray[np.int64]
    all_new: NDArray[np.bool_]
    all_gone: NDArray[np.bool_]
    covered: tuple[np.datetime64, np.datetime64] | None = None


@dataclass(frozen=True, kw_only=True, eq=False)
class Matrix:
    """Values by row and column, NaN for a blank, with all totals.

    ``all_values`` and ``all_records`` have a line for each row, then one for each of ``row_groups``, then one for all; and
    likewise for columns; ``all_numbers`` are those of the values that each is measured of. Totals are computed from the records
    under them, and are here whether or not a recipe shows them.
    ``kept`` is the number of records the conditions keep; ``unplaced`` how many of those are in no cell, one of their sides being
    blank; ``unmeasured`` how many are in a cell but have no measured value. ``absent`` marks cells that are no cells: those
    beyond the triangle of coefficients. With ``panels`` the outermost level of the columns stands for matrices side by side.
    ``opposite`` is what it is shown against.
    """

    rows: tuple[Labels, ...]
    columns: tuple[Labels, ...]
    row_groups: tuple[Group, ...] = ()
    column_groups: tuple[Group, ...] = ()
    all_values: NDArray[np.float64]
    all_records: NDArray[np.int64]
    all_numbers: NDArray[np.int64]
    kept: int
    unplaced: int
    unmeasured: int
    absent: NDArray[np.bool_] | None = None
    panels: bool = False
    opposite: Opposite | None = None
    row_tree: "tuple[Merge, ...]" = ()
    column_tree: "tuple[Merge, ...]" = ()

    @property
    def shape(self) -> tuple[int, int]:
        return len(self.rows), len(self.columns)

    @property
    def values(self) -> NDArray[np.float64]:
        """The cells, shape (rows, columns)."""
        return self.all_values[: len(self.rows), : len(self.columns)]

    @property
    def records(self) -> NDArray[np.int64]:
        """Records behind each cell, shape (rows, columns)."""
        return self.all_records[: len(self.rows), : len(self.columns)]

    @property
    def new(self) -> NDArray[np.bool_]:
        """Cells that only this side has, of those that are compared with another; shape (rows, columns)."""
        return self._cells(self.opposite.all_new if self.opposite else None)

    @property
    def gone(self) -> NDArray[np.bool_]:
        """Cells that only the other side has."""
        return self._cells(self.opposite.all_gone if self.opposite else None)

    def _cells(self, lines: NDArray[np.bool_] | None) -> NDArray[np.bool_]:
        return np.zeros(self.shape, dtype=bool) if lines is None else lines[: len(self.rows), : len(self.columns)]

    @property
    def row_totals(self) -> NDArray[np.float64]:
        return self.all_values[: len(self.rows), -1]

    @property
    def column_totals(self) -> NDArray[np.float64]:
        return self.all_values[-1, : len(self.columns)]

    @property
    def grand_total(self) -> float:
        return float(self.all_values[-1, -1])

    @property
    def row_records(self) -> NDArray[np.int64]:
        return self.all_records[: len(self.rows), -1]

    @property
    def column_records(self) -> NDArray[np.int64]:
        return self.all_records[-1, : len(self.columns)]


@dataclass(frozen=True)
class Merge:
    """A joint of a tree beside a side: it spans from ``left`` to ``right`` in members (halves between two), and lies at ``height``;
    the two branches come up from ``left_height`` and ``right_height``. Heights run from 0 at the heads to 1 at the last joint.
    """

    left: float
    right: float
    left_height: float
    right_height: float
    height: float


def colored_values(matrix: Matrix) -> NDArray[np.float64]:
    """The values that have a color: those of cells that are there."""
    return matrix.values if matrix.absent is None else np.where(matrix.absent, np.nan, matrix.values)
