"""Which numbers of a figure stay here since they rest on too few values, or would give such a number away.

The rule, as official statistics have it (A. Hundepool and others, "Statistical Disclosure Control", 2012, chapter 4): a cell or
total that rests on fewer than ``least_records`` values is withheld. Where cells add up to their totals (sums, counts; averages and
shares, whose numbers of records leave beside them), and where parts of a whole add up to one, the total of a line less what it
shows is what it withholds, together. So no line withholds a single cell, nor cells that rest together on too few values, and
nothing that rests on too few follows from all lines. What is withheld for that is what rests on the fewest values. The largest and
smallest value of a line may be that of any cell in it, so they are withheld where one of these is. A change is withheld beside a
cell that is.
"""

from collections.abc import Iterator
from dataclasses import dataclass, fields, replace

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import Recipe
from ...common.vocabulary import MEASURE_TERMS
from ...matrices.pivot import Matrix
from ...tables.aggregation.groups import Group

Mask = NDArray[np.bool_]
Integers = NDArray[np.int64]
_EXTREMES = ("min", "max", "range")
_WITH_COUNTS = ("average", "share")
"""Measures that are sums again when they are taken so often as there are records."""
_MOST_LINES = 2_000
"""Lines with withheld cells that are looked through together; where there are more, their totals are withheld."""
_AT_ONCE = 256
_NO_CELL = np.iinfo(np.int64).max


def values_behind(matrix: Matrix) -> Integers:
    """How many values each cell and total rests on: of two sides that are compared, the fewer, if both have any."""
    here = matrix.all_numbers
    if matrix.opposite is None:
        return here
    there = matrix.opposite.all_numbers
    return np.where(matrix.opposite.all_new, here, np.where(matrix.opposite.all_gone, there, np.minimum(here, there)))


def withheld(matrix: Matrix, recipe: Recipe) -> Mask:
    """Of all cells and totals, shape of ``all_values``, those whose numbers stay here."""
    least, pivot = recipe.cells.least_records, recipe.pivot
    found = np.zeros(matrix.all_values.shape, dtype=bool)
    if least is None or not found.size:
        return found
    numbers = values_behind(matrix)
    found |= (numbers > 0) & (numbers < least)
    if pivot.correlate is not None or not found.any():
        return found
    if pivot.show.as_ == "change":
        return _beside(found, down=pivot.show.along == "rows")
    if pivot.show.as_ == "running":
        along = "rows" if pivot.show.along == "rows" else "columns"
        return _run_up(found, numbers, least, matrix, along)
    lines = list(_lines(matrix, recipe))
    if not any(total == (-1, -1) for _, total in lines):
        found[-1, -1] = True  # nor do pages that the figure stands on say it
    if pivot.measure.take in _EXTREMES and pivot.show.as_ not in ("rank", "score"):
        rows, columns = matrix.shape
        for cells, total in _spans(matrix):
            found[total] |= bool(found[:rows, :columns][cells].any())
        return found
    _Lines(found, numbers, matrix.shape, least, lines).complete()
    return found


def without_totals(matrix: Matrix, staying: Mask) -> Matrix:
    """The matrix without the totals that stay here, of both sides where it is compared; its cells are for outputs to leave out."""
    rows, columns = matrix.shape
    totals = staying.copy()
    totals[:rows, :columns] = False
    if not totals.any():
        return matrix
    opposite = matrix.opposite
    if opposite is not None:
        here, there = (np.where(totals, np.nan, each) for each in (opposite.all_here, opposite.all_there))
        opposite = replace(opposite, all_here=here, all_there=there)
    return replace(matrix, all_values=np.where(totals, np.nan, matrix.all_values), opposite=opposite)


Span = tuple[slice, slice]
Place = tuple[int, int]


def _spans(matrix: Matrix) -> Iterator[tuple[Span, Place]]:
    """Of each total the cells that it is of, and where it stands among all lines."""
    rows, columns = matrix.shape
    down = [*((slice(i, i + 1), i) for i in range(rows)), *_groups(matrix.row_groups, rows), (slice(0, rows), -1)]
    across = [*((slice(i, i + 1), i) for i in range(columns)), *_groups(matrix.column_groups, columns), (slice(0, columns), -1)]
    for row, (span, line) in enumerate(down):
        for column, (other, place) in enumerate(across):
            if row >= rows or column >= columns:
                yield (span, other), (line, place)


def _groups(groups: tuple[Group, ...], first: int) -> list[tuple[slice, int]]:
    return [(slice(each.start, each.stop), first + i) for i, each in enumerate(groups)]


