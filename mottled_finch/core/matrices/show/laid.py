"""What shows are made from: the values of a matrix as it is laid out, with all its totals."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Runs = Sequence[tuple[int, int]]


@dataclass(frozen=True, kw_only=True, eq=False)
class Laid:
    """``values`` has a line for each of ``rows`` rows, then one for each group of rows, then one for all; likewise across.

    Totals are lines like others: the line of column totals is a row with totals of its own. What is worked out along a row is
    worked out along every line, over its cells alone; where that says nothing of a total, the total is a blank.
    ``row_group`` and ``column_group`` give for each line the line of its innermost group, or of all; ``row_steps`` and
    ``column_steps`` are the stretches in which one member follows the other. ``running`` makes values of all records up to each
    member, along the axis 0 or 1. ``there`` are the values of the side that these are set against, and ``on_both`` what
    both of them have.
    """

    values: NDArray[np.float64]
    rows: int
    columns: int
    row_group: NDArray[np.int64]
    column_group: NDArray[np.int64]
    row_steps: Runs
    column_steps: Runs
    running: Callable[[int], NDArray[np.float64]]
    there: NDArray[np.float64] | None = None
    on_both: NDArray[np.bool_] | None = None

    def blanks(self) -> NDArray[np.float64]:
        return np.full(self.values.shape, np.nan)


def lines(laid: Laid, of: str, found: NDArray[np.float64]) -> Iterator[tuple[NDArray[np.float64], NDArray[np.float64]]]:
    """The cells of each line, and their places in ``found``: of each row for "row", of each column for "column", and for "whole" of
    all cells at once, of which totals are no part.
    """
    if of == "whole":
        cells = np.ascontiguousarray(laid.values[: laid.rows, : laid.columns]).ravel()
        out = np.full(cells.shape, np.nan)
        yield cells, out
        found[: laid.rows, : laid.columns] = out.reshape(laid.rows, laid.columns)
        return
    values, places = (laid.values, found) if of == "row" else (laid.values.T, found.T)
    cells_of_line = laid.columns if of == "row" else laid.rows
    for i in range(len(values)):
        yield values[i, :cells_of_line], places[i, :cells_of_line]
