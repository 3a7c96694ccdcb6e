"""Putting one value right: as a mend that finds its record again in later editions."""

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.common.recipe import TableSpec
from mottled_finch.core.common.recipe.table_spec import CorrectMend
from mottled_finch.core.tables.table import Table as CoreTable
from mottled_finch.core.tables.table import holding, shown_at, texts_at

from ..refusal import Overtaken, Problem
from .actions import change_mends
from .mended import mended, spec_of
from .models import Table


def correct_value(table: Table, field: str, record: int, to: str, seen: str | None = None) -> Table:
    """Put one value right, in the record at that number of the edition as it was delivered (counted from 1).

    Other changes of the table made meanwhile stay: this is one more. Raises Problem for a record that is not there, or that a mend
    leaves out, and Overtaken where another value stands there than the one that was ``seen``.
    """
    while True:
        table.refresh_from_db()
        try:
            return _corrected(table, field, record, to, seen)
        except Overtaken as error:
            if error.path == "value":
                raise


def _corrected(table: Table, field: str, record: int, to: str, seen: str | None) -> Table:
    edition, spec, tag = table.edition(), spec_of(table.mends()), table.tag()
    found = mended(edition, table.mends())
    records = edition.records if found.origin is not None else found.table.records
    if not 1 <= record <= records:
        raise Problem(422, f"There is no record {record:,}.", "record")
    position = found.places(np.array([record - 1]))
    if position[0] < 0:
        raise Problem(422, f"Record {record:,} is left out by a mend; switch that off first.", "record")
    column = found.table.column(field, "field")
    (was,) = texts_at(column, position)
    if seen is not None and was != seen.strip() and shown_at(column, position) != [seen.strip()]:
        overtaken = Overtaken("This value", [f"it is {f'“{was}”' if was else 'blank'} now"])
        overtaken.path = "value"
        raise overtaken
    if was == to.strip():
        return table
    match = identifying(found.table, position, field)
    number = record if match else int(position[0]) + 1
    mend = CorrectMend(field=field, record=number, was=was, to=to.strip(), match=match)
    return change_mends(table.pk, TableSpec(mends=(*spec.mends, mend)), tag)


def identifying(table: CoreTable, position: NDArray[np.int64], field: str) -> dict[str, str]:
    """The fewest columns, found greedily, by whose values a record is the only one; none when it never is."""
    others = {column.name: column for column in table.columns if column.name != field}
    texts = {name: texts_at(column, position)[0] for name, column in others.items()}
    alike = {name: holding(column, texts[name]) for name, column in others.items()}
    left = np.ones(table.records, dtype=bool)
    match: dict[str, str] = {}
    while (before := int(left.sum())) > 1 and alike:
        best = min(alike, key=lambda name: int((left & alike[name]).sum()))
        left &= alike.pop(best)
        if int(left.sum()) == before:
            return {}
        match[best] = texts[best]
    return match