def _lines(matrix: Matrix, recipe: Recipe) -> Iterator[tuple[Span, Place | None]]:
    """The cells of each line whose total is known, and where that stands; None for parts of a whole, which always add up to it."""
    pivot, term = recipe.pivot, MEASURE_TERMS[recipe.pivot.measure.take]
    rows, columns = matrix.shape
    if pivot.show.as_ == "share":
        if not term.adds_up:
            return
        every = slice(0, rows), slice(0, columns)
        if pivot.show.of == "row":
            yield from (((slice(i, i + 1), every[1]), None) for i in range(rows))
        elif pivot.show.of == "column":
            yield from (((every[0], slice(i, i + 1)), None) for i in range(columns))
        elif pivot.show.of == "group":
            for down, _ in _groups(matrix.row_groups, rows) or [(every[0], -1)]:
                yield from (((down, across), None) for across, _ in _groups(matrix.column_groups, columns) or [(every[1], -1)])
        else:
            yield every, None
        return
    linear = term.adds_up or pivot.measure.take in _WITH_COUNTS
    against = pivot.show.as_ == "against" and pivot.show.by == "difference"
    if not linear or not (against or pivot.show.as_ in ("value", "gap", "index")):
        return
    totals = pivot.totals
    for span, (row, column) in _spans(matrix):
        shown = (totals.columns if row == -1 else row < rows or totals.row_groups) and (
            totals.rows if column == -1 else column < columns or totals.column_groups or (matrix.panels and totals.rows)
        )
        if shown or ((row, column) == (-1, -1) and _says_the_total(recipe)):
            yield span, (row, column)


def _says_the_total(recipe: Recipe) -> bool:
    """Whether words of the figure say the total of all, whether or not it is shown."""
    words = [getattr(recipe.words, each.name) for each in fields(recipe.words)]
    return any("total" in each for each in [*words, *recipe.claims, *(note.text for note in recipe.notes)] if isinstance(each, str))


@dataclass
class _Lines:
    """Lines whose totals are known as long as they are not withheld; what is ``found`` to be withheld of all grows."""

    found: Mask
    numbers: Integers
    shape: tuple[int, int]
    least: int
    lines: list[tuple[Span, Place | None]]

    def __post_init__(self) -> None:
        rows, columns = self.shape
        self.cells, self.behind = self.found[:rows, :columns], self.numbers[:rows, :columns]
        self.few = (self.numbers > 0) & (self.numbers < self.least)

    def complete(self) -> None:
        """Withhold more, until nothing that rests on too few values follows from what is shown."""
        rows, columns = self.shape
        cells = [(slice(i, i + 1), slice(j, j + 1)) for i, j in np.argwhere(self.few[:rows, :columns]).tolist()]
        totals = [(span, total) for span, total in self.lines if total is not None and self.few[total]]
        while True:
            if sum(self._widen(span, total) for span, total in self.lines):
                continue
            settled = self._settled([*cells, *(span for span, _ in totals)])
            if settled is None:
                return self._withhold_totals()
            if not settled.any():
                return None
            at = int(settled.argmax())
            more = self._widen_around(cells[at]) if at < len(cells) else self._widen_beside(totals[at - len(cells)][1])
            if not more:
                return self._withhold_totals()

    def _known(self, total: Place | None) -> bool:
        return total is None or not self.found[total]

    def _widen(self, span: Span, total: Place | None) -> bool:
        """Withhold one more cell of a line whose total is known, or the total, where too little is withheld in it; say whether."""
        there = self.behind[span] * self.cells[span]
        number = int(np.count_nonzero(there))
        if not number or not self._known(total) or (number > 1 and int(there.sum()) >= self.least):
            return False
        return self._withhold_least(span, total)

    def _withhold_least(self, span: Span, total: Place | None) -> bool:
        """Withhold the cell of a line that rests on the fewest values; where none is left, its total."""
        behind = self.behind[span]
        left = np.where(self.cells[span] | (behind == 0), _NO_CELL, behind)
        at = np.unravel_index(int(left.argmin()), left.shape)
        if left[at] < _NO_CELL:
            self.cells[span][at] = True
            return True
        if total is None:
            return False
        self.found[total] = True
        return True

    def _withhold_totals(self) -> None:
        """Withhold all totals of lines in which a cell is withheld: then nothing is left to reckon with."""
        for span, total in self.lines:
            if total is not None and self.cells[span].any():
                self.found[total] = True

    def _settled(self, asked: list[Span]) -> Mask | None:
        """Of which lines and cells the sum of what is withheld in them follows from all known totals together; None where these are
        too many to be looked through.

        A sum follows where it is one of the known ones put together: where nothing of it is left beside them. How much they have in
        common is told by the numbers of withheld cells in both, which for lines that are rectangles need no look at the cells.
        """
        known = [span for span, total in self.lines if self._known(total) and self.cells[span].any()]
        if len(known) > _MOST_LINES:
            return None
        if not known or not asked:
            return np.zeros(len(asked), dtype=bool)
        corners = np.zeros((self.shape[0] + 1, self.shape[1] + 1))
        corners[1:, 1:] = self.cells.cumsum(axis=0).cumsum(axis=1)
        lines, wanted = _edges(known), _edges(asked)
        back = np.linalg.pinv(_common(corners, lines, lines), rcond=1e-10, hermitian=True)
        found = np.zeros(len(asked), dtype=bool)
        for start in range(0, len(asked), _AT_ONCE):
            part = wanted[start : start + _AT_ONCE]
            shared, whole = _common(corners, part, lines), np.diagonal(_common(corners, part, part))
            left = whole - np.einsum("ij,ij->i", shared @ back, shared)
            found[start : start + _AT_ONCE] = (whole > 0) & (left < 1e-7)
        return found

    def _widen_around(self, cell: Span) -> bool:
        """Withhold more in the lines of a cell: in each the cell of the fewest values, or the total of one."""
        (row, column) = (each.start for each in cell)
        around = [(span, total) for span, total in self.lines if _holds(span, row, column) and self._known(total)]
        return sum(self._withhold_least(span, total) for span, total in around) > 0

    def _widen_beside(self, place: Place) -> bool:
        """Withhold the total beside one that rests on the fewest values, and a cell under it where all are shown; say whether."""
        beside = [
            (span, total)
            for span, total in self.lines
            if total is not None
            and (total[0] == place[0]) != (total[1] == place[1])
            and not self.found[total]
            and self.numbers[total] > 0
            and total != (-1, -1)
        ]
        if not beside:
            return False
        span, total = min(beside, key=lambda each: int(self.numbers[each[1]]))
        self.found[total] = True
        if not self.cells[span].any():
            self._withhold_least(span, None)
        return True


