"""How much of the swings of a measure a matrix shows: sums of squares by rows, by columns and by both, beyond chance.

Of numbers it is the analysis of variance in two ways (Fisher, 1925) on weighted means; what rows and columns add up to is fitted by
turns, since cells are not equally full. What each explains is corrected for chance as epsilon squared (Kelley, 1935). Of numbers of
records it is chi squared against what rows and columns give each by itself, corrected as by Bergsma (2013).

Records are taken for independent, which those of one day or one customer are not: chance is therefore asked for more than usual.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import chdtrc, fdtrc

Cells = NDArray[np.float64]
_TURNS = 12


@dataclass(frozen=True, kw_only=True)
class Swings:
    """Shares of all swings, 0 to 1: what ``rows`` explain alone, ``columns`` alone, and ``both`` together. ``beyond`` is what both
    do and the better of the two alone does not, ``interplay`` the part of it that is no sum of a row's and a column's own, and
    ``chance`` how likely as much would be without any pattern.

    Of numbers of records, both together leave nothing over: there ``beyond`` and ``interplay`` are Cramér's V squared.
    """

    rows: float
    columns: float
    both: float
    beyond: float
    interplay: float
    chance: float


def swings_of_values(records: Cells, weights: Cells, sums: Cells, squares: float) -> Swings | None:
    """Of weighted values. By cell, shape (rows, columns): the number of records with a value, their weights, and the weighted sums;
    ``squares`` is the weighted sum of all squares. None where too little is there to say anything.
    """
    n, weight = float(records.sum()), float(weights.sum())
    filled = weights > 0
    cells = int(filled.sum())
    if weight <= 0 or n <= cells + 1 or cells < 3:
        return None
    mean = float(sums.sum()) / weight
    everything = squares - weight * mean * mean
    if not everything > 1e-9 * max(squares, 1e-300):
        return None

    def between(lines: Cells, of_line: Cells) -> float:
        some = lines > 0
        return float((of_line[some] ** 2 / lines[some]).sum()) - weight * mean * mean

    by_cell = between(weights.ravel(), sums.ravel())
    by_rows, by_columns = between(weights.sum(1), sums.sum(1)), between(weights.sum(0), sums.sum(0))
    rows, columns = (int(np.count_nonzero(weights.sum(axis) > 0)) for axis in (1, 0))
    within = max(everything - by_cell, 0.0) / (n - cells)
    best, free = max((by_rows, rows), (by_columns, columns))
    freedom = cells - free
    if freedom < 1:
        return None
    ratio = (by_cell - best) / freedom / within if within > 0 else np.inf
    chance = float(fdtrc(freedom, n - cells, max(ratio, 0.0))) if np.isfinite(ratio) else 0.0

    def share(explained: float, of: int) -> float:
        noise = (of - 1) * (everything - explained) / max(n - of, 1.0)
        return min(max((explained - noise) / everything, 0.0), 1.0)

    shares = share(by_rows, rows), share(by_columns, columns)
    both = max(share(by_cell, cells), *shares)
    added = by_cell - _left_over(weights, sums)
    interplay = min(max(both - share(added, rows + columns - 1), 0.0), both - max(shares))
    return Swings(rows=shares[0], columns=shares[1], both=both, beyond=both - max(shares), interplay=interplay, chance=chance)


def _left_over(weights: Cells, sums: Cells) -> float:
    """The sum of squares of cells around the best sum of something of their row and something of their column, found by turns."""
    means = np.divide(sums, weights, out=np.zeros_like(sums), where=weights > 0)
    by_row, by_column = weights.sum(1), weights.sum(0)
    of_row, of_column = np.zeros(len(by_row)), np.zeros(len(by_column))
    for _ in range(_TURNS):
        of_row = np.divide((weights * (means - of_column)).sum(1), by_row, out=of_row, where=by_row > 0)
        of_column = np.divide((weights * (means - of_row[:, None])).sum(0), by_column, out=of_column, where=by_column > 0)
    return float((weights * (means - of_row[:, None] - of_column) ** 2).sum())


def swings_of_records(records: Cells) -> Swings | None:
    """Of numbers of records by cell, shape (rows, columns)."""
    records = records[records.sum(1) > 0][:, records.sum(0) > 0]
    n, (rows, columns) = float(records.sum()), records.shape
    freedom = (rows - 1) * (columns - 1)
    if min(rows, columns) < 2 or n < max(records.size, 2):
        return None
    expected = expected_of(records)
    squared = float(((records - expected) ** 2 / expected).sum())
    phi = max(squared / n - freedom / (n - 1), 0.0)
    least = min(side - (side - 1) ** 2 / (n - 1) for side in (rows, columns))
    mean = n / records.size
    everything = float(((records - mean) ** 2).sum()) - n
    if everything <= 0:
        return None

    def share(side: Cells, others: int) -> float:
        explained = float(((side - side.mean()) ** 2).sum()) / others - (len(side) - 1) * mean
        return min(max(explained / everything, 0.0), 1.0)

    return Swings(
        rows=share(records.sum(1), columns),
        columns=share(records.sum(0), rows),
        both=1.0,
        beyond=(beyond := min(phi / max(least - 1, 1e-9), 1.0)),
        interplay=beyond,
        chance=float(chdtrc(freedom, squared)),
    )


def expected_of(records: Cells) -> Cells:
    """The records that each cell would have if rows and columns had nothing to do with each other."""
    found: Cells = np.outer(records.sum(1), records.sum(0)) / records.sum()
    return found
