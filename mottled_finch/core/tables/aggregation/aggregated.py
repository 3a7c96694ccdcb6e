"""Aggregation: a measure of all cells and totals, in natural order, before anything is shown or ordered."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.language.english import listed
from ...common.recipe.conditions import MeasureSpec
from ...common.vocabulary import MEASURE_TERMS
from ..table.alike import settled
from ..table.finite import finite
from .groups import Group
from .measures import MEASURES
from .partials import Partial, Regions, joined

Lines = list[slice]
"""Sets of members of a side: each member by itself, each group, all of them."""
Runs = Sequence[tuple[int, int]]
"""Stretches of a side from a member to another, not included, in which one follows the other."""


def lines_of(members: int, groups: Sequence[Group]) -> Lines:
    each = (slice(i, i + 1) for i in range(members))
    return [*each, *(slice(group.start, group.stop) for group in groups), slice(0, members)]


def regions_of(rows: Lines, columns: Lines, place: NDArray[np.int64]) -> Regions:
    """The regions of all pairs of lines, row by row. ``place`` gives the cell of each row and column. No line is empty."""
    lengths = np.array([row.stop - row.start for row in rows])[:, None] * [column.stop - column.start for column in columns]
    starts = np.concatenate([[0], np.cumsum(lengths.ravel())])
    cells = np.concatenate([place[row, column].ravel() for row in rows for column in columns])
    return Regions(cells, starts)


@dataclass(frozen=True, eq=False)
class Aggregated:
    """``values`` and ``numbers`` have shape (lines down, lines across); the partial aggregates are by cell of the placement.
    ``there`` is the same of the side that it is shown against, by these lines.
    """

    values: NDArray[np.float64]
    numbers: NDArray[np.int64]
    partials: tuple[Partial, ...]
    there: "Aggregated | None" = None

    def turned(self) -> "Aggregated":
        """The same with rows and columns turned."""
        return replace(self, values=self.values.T, numbers=self.numbers.T)

    def at(self, lines: tuple[NDArray[np.int64], ...]) -> "Aggregated":
        """The lines as they stand elsewhere."""
        there = None if self.there is None else self.there.at(lines)
        return replace(self, values=self.values[lines], numbers=self.numbers[lines], there=there)

    @property
    def nbytes(self) -> int:
        """Without the partial aggregates, which the memory keeps for themselves."""
        return self.values.nbytes + self.numbers.nbytes


def measured(spec: MeasureSpec, partials: Sequence[Any]) -> NDArray[np.float64]:
    """The measure of partial aggregates; what is no number to reckon with is a blank, and a cell of nothing as ``empty`` says."""
    values = settled(finite(MEASURES[spec.take].value(spec, *partials)))
    if spec.empty is not None:
        values = np.where(partials[0].numbers == 0, 0.0 if spec.empty == "zero" else np.nan, values)
    return values


def aggregate(
    spec: MeasureSpec,
    partials: tuple[Partial, ...],
    place: NDArray[np.int64],
    row_groups: Sequence[Group],
    column_groups: Sequence[Group],
) -> Aggregated:
    """Cells and totals. ``place`` of shape (rows, columns) gives each cell's place in the partial aggregates."""
    rows, columns = place.shape
    down, across = lines_of(rows, row_groups), lines_of(columns, column_groups)
    shape = len(down), len(across)
    if not place.size:
        nothing = np.full(shape, np.nan)
        of_nothing = MEASURE_TERMS[spec.take].nothing
        if of_nothing is not None and spec.empty != "blank":
            nothing[:] = of_nothing
        return Aggregated(nothing, np.zeros(shape, dtype=np.int64), partials)
    values, numbers = np.empty(shape), np.empty(shape, dtype=np.int64)
    is_total = np.ones(shape, dtype=bool)
    is_total[:rows, :columns] = False
    # Cells and totals apart, since the regions of totals are long and few; all totals at once, to share them among processors.
    totals = regions_of(down[:rows], across[columns:], place), regions_of(down[rows:], across, place)
    for where, regions in (~is_total, Regions(place.ravel(), np.arange(place.size + 1))), (is_total, joined(*totals)):
        merged = [partial.over(regions) for partial in partials]
        values[where] = measured(spec, merged)
        numbers[where] = merged[0].numbers
    return Aggregated(values, numbers, partials)


def running(
    spec: MeasureSpec, found: Aggregated, place: NDArray[np.int64], row_groups: Sequence[Group], runs: Runs
) -> NDArray[np.float64]:
    """The measure of all records up to each column, in every line of the rows, anew in each of the runs; totals stay as they are.

    ``place`` gives the cells of rows and columns as they stand in ``found``. Raises TableError for a measure that does not merge.
    """
    term = MEASURE_TERMS[spec.take]
    if not term.runs:
        others = listed((each.name for each in MEASURE_TERMS.values() if each.runs), "or")
        raise TableError(
            f"there is no running {term.name}, since it cannot be put together from those before; measure {others}, or choose "
            "another show",
            path="pivot.show.as",
            received=spec.take,
        )
    lines, members = lines_of(len(place), row_groups), lines_of(place.shape[1], ())[:-1]
    values = found.values.copy()
    if spec.once_a_key:
        # What counts once a key is not put together from parts: it is looked through anew up to each column.
        for start, stop in runs:
            before = regions_of(lines, [slice(start, i + 1) for i in range(start, stop)], place)
            so_far = measured(spec, [partial.over(before) for partial in found.partials])
            values[:, start:stop] = so_far.reshape(len(lines), stop - start)
        return values
    regions = regions_of(lines, members, place)
    merged = [_reshaped(partial.over(regions), (len(lines), len(members))) for partial in found.partials]
    for start, stop in runs:
        up_to = [_sliced(partial, start, stop).accumulated(1) for partial in merged]
        values[:, start:stop] = measured(spec, up_to)
    return values


def _reshaped(partial: Any, shape: tuple[int, int]) -> Any:
    return replace(partial, **{name: array.reshape(shape) for name, array in vars(partial).items()})


def _sliced(partial: Any, start: int, stop: int) -> Any:
    return replace(partial, **{name: array[:, start:stop] for name, array in vars(partial).items()})