def _holds(span: Span, row: int, column: int) -> bool:
    return bool(span[0].start <= row < span[0].stop and span[1].start <= column < span[1].stop)


def _edges(spans: list[Span]) -> Integers:
    """First and last but one row and column of each, shape (spans, 4)."""
    return np.array([(down.start, down.stop, across.start, across.stop) for down, across in spans])


def _common(corners: NDArray[np.float64], one: Integers, other: Integers) -> NDArray[np.float64]:
    """How many withheld cells each of some rectangles has in common with each of others, from the number above and left of each
    ``corner``.
    """
    first = np.maximum(one[:, None, ::2], other[None, :, ::2])
    last = np.maximum(np.minimum(one[:, None, 1::2], other[None, :, 1::2]), first)
    (top, left), (foot, right) = np.moveaxis(first, -1, 0), np.moveaxis(last, -1, 0)
    return np.asarray(corners[foot, right] - corners[top, right] - corners[foot, left] + corners[top, left])


def _beside(found: Mask, *, down: bool) -> Mask:
    """Changes: also those from what is withheld."""
    lines = found.T if down else found
    shifted = np.zeros_like(lines)
    shifted[:, 1:] = lines[:, :-1]
    both: Mask = lines | shifted
    return both.T if down else both


def _run_up(found: Mask, numbers: Integers, least: int, matrix: Matrix, along: str) -> Mask:
    """Running totals: what one shows more than the one before must rest on enough, and what the total shows more than the last."""
    down = along == "rows"
    members = matrix.shape[0 if down else 1]
    groups = matrix.row_groups if down else matrix.column_groups
    depth = max((each.depth for each in groups), default=0)
    runs = [(each.start, each.stop) for each in groups if each.depth == depth] or [(0, members)]
    lines, behind = (found.T, numbers.T) if down else (found, numbers)
    out = lines.copy()
    for line in range(len(lines)):
        for start, stop in runs:
            left, last = 0, -1
            for i in range(start, stop):
                left += int(behind[line, i])
                out[line, i] = 0 < left < least
                if not out[line, i] and left:
                    left, last = 0, i
            if left > 0 and last >= 0:
                out[line, last] = True  # the total less this would be what is left
    return out.T if down else out
