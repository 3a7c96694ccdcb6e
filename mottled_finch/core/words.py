"""Putting a recipe into words: names of fields and measures, the sentence that is the statement, live facts in texts."""

import re

import numpy as np

from .pivot import Matrix
from .recipe.check import FACT
from .recipe.spec import CellsSpec, LevelSpec, MeasureSpec, PivotSpec
from .wording import beginning, field_words

_NOT_XML = re.compile("[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


def printable(text: str) -> str:
    """The text without the control characters that no page, and no XML, can hold."""
    return _NOT_XML.sub("", text)


def level_words(level: LevelSpec) -> str:
    """A level as it is said in a sentence: "month of order date", and "month departed" where the name is a participle."""
    name = field_words(level.field)
    if level.cut is None:
        return name
    return f"{level.cut} {name}" if name.endswith("ed") else f"{level.cut} of {name}"


def measure_words(measure: MeasureSpec) -> str:
    if measure.of is None:
        return "number of records"
    return f"{measure.take} of {field_words(measure.of)}"


def default_title(pivot: PivotSpec) -> str:
    sides = " and ".join(level_words(level) for level in (*pivot.rows, *pivot.columns))
    words = measure_words(pivot.measure) + (f" by {sides}" if sides else "")
    return beginning(words)


def default_caption(pivot: PivotSpec, matrix: Matrix) -> str:
    words = "n = {n} record." if matrix.kept == 1 else "n = {n} records."
    if matrix.unplaced:
        sides = " or ".join(level_words(level) for level in (*pivot.rows, *pivot.columns))
        words += f" {matrix.unplaced:,} of them {'has' if matrix.unplaced == 1 else 'have'} no {sides} and "
        words += f"{'is' if matrix.unplaced == 1 else 'are'} in no cell."
    return words


def with_facts(words: str, matrix: Matrix) -> str:
    """The words with live facts filled in, so that a refresh does not leave a stale claim."""
    facts = {"n": f"{matrix.kept:,}"}
    return FACT.sub(lambda found: facts[found[1]], words)


def cell_name(matrix: Matrix, row: int, column: int) -> str:
    """A cell by its labels: "Lantern Wharf, Aug"."""
    return ", ".join((*matrix.rows[row], *matrix.columns[column])) or "all records"


def alternative_text(pivot: PivotSpec, matrix: Matrix, decimals: int) -> str:
    """The figure in words, for who does not see it."""
    sides = []
    if pivot.rows:
        sides.append(f"each {level_words(pivot.rows[0])} down")
    if pivot.columns:
        sides.append(f"each {level_words(pivot.columns[0])} across")
    rows, columns = matrix.shape
    words = f"Heat map of the {measure_words(pivot.measure)}" + (f" for {' and '.join(sides)}" if sides else "")
    words += f": {rows:,} by {columns:,} cells."
    if not np.isnan(matrix.values).all():
        high = np.unravel_index(np.nanargmax(matrix.values), matrix.shape)
        low = np.unravel_index(np.nanargmin(matrix.values), matrix.shape)
        words += f" Highest: {number_text(float(matrix.values[high]), decimals)}, {cell_name(matrix, int(high[0]), int(high[1]))}."
        words += f" Lowest: {number_text(float(matrix.values[low]), decimals)}, {cell_name(matrix, int(low[0]), int(low[1]))}."
    return words


def number_text(value: float, decimals: int) -> str:
    """A number for reading: digits grouped, so many decimals, and no minus before a zero."""
    text = f"{value:,.{decimals}f}"
    return text.replace("-", "", 1) if text.startswith("-") and not re.search("[1-9]", text) else text.replace("-", "−", 1)


def decimals_of(cells: CellsSpec, matrix: Matrix) -> int:
    """The decimals values are printed with: those asked for, or about three significant digits of the largest cell, and none
    where cells and totals are whole.
    """
    if cells.decimals is not None:
        return cells.decimals
    shown = np.concatenate([matrix.values.ravel(), matrix.row_totals, matrix.column_totals, [matrix.grand_total]])
    shown = shown[~np.isnan(shown)]
    largest = float(np.abs(matrix.values[~np.isnan(matrix.values)]).max(initial=0.0))
    if largest == 0 or bool((shown == np.rint(shown)).all()):
        return 0
    return int(np.clip(2 - np.floor(np.log10(largest)), 0, 6))
