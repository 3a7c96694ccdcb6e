"""The values as comma-separated text, totals last."""

import csv
import io

import numpy as np

from ..figure import Figure
from ..pivot import colored_values
from ..table import guarded
from ..words import level_words
from .json import numbers_or_null

ALL = "All"


def draw_csv(figure: Figure) -> bytes:
    """UTF-8 with a header line, a column for each level of the rows. Numbers are in full, a blank is an empty field.

    A label that a workbook would take for a formula is led by an apostrophe, so that text stays text where the file is opened.
    """
    matrix, pivot = figure.matrix, figure.recipe.pivot
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    heads = [level_words(level) for level in pivot.rows] or [""]
    across = [" ".join(labels) for labels in matrix.columns] + ([ALL] if pivot.totals.rows else [])
    writer.writerow([guarded(label) for label in [*heads, *across]])
    for labels, values, total in zip(matrix.rows, colored_values(matrix), numbers_or_null(matrix.row_totals), strict=True):
        line = [*(guarded(label) for label in labels or ("",)), *numbers_or_null(values)]
        writer.writerow(line + ([total] if pivot.totals.rows else []))
    if pivot.totals.columns:
        corner = numbers_or_null(np.array([matrix.grand_total])) if pivot.totals.rows else []
        writer.writerow([ALL, *[""] * (len(heads) - 1), *numbers_or_null(matrix.column_totals), *corner])
    return out.getvalue().encode()
