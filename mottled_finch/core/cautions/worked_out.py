"""Cells that are hidden for resting on too few records, and can be worked out: a total is shown, and all else in its line."""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..pivot import Group
from ..recipe.spec import CellSpec
from ..vocabulary import MEASURE_TERMS
from ..words.wording import counted
from .caution import Caution, Cure, Seen, cells_named

Mask = NDArray[np.bool_]


def find(seen: Seen) -> Caution | None:
    recipe, contents, matrix = seen.recipe, seen.figure.contents, seen.figure.matrix
    pivot = recipe.pivot
    if pivot.correlate is not None or not contents.few.any():
        return None
    if not MEASURE_TERMS[pivot.measure.take].adds_up or pivot.show.as_ != "value":
        return None
    lines = _lines(seen)
    hidden = contents.few | contents.aside
    open_to_all = np.zeros(matrix.shape, dtype=bool)
    for line in lines:
        if np.count_nonzero(hidden & line) == 1:
            open_to_all |= hidden & line & contents.few
    found = int(open_to_all.sum())
    if not found:
        return None
    more = _hidden_too(hidden, lines, matrix.records)
    cells = tuple(CellSpec(row=matrix.rows[row], column=matrix.columns[column]) for row, column in np.argwhere(more).tolist())
    aside = replace(pivot.aside, cells=(*pivot.aside.cells, *cells))
    one = found == 1
    words = f"Set {counted(len(cells), 'cell')} aside with {'it' if one else 'them'}"
    cure = Cure(words=words, recipe=replace(recipe, pivot=replace(pivot, aside=aside)))
    told = "can be worked out from a total and the rest of its line" if one else "can be worked out from totals and the rest"
    return Caution(
        name="worked_out",
        words=f"{counted(found, 'hidden cell')} {told}: {cells_named(matrix, open_to_all)}.",
        cure=cure if cells else None,
    )


def _lines(seen: Seen) -> list[Mask]:
    """The cells that each shown total is of."""
    matrix, totals = seen.figure.matrix, seen.recipe.pivot.totals
    rows, columns = matrix.shape
    found: list[Mask] = []

    def add(down: range, across: range) -> None:
        line = np.zeros((rows, columns), dtype=bool)
        line[down.start : down.stop, across.start : across.stop] = True
        found.append(line)

    def of_groups(groups: tuple[Group, ...], wanted: bool, panels: bool) -> list[range]:
        return [range(each.start, each.stop) for each in groups if (totals.rows if panels and each.depth == 1 else wanted)]

    across = of_groups(matrix.column_groups, totals.column_groups, matrix.panels)
    across += [range(columns)] if totals.rows and not matrix.panels else []
    down = of_groups(matrix.row_groups, totals.row_groups, panels=False)
    down += [range(rows)] if totals.columns else []
    for span in across:
        for row in range(rows):
            add(range(row, row + 1), span)
    for span in down:
        for column in range(columns):
            add(span, range(column, column + 1))
    return found


def _hidden_too(hidden: Mask, lines: list[Mask], records: NDArray[np.int64]) -> Mask:
    """What to hide as well, so that no line has a single hidden cell: those of fewest records, as long as a line has others."""
    more = np.zeros_like(hidden)
    changed = True
    while changed:
        changed = False
        for line in lines:
            gone = hidden | more
            if np.count_nonzero(gone & line) != 1:
                continue
            left = line & ~gone & (records > 0)
            if left.any():
                row, column = np.unravel_index(np.where(left, records, np.iinfo(np.int64).max).argmin(), records.shape)
                more[row, column] = changed = True
    return more
