"""A matrix becomes records: one for each row and column."""

from dataclasses import replace

import numpy as np
import pyarrow as pa

from ...common.errors import TableError
from ...common.recipe.table_spec import UnfoldMend
from ..intake.kinds import column_from_texts
from ..table import Column, Kind, Table, smallest_codes, texts_and_codes
from .effect import Effect

RECORDS_MOST = 100_000_000


def effect(table: Table, mend: UnfoldMend, path: str) -> Effect:
    """The records of one row stay together. Where all the columns are numbers the values are, else they are read anew as texts."""
    named = [table.column(name, f"{path}.keep[{i}]") for i, name in enumerate(mend.keep)]
    others = [column for column in table.columns if column not in named]
    if not others:
        raise TableError("every column is kept, so there is nothing to unfold; keep only those that name the rows", path=path)
    if table.records * len(others) > RECORDS_MOST:
        raise TableError(
            f"{table.records:,} rows of {len(others):,} columns would unfold to more than {RECORDS_MOST:,} records; "
            "keep more columns",
            path=path,
        )
    for key, name in (("names", mend.names), ("values", mend.values)):
        if name in mend.keep or mend.names == mend.values:
            raise TableError(f'two columns would be named "{name}"; choose another name', path=f"{path}.{key}", received=name)
    ranked = mend.order == "as_it_stands"
    columns = [replace(column.spread(len(others)), ranked=ranked) for column in named]
    codes = np.tile(np.arange(1, len(others) + 1, dtype=smallest_codes(len(others) + 1)), table.records)
    entries = np.array(["", *(column.name for column in others)], dtype=object)
    columns.append(Column(name=mend.names, kind=Kind.CATEGORY, data=codes, entries=entries, ranked=ranked))
    columns.append(_values(mend.values, others))
    return Effect(table=Table(tuple(columns)), touched=table.records, anew=True, made=f"{len(codes):,} records")


def _values(name: str, columns: list[Column]) -> Column:
    if all(column.is_number and not len(column.misfits) for column in columns):
        return Column(name=name, kind=Kind.NUMBER, data=np.stack([column.data for column in columns], axis=1).ravel())
    texts: list[str] = []
    codes = []
    for column in columns:
        own, words = texts_and_codes(column)
        codes.append(own + len(texts))
        texts.extend(words)
    return column_from_texts(name, np.stack(codes, axis=1).ravel(), pa.array(texts, pa.string()))


def say(mend: UnfoldMend) -> str:
    return f"Unfolded: a record for each {' and '.join(mend.keep) or 'row'} and {mend.names}"
