"""One value is put right, in the record that it was found in, wherever a later edition has it."""

from dataclasses import replace
from typing import Any

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ..errors import TableError
from ..intake.moments import read_moments
from ..intake.numbers import read_numbers
from ..recipe.table_spec import CorrectMend
from ..table import BLANK, Column, Kind, Misfits, Table, entry_texts, smallest_codes, texts_and_codes, texts_at
from .effect import KIND_WORDS, Effect, with_column


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
        return np.arange(mend.record - 1, mend.record) if mend.record <= table.records else np.zeros(0, dtype=np.int64)
    found = np.ones(table.records, dtype=bool)
    for name, text in mend.match.items():
        codes, texts = texts_and_codes(table.column(name, f"{path}.match"))
        found &= np.array([each == text for each in texts])[codes]
    return np.flatnonzero(found)


def _with_value(column: Column, where: NDArray[np.int64], text: str, path: str) -> Column:
    misfits = _without(column.misfits, where)
    if column.kind is Kind.NUMBER:
        data = column.data.copy()
        data[where] = _number(text, column, path)
        return replace(column, data=data, misfits=misfits)
    entries = column.dictionary
    if not text:
        code = BLANK
    elif column.kind is Kind.MOMENT:
        moment = _moment(text, path)
        found = np.flatnonzero(entries == moment)
        code = int(found[0]) if len(found) else len(entries)
        entries = entries if len(found) else np.append(entries, moment)
    else:
        texts = entry_texts(column)
        code = texts.index(text) if text in texts else len(texts)
        entries = entries if code < len(texts) else np.array([*texts, text], dtype=object)
    codes: NDArray[Any] = column.data.astype(smallest_codes(len(entries)))
    codes[where] = code
    return replace(column, data=codes, entries=entries, misfits=misfits)


def _without(misfits: Misfits, where: NDArray[np.int64]) -> Misfits:
    keep = ~np.isin(misfits.records, where)
    return Misfits(records=misfits.records[keep], codes=misfits.codes[keep], texts=misfits.texts)


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
    return f"{mend.field}, record {mend.record:,}: {was} is {to}"
