"""Columns to chunks in the database and back, and the cache of opened editions."""

import json
import zlib
from collections import OrderedDict
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.table import Column, Kind
from mottled_finch.core.table import Table as CoreTable

from .models import Chunk, Edition, StoredColumn

CHUNK_RECORDS = 1 << 17
CACHE_BYTES = 1 << 30


def store_columns(edition: Edition, table: CoreTable) -> None:
    """Write every column of a table. To be called inside a transaction."""
    for position, column in enumerate(table.columns):
        data = np.ascontiguousarray(column.data).astype(column.data.dtype.newbyteorder("<"), copy=False)
        stored = StoredColumn.objects.create(
            edition=edition,
            position=position,
            name=column.name,
            kind=column.kind,
            data_type=data.dtype.str,
            entries=_pack_entries(column),
            distinct=column.distinct,
            blanks=column.blanks,
            misfits=[list(misfit) for misfit in column.misfits],
        )
        for number, start in enumerate(range(0, len(data), CHUNK_RECORDS)):
            Chunk.objects.create(column=stored, number=number, data=data[start : start + CHUNK_RECORDS].tobytes())


def load_table(edition: Edition) -> CoreTable:
    """Read an edition from the database."""
    return CoreTable(tuple(_load_column(stored, edition.records) for stored in edition.columns.all()))


def _load_column(stored: StoredColumn, records: int) -> Column:
    data = np.empty(records, dtype=np.dtype(stored.data_type))
    start = 0
    # One chunk at a time: a whole column fetched at once would stand in memory twice.
    for chunk in stored.chunks.values_list("data", flat=True).iterator(chunk_size=1):
        values = np.frombuffer(chunk, dtype=data.dtype)
        data[start : start + len(values)] = values
        start += len(values)
    data.flags.writeable = False
    kind = Kind(stored.kind)
    return Column(
        name=stored.name,
        kind=kind,
        data=data,
        entries=_unpack_entries(kind, stored.entries),
        misfits=tuple((text, count) for text, count in stored.misfits),
    )


def _pack_entries(column: Column) -> bytes:
    if column.is_number:
        return b""
    if column.kind is Kind.MOMENT:
        packed = column.dictionary.astype("<M8[us]").tobytes()
    else:
        packed = json.dumps(column.dictionary.tolist(), ensure_ascii=False).encode()
    return zlib.compress(packed, level=1)


def _unpack_entries(kind: Kind, packed: bytes) -> NDArray[Any] | None:
    if kind is Kind.NUMBER:
        return None
    if kind is Kind.MOMENT:
        return np.frombuffer(zlib.decompress(packed), dtype="<M8[us]")
    return np.array(json.loads(zlib.decompress(packed)), dtype=object)


class EditionCache:
    """Opened editions by id, the least recently used dropped first. Editions never change, so nothing goes stale."""

    def __init__(self, most_bytes: int = CACHE_BYTES) -> None:
        self._most_bytes = most_bytes
        self._tables: OrderedDict[int, CoreTable] = OrderedDict()
        self._lock = Lock()

    def open(self, edition: Edition) -> CoreTable:
        with self._lock:
            if edition.pk in self._tables:
                self._tables.move_to_end(edition.pk)
                return self._tables[edition.pk]
        table = load_table(edition)
        with self._lock:
            self._tables[edition.pk] = table
            while len(self._tables) > 1 and sum(each.nbytes for each in self._tables.values()) > self._most_bytes:
                self._tables.popitem(last=False)
        return table

    def forget(self, edition_id: int) -> None:
        with self._lock:
            self._tables.pop(edition_id, None)


EDITIONS = EditionCache()
"""The editions this process has open."""
