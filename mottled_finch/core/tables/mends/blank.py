"""Words that mean that there is no value become blanks."""

from dataclasses import replace

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.recipe.table_spec import BlankMend
from ..intake.kinds import column_from_texts, habits_of
from ..table import BLANK, Column, Kind, Table, holding, texts_and_codes
from .effect import Effect, with_column


def effect(table: Table, mend: BlankMend, path: str) -> Effect:
    """Letter case is no matter. Touches the records that hold one of the words. What was text only because of them becomes what it
    is without them; a column of another kind stays of it.
    """
    column = table.column(mend.field, f"{path}.field")
    wanted = {word.strip().casefold() for word in mend.words}
    if column.kind is not Kind.CATEGORY:
        return _of_values(table, column, wanted, mend.words)
    codes, texts = texts_and_codes(column)
    gone = np.array([bool(text) and text.casefold() in wanted for text in texts], dtype=bool)
    touched = int(np.count_nonzero(gone[codes]))
    if not touched:
        return Effect(table=table, touched=0)
    left = pa.array(["" if one else text for text, one in zip(texts, gone, strict=True)], pa.string())
    changed = column_from_texts(column.name, codes, left, habits_of(column))
    kept = replace(changed, ranked=column.ranked and changed.kind is column.kind, brought=column.brought)
    return Effect(table=with_column(table, kept), touched=touched)


def _of_values(table: Table, column: Column, wanted: set[str], words: tuple[str, ...]) -> Effect:
    """Misfits by their words in any case; values, such as -999, by how they are written."""
    misfits = column.misfits
    of_text = np.array([text.casefold() in wanted for text in misfits.texts], dtype=bool)
    mask: NDArray[np.bool_] = np.zeros(table.records, dtype=bool)
    for word in words:
        mask |= holding(column, word.strip())
    mask[misfits.records] = of_text[misfits.codes] if len(misfits) else False
    records = np.flatnonzero(mask)
    if not len(records):
        return Effect(table=table, touched=0)
    data = column.data.copy()
    data[records] = np.nan if column.is_number else BLANK
    return Effect(table=with_column(table, column.changed(records, data)), touched=len(records))


def say(mend: BlankMend) -> str:
    return f"{', '.join(f'“{word}”' for word in mend.words)} in {mend.field} taken as blank"
