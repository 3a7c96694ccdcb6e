"""One value is put right, in the record that it was found in, wherever a later edition has it."""

from dataclasses import replace
from typing import Any

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.table_spec import CorrectMend
from ...common.vocabulary.kinds import KIND_WORDS
from ..intake.moments import read_moments
from ..intake.numbers import read_numbers
from ..table import BLANK, Column, Kind, Table, holding, smallest_codes, texts_at
from .effect import Effect, with_column


def effect(table: Table, mend: CorrectMend, path: str) -> Effect:
    """Touches nothing where the record is not found or no longer holds the old value.

    Raises TableError for a new value that does not fit the column's kind.
    """
    column = table.column(mend.field, f"{path}.field")
    where = _records(table, mend, path)
    where = where[np.array([text == mend.was for text in texts_at(column, where)], dtype=bool)] if len(where) else where
    if not len(where):
        return Effect(table=table, touched=0)
    return Effect(table=with_column(table, _with_value(column, where, mend.to.strip(), f"{path}.to")), touched=len(where))


def _records(table: Table, mend: CorrectMend, path: str) -> NDArray[np.int64]:
    if not mend.match:
        assert mend.record is not None, "the recipe's check has seen to it"
        return np.arange(mend.record - 1, mend.record) if mend.record <= table.records else np.zeros(0, dtype=np.int64)
    found = np.ones(table.records, dtype=bool)
    for name, text in mend.match.items():
        found &= holding(table.column(name, f"{path}.match"), text)
    return np.flatnonzero(found)


def _with_value(column: Column, where: NDArray[np.int64], text: str, path: str) -> Column:
    if column.kind is Kind.NUMBER:
        data = column.data.copy()
        data[where] = _number(text, column, path)
        return column.changed(where, data)
    codes, entries = column.data, column.dictionary
    entry: Any = _moment(text, path) if column.kind is Kind.MOMENT and text else text
    found = np.flatnonzero(entries[1:] == entry) + 1
    if not text:
        code = BLANK
    elif len(found):
        code = int(found[0])
    else:
        # Moments stand in rising order, which a new one must keep; other entries in the order they came.
        code = 1 + int(np.searchsorted(entries[1:], entry)) if column.kind is Kind.MOMENT else len(entries)
        entries = np.insert(entries, code, entry)
        codes = codes.astype(smallest_codes(len(entries)))
        codes += codes >= code
    codes = codes.copy()
    codes[where] = code
    return replace(column.changed(where, codes), entries=entries)


def _number(text: str, column: Column, path: str) -> float:
    if not text:
        return float("nan")
    values, _ = read_numbers(pa.array([text]), np.ones(1, dtype=np.int64), ".")
    if np.isnan(values[0]):
        raise TableError(f'"{text}" is not a number, and "{column.name}" holds {KIND_WORDS[column.kind]}', path=path, received=text)
    return float(values[0])


def _moment(text: str, path: str) -> np.datetime64:
    moments, _ = read_moments(pa.array([text]), np.ones(1, dtype=np.int64), None)
    if np.isnat(moments[0]):
        raise TableError(f'"{text}" is not a moment; write it as 2025-03-31 14:05', path=path, received=text)
    found: np.datetime64 = moments[0]
    return found


def say(mend: CorrectMend) -> str:
    was, to = (f"“{text}”" if text else "blank" for text in (mend.was, mend.to))
    which = f"record {mend.record:,}" if mend.record else f"where {', '.join(f'{name} is {at}' for name, at in mend.match.items())}"
    return f"{mend.field}, {which}: {was} is {to}"
