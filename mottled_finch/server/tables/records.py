"""The records of a table as the grid shows them: mended, with what stood there before, in an order and narrowed by a search."""

import contextlib
import re
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.tables.aggregation.natural import natural_key
from mottled_finch.core.tables.mends import Mended
from mottled_finch.core.tables.table import BLANK, Column, Kind, entry_texts, misfits_at, shown_at
from mottled_finch.core.tables.table import Table as CoreTable

from ..openapi import BeforeAnswer, RecordsAnswer
from .kept import Kept

WINDOW_MOST = 500
ISO = re.compile(r"^\d{4}(-\d\d(-\d\d([ t]\d\d(:\d\d(:\d\d)?)?)?)?)?$")
"""A moment, or the beginning of one."""
TEXTS_MOST = 200_000
"""Moments beyond this number are not written out to be searched."""
_ORDERS: Kept[str, NDArray[np.int64]] = Kept(lambda orders: len(orders) > 8)


@dataclass(frozen=True, kw_only=True)
class Asked:
    """Which records, and in which order. ``sort`` is a column; ``find`` a text, looked for in ``field`` or in all columns."""

    sort: str = ""
    descending: bool = False
    find: str = ""
    field: str = ""
    start: int = 0
    count: int = 100


def window(raw: CoreTable, found: Mended, key: str, asked: Asked) -> RecordsAnswer:
    """Records from ``start`` on. Numbers of records are those of the edition as it was delivered, from 1.

    Records that a mend leaves out stand in their place while nothing is sorted or looked for, and are told as dropped.
    """
    order = _ORDERS.get(f"{key}:{asked.sort}:{asked.descending}:{asked.find}:{asked.field}", lambda: _order(raw, found, asked))
    return shown(raw, found, order, asked.start, asked.count)


def shown(raw: CoreTable, found: Mended, order: NDArray[np.int64], start: int, count: int) -> RecordsAnswer:
    """Some of the records in an order, which lists their positions in the edition as it was delivered."""
    wanted = order[start : start + min(count, WINDOW_MOST)]
    own = found.origin is not None
    place = found.places(wanted)
    kept = place >= 0
    inside = place[kept]
    cells = [[""] * len(wanted) for _ in found.table.columns]
    before: list[BeforeAnswer] = []
    misfits: list[list[int]] = []
    where = np.flatnonzero(kept)
    originals = {column.name: column for column in raw.columns}
    for number, column in enumerate(found.table.columns):
        for i, text in zip(where.tolist(), shown_at(column, inside), strict=True):
            cells[number][i] = text
        misfits.extend([number, int(where[i])] for i in misfits_at(column, inside))
        old = originals.get(column.name) if own else None
        if old is None:
            continue
        for i, text in enumerate(shown_at(old, wanted)):
            if not kept[i]:
                cells[number][i] = text
            elif text != cells[number][i]:
                before.append(BeforeAnswer(column=number, row=i, text=text))
    return RecordsAnswer(
        total=len(order),
        start=start,
        columns=found.table.names,
        numbers=(wanted + 1).tolist(),
        dropped=np.flatnonzero(~kept).tolist(),
        cells=cells,
        before=before,
        misfits=misfits,
    )


def _order(raw: CoreTable, found: Mended, asked: Asked) -> NDArray[np.int64]:
    table = found.table
    if not asked.sort and not asked.find:
        return np.arange(raw.records if found.origin is not None else table.records)
    positions = np.arange(table.records)
    if asked.find:
        positions = np.flatnonzero(_holding(table, asked.find, asked.field))
    if asked.sort:
        positions = positions[_ranked(table.column(asked.sort, "sort"), positions, descending=asked.descending)]
    return positions if found.origin is None else found.origin[positions]


def _holding(table: CoreTable, find: str, field: str) -> NDArray[np.bool_]:
    """Records with a value that has the text in it, whatever its case; a number is found by its value."""
    columns = [table.column(field, "field")] if field else table.columns
    held = np.zeros(table.records, dtype=bool)
    for column in columns:
        held |= _column_holds(column, find.casefold().strip())
        texts = [text.casefold() for text in column.misfits.texts]
        codes = np.flatnonzero([find.casefold().strip() in text for text in texts])
        held[column.misfits.records[np.isin(column.misfits.codes, codes)]] = True
    return held


def _column_holds(column: Column, find: str) -> NDArray[np.bool_]:
    if column.is_number:
        import pyarrow as pa

        from mottled_finch.core.tables.intake.numbers import read_numbers

        values, _ = read_numbers(pa.array([find]), np.ones(1, dtype=np.int64), ".")
        return np.isclose(column.data, values[0], rtol=1e-12, atol=0) if not np.isnan(values[0]) else np.zeros(len(column), bool)
    if column.kind is Kind.MOMENT:
        holds = _moments_holding(column, find)
    else:
        holds = np.array([find in text.casefold() for text in entry_texts(column)])
    holds[0] = False
    found: NDArray[np.bool_] = holds[column.data]
    return found


def _moments_holding(column: Column, find: str) -> NDArray[np.bool_]:
    """Moments of a year, month, day, hour or minute written by ISO 8601; in a column of few, also by any part of their text."""
    entries = column.dictionary
    if ISO.match(find):
        with contextlib.suppress(ValueError):  # the month or the day may not exist
            asked: Any = np.datetime64(find.upper().replace(" ", "T"))  # as fine as it is written
            first, after = (moment.astype("datetime64[us]") for moment in (asked, asked + 1))
            found: NDArray[np.bool_] = (entries >= first) & (entries < after)
            return found
    if len(entries) > TEXTS_MOST or not any(mark.isdigit() for mark in find):
        return np.zeros(len(entries), dtype=bool)
    return np.array([find in text for text in entry_texts(column)])


def _ranked(column: Column, positions: NDArray[np.int64], *, descending: bool) -> NDArray[np.int64]:
    """The order of some records by a column, in natural order; blanks come last either way, and equals keep their order."""
    if column.is_number:
        values = column.data[positions]
        return np.argsort(-values if descending else values, kind="stable")
    rank = -_ranks(column) if descending else _ranks(column)
    rank[BLANK] = len(rank) + 1
    return np.argsort(rank[column.data[positions]], kind="stable")


def _ranks(column: Column) -> NDArray[np.int64]:
    """The rank of each entry in natural order."""
    rank = np.arange(len(column.dictionary))
    if column.kind is not Kind.MOMENT and not column.ranked:
        texts = entry_texts(column)
        rank[sorted(range(len(texts)), key=lambda i: natural_key(texts[i]))] = np.arange(len(texts))
    return rank
