"""A measure laid on cells: values by row and column with all totals, in natural order, before anything is shown or ordered."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..recipe.conditions import MeasureSpec
from .matrix import Group
from .measures import MEASURES
from .partials import Partial, Regions

Lines = list[NDArray[np.int64]]
"""Sets of members of a side: each member by itself, each group, all of them."""


def lines_of(members: int, groups: Sequence[Group]) -> Lines:
    every = np.arange(members)
    return [*(every[i : i + 1] for i in range(members)), *(every[group.start : group.stop] for group in groups), every]


def regions_of(rows: Lines, columns: Lines, place: NDArray[np.int64]) -> Regions:
    """The regions of all pairs of lines, row by row. ``place`` gives the cell of each row and column. No line is empty."""
    lengths = np.array([len(row) for row in rows])[:, None] * np.array([len(column) for column in columns])
    starts = np.concatenate([[0], np.cumsum(lengths.ravel())])
    cells = np.concatenate([place[np.ix_(row, column)].ravel() for row in rows for column in columns])
    return Regions(cells, starts)


@dataclass(frozen=True, eq=False)
class Gathered:
    """``values`` and ``numbers`` have shape (lines down, lines across); the partial results are by cell of the placement."""

    values: NDArray[np.float64]
    numbers: NDArray[np.int64]
    partials: tuple[Partial, ...]

    @property
    def nbytes(self) -> int:
        return self.values.nbytes + self.numbers.nbytes + sum(partial.nbytes for partial in self.partials)


def measured(spec: MeasureSpec, partials: Sequence[Any]) -> NDArray[np.float64]:
    """The measure of partial results; what is no finite number is a blank, and a cell of nothing as ``empty`` says."""
    values = MEASURES[spec.take].value(spec, *partials)
    values = np.where(np.isfinite(values), values, np.nan)
    if spec.empty is not None:
        values = np.where(partials[0].numbers == 0, 0.0 if spec.empty == "zero" else np.nan, values)
    return values


def gathered(
    spec: MeasureSpec,
    partials: tuple[Partial, ...],
    place: NDArray[np.int64],
    row_groups: Sequence[Group],
    column_groups: Sequence[Group],
) -> Gathered:
    """Cells and totals. ``place`` of shape (rows, columns) gives each cell's place in the partial results."""
    rows, columns = place.shape
    down, across = lines_of(rows, row_groups), lines_of(columns, column_groups)
    shape = len(down), len(across)
    if not place.size:
        nothing = np.full(shape, np.nan)
        if spec.take in ("count", "distinct") and spec.empty != "blank":
            nothing[:] = 0.0
        return Gathered(nothing, np.zeros(shape, dtype=np.int64), partials)
    cells = Regions(place.ravel(), np.arange(place.size + 1))
    values, numbers = np.empty(shape), np.empty(shape, dtype=np.int64)
    # Cells and totals apart, since the regions of totals are long and few.
    parts: list[tuple[Any, Any, Regions]] = [
        (slice(0, rows), slice(0, columns), cells),
        (slice(0, rows), slice(columns, None), regions_of(down[:rows], across[columns:], place)),
        (slice(rows, None), slice(0, None), regions_of(down[rows:], across, place)),
    ]
    for vertical, horizontal, regions in parts:
        merged = [partial.over(regions) for partial in partials]
        block = values[vertical, horizontal]
        values[vertical, horizontal] = measured(spec, merged).reshape(block.shape)
        numbers[vertical, horizontal] = merged[0].numbers.reshape(block.shape)
    return Gathered(values, numbers, partials)
