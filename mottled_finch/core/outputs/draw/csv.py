"""The values as comma-separated text, totals last."""

import csv
import io
from collections.abc import Iterable, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.language import OURS
from ...common.wording.parts import level_words
from ...figures.figure.figure import Figure
from ...tables.table import guarded
from .json import numbers_or_null, only_one_side
from .making.choices import USUAL, Choices
from .making.leaving import leaving_values

ALL = "All"


def draw_csv(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The values in full; a blank is an empty field, and so is what is hidden. In a comparison what only one side has says so: new,
    gone.
    """
    matrix, totals = figure.matrix, figure.recipe.pivot.totals
    only = only_one_side(matrix)
    columns = len(matrix.columns)

    def told(values: NDArray[np.float64], words: NDArray[np.object_]) -> list[Any]:
        return [word or value for value, word in zip(numbers_or_null(values), words.tolist(), strict=True)]

    lines = [told(values, words[:columns]) for values, words in zip(leaving_values(figure, choices), only, strict=False)]
    across = told(matrix.column_totals, only[-1, :columns])
    if totals.rows:
        lines = [
            [*line, *told(values[-1:], words[-1:])] for line, values, words in zip(lines, matrix.all_values, only, strict=False)
        ]
        across += told(matrix.all_values[-1, -1:], only[-1, -1:])
    return as_csv(figure, lines, more=[ALL] if totals.rows else [], last=across if totals.columns else None)


def as_csv(figure: Figure, lines: Iterable[Sequence[Any]], more: Sequence[str] = (), last: Sequence[Any] | None = None) -> bytes:
    """UTF-8 with a header line, a column for each level of the rows and ``more`` behind those of the matrix; ``last`` is a line of
    totals.

    A label that a workbook would take for a formula is led by an apostrophe, so that text stays text where the file is opened.
    """
    matrix = figure.matrix
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    heads = [level_words(level, OURS) for level in figure.recipe.pivot.rows] or [""]
    writer.writerow([guarded(label) for label in [*heads, *(" ".join(labels) for labels in matrix.columns), *more]])
    for labels, line in zip(matrix.rows, lines, strict=True):
        writer.writerow([*(guarded(label) for label in labels or ("",)), *line])
    if last is not None:
        writer.writerow([ALL, *[""] * (len(heads) - 1), *last])
    return out.getvalue().encode()
