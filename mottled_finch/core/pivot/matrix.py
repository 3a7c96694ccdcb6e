"""The matrix: what a pivot makes of the records."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Labels = tuple[str, ...]
"""One label a level; empty for a side without levels."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Matrix:
    """Values by row and column, NaN for a blank.

    ``values`` and ``records`` have shape (rows, columns); ``row_totals`` (rows,) and ``column_totals`` (columns,). Totals are
    computed from the records under them and are always here, whether or not a recipe shows them. ``kept`` is the number of
    records the conditions keep; ``unplaced`` how many of those are in no cell, one of their sides being blank;
    ``unmeasured`` how many are in a cell but have no measured value.
    """

    rows: tuple[Labels, ...]
    columns: tuple[Labels, ...]
    values: NDArray[np.float64]
    records: NDArray[np.int64]
    row_totals: NDArray[np.float64]
    column_totals: NDArray[np.float64]
    grand_total: float
    row_records: NDArray[np.int64]
    column_records: NDArray[np.int64]
    kept: int
    unplaced: int
    unmeasured: int

    @property
    def shape(self) -> tuple[int, int]:
        return len(self.rows), len(self.columns)
