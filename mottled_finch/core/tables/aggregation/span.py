"""From when to when the records of a pivot are."""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import PivotSpec
from ..table import Kind, Table
from .conditions import passing
from .table_source import TableSource


def span_of(table: Table, pivot: PivotSpec) -> "tuple[np.datetime64, np.datetime64] | None":
    """The first and the last moment among the records kept: of the moments the sides or conditions are about, else of the table's
    first column of moments. None where there is no moment.
    """
    levels = [*pivot.rows, *pivot.columns, *((pivot.split,) if pivot.split else ())]
    named = [level.field for level in levels] + [condition.field for condition in pivot.keep if condition.field]
    moments = [column.name for column in table.columns if column.kind is Kind.MOMENT]
    field = next((name for name in [*named, *moments] if name in moments), None)
    if field is None:
        return None
    column = table.column(field, "")
    source = TableSource(table)

    def used() -> NDArray[np.int64]:
        if not pivot.keep:
            return np.flatnonzero(column.counts[1:])
        kept = passing(source.tests(pivot.keep, "pivot.keep"), table.records)
        return np.flatnonzero(np.bincount(column.data[kept], minlength=len(column.dictionary))[1:])

    entries = source.memory.keep(f"span {field} {pivot.keep!r}", used)
    if not len(entries):
        return None
    return column.dictionary[1:][entries[0]], column.dictionary[1:][entries[-1]]
