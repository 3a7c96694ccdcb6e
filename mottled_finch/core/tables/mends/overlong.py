"""Lines with too many fields, as when a mark inside a field cuts it, are joined again or left out."""

from collections.abc import Sequence

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.recipe.table_spec import OverlongMend
from ..intake.kinds import column_from_texts, habits_of
from ..intake.ragged import mark_beyond
from ..table import BLANK, Column, Kind, Table, entry_texts, texts_and_codes, texts_at
from .effect import Effect, kept_records


def effect(table: Table, mend: OverlongMend, path: str) -> Effect:
    """Touches the records that have something beyond the last column, which goes. An edition that has no such column has no such
    lines, and next week's may have none.
    """
    beyond = next((column for column in table.columns if column.name == mend.beyond and mark_beyond(column.notes)), None)
    if beyond is None:
        return Effect(table=table, touched=0)
    others = [column for column in table.columns if column is not beyond]
    if mend.lines == "leave_out":
        return kept_records(Table(tuple(others)), beyond.data == BLANK)
    place = others.index(table.column(mend.field, f"{path}.field"))
    records = np.flatnonzero(beyond.data)
    rows = shifted(others, beyond, records, place, mend.by)
    columns = [column if i < place else _with_texts(column, records, [row[i] for row in rows]) for i, column in enumerate(others)]
    return Effect(table=Table(tuple(columns)), touched=len(records))


def shifted(others: Sequence[Column], beyond: Column, records: NDArray[np.int64], place: int, by: str) -> list[list[str]]:
    """The texts of some records, what was cut at ``place`` joined again, and what follows moved back."""
    mark = by.strip() or by
    over = [entry.split(mark) for entry in entry_texts(beyond)]
    texts = [texts_at(column, records) for column in others]
    rows = []
    for i, code in enumerate(beyond.data[records].tolist()):
        fields = [column[i] for column in texts] + [each.strip() for each in over[code]]
        end = place + len(over[code]) + 1
        rows.append([*fields[:place], by.join(fields[place:end]), *fields[end:]])
    return rows


def _with_texts(column: Column, records: NDArray[np.int64], texts: list[str]) -> Column:
    """The column read anew with other texts in some records. One of numbers or moments stays what it is."""
    codes, entries = texts_and_codes(column)
    place = {text: i for i, text in enumerate(entries)}
    codes[records] = [place.setdefault(text, len(place)) for text in texts]
    kind = None if column.kind is Kind.CATEGORY else column.kind
    return column_from_texts(column.name, codes, pa.array(list(place), pa.string()), habits_of(column), kind)


def say(mend: OverlongMend) -> str:
    if mend.lines == "leave_out":
        return "lines with too many fields left out"
    return f"what a mark cut in {mend.field} joined again"
