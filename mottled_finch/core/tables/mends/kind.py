"""A column is read as another kind, from the texts that stand for its values and those that did not fit."""

from dataclasses import replace

import numpy as np
import pyarrow as pa

from ...common.recipe.table_spec import KindMend
from ...common.vocabulary.kinds import KIND_WORDS
from ..intake.counted_moments import COUNTED_WORDS
from ..intake.kinds import Habits, column_from_texts
from ..table import Kind, Table, texts_and_codes, value_digests
from .effect import Effect, with_column


def effect(table: Table, mend: KindMend, path: str) -> Effect:
    """Read from the texts that stood in the file. Touches the records that are filled after the change or before it; of a column
    that is of the kind already, those whose value changes. What does not fit is blank, and listed as a misfit.
    """
    column = table.column(mend.field, f"{path}.field")
    if column.kind.value == mend.kind and not (mend.decimal or mend.dates or mend.counted):
        return Effect(table=table, touched=0)  # nothing is asked for that it is not
    codes, texts = texts_and_codes(column)
    habits = Habits(
        decimal=mend.decimal or ".",
        dates=mend.dates,
        counted=mend.counted,
        decimal_forced=bool(mend.decimal),
        dates_forced=bool(mend.dates),
    )
    changed = column_from_texts(column.name, codes, pa.array(texts, pa.string()), habits, Kind(mend.kind))
    if column.kind is changed.kind:
        touched = int(np.count_nonzero(value_digests(column) != value_digests(changed)))
    else:
        touched = table.records - min(column.blanks - len(column.misfits), changed.blanks)
    return Effect(table=with_column(table, replace(changed, ranked=column.ranked, brought=column.brought)), touched=touched)


def say(mend: KindMend) -> str:
    how = {"day_first": ", day before month", "month_first": ", month before day", None: ""}[mend.dates]
    decimal = {",": ", decimal comma", ".": ", decimal point", None: ""}[mend.decimal]
    counted = f", {COUNTED_WORDS[mend.counted]}" if mend.counted else ""
    return f"{mend.field} read as {KIND_WORDS[Kind(mend.kind)]}{how}{decimal}{counted}"
