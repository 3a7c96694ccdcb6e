"""The values as comma-separated text, totals last."""

import csv
import io

import numpy as np

from ..figure import Figure
from ..wording import field_words
from .json import numbers_or_null

_FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r")
ALL = "All"


def draw_csv(figure: Figure) -> bytes:
    """UTF-8 with a header line. Numbers are in full, a blank is an empty field.

    A label that a workbook would take for a formula is led by an apostrophe, so that text stays text where the file is opened.
    """
    matrix, pivot = figure.matrix, figure.recipe.pivot
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    head = [field_words(level.field) for level in pivot.rows] or [""]
    head += [" ".join(labels) for labels in matrix.columns] + ([ALL] if pivot.totals.rows else [])
    writer.writerow([_text(label) for label in head])
    for labels, values, total in zip(matrix.rows, matrix.values, numbers_or_null(matrix.row_totals), strict=True):
        line = [_text(" ".join(labels)), *numbers_or_null(values)]
        writer.writerow(line + ([total] if pivot.totals.rows else []))
    if pivot.totals.columns:
        corner = numbers_or_null(np.array([matrix.grand_total])) if pivot.totals.rows else []
        writer.writerow([ALL, *numbers_or_null(matrix.column_totals), *corner])
    return out.getvalue().encode()


def _text(label: str) -> str:
    return f"'{label}" if label.startswith(_FORMULA_STARTS) else label
