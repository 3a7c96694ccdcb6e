"""A blank takes the value of the record above it."""

from dataclasses import replace

import numpy as np

from ...common.recipe.table_spec import FillMend
from ..table import BLANK, Table
from .effect import Effect, with_column


def effect(table: Table, mend: FillMend, path: str) -> Effect:
    """Blanks before the first value stay. A text that did not fit is no blank: it stays, too, and ends the filling."""
    column = table.column(mend.field, f"{path}.field")
    blank = np.isnan(column.data) if column.is_number else column.data == BLANK
    stands = ~blank
    stands[column.misfits.records] = True
    source = np.maximum.accumulate(np.where(stands, np.arange(table.records), -1))
    filled = blank & (source >= 0) & ~stands
    data = column.data.copy()
    data[filled] = column.data[source[filled]]
    now_blank = np.isnan(data) if column.is_number else data == BLANK
    return Effect(
        table=with_column(table, replace(column, data=data, brought=None)),
        touched=int(np.count_nonzero(filled & ~now_blank)),
    )


def say(mend: FillMend) -> str:
    return f"{mend.field}: blanks filled from above"
