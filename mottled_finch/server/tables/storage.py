"""Columns to chunks in the database and back, the file they were read from beside them, and the cache of opened editions."""

import io
import json
import zlib
from functools import cache
from typing import Any, BinaryIO

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.tables.table import NO_MISFITS, Column, Kind, Misfits, Written
from mottled_finch.core.tables.table import Table as CoreTable

from ..refusal import Problem
from .kept import Kept
from .models import Chunk, Edition, SourceChunk, StoredColumn

CHUNK_RECORDS = 1 << 17
SOURCE_CHUNK_BYTES = 8 << 20
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
            misfits=_pack_misfits(column.misfits),
            written=_pack_written(column.written),
            notes=list(column.notes),
        )
        for number, start in enumerate(range(0, len(data), CHUNK_RECORDS)):
            Chunk.objects.create(column=stored, number=number, data=data[start : start + CHUNK_RECORDS].tobytes())


def packed_source(source: BinaryIO) -> list[tuple[int, bytes]]:
    """The file in packed pieces, each with its size unpacked. Done before the transaction, which others wait for."""
    source.seek(0)
    pieces = []
    while piece := source.read(SOURCE_CHUNK_BYTES):
        pieces.append((len(piece), _packing().compress(piece, asbytes=True)))
    return pieces


def store_source(edition: Edition, pieces: list[tuple[int, bytes]]) -> None:
    """Write a file in its pieces. To be called inside a transaction."""
    for number, (size, data) in enumerate(pieces):
        SourceChunk.objects.create(edition=edition, number=number, size=size, data=data)


@cache
def _packing() -> Any:
    """How files are packed. Loaded when one is, since opening an edition does not need it."""
    import pyarrow as pa

    return pa.Codec("zstd", compression_level=3)


def copy_source(edition: Edition, out: BinaryIO) -> int:
    """Write the file an edition was read from, as it was, and give its length in bytes."""
    total = 0
    for size, data in edition.source.values_list("size", "data").iterator(chunk_size=1):
        out.write(_packing().decompress(bytes(data), decompressed_size=size, asbytes=True))
        total += size
    return total


def is_of_file(edition: Edition, file: BinaryIO) -> bool:
    """Whether an edition was read from these very bytes."""
    file.seek(0)
    for size, data in edition.source.values_list("size", "data").iterator(chunk_size=1):
        if file.read(size) != _packing().decompress(bytes(data), decompressed_size=size, asbytes=True):
            return False
    return not file.read(1)


def load_table(edition: Edition) -> CoreTable:
    """Read an edition from the database. Raises Problem for one that is removed, also while it is read."""
    columns = tuple(_load_column(stored, edition.records) for stored in edition.columns.all())
    if not Edition.objects.filter(pk=edition.pk).exists():  # asked last: of one that is still there, nothing was missing before
        raise Problem(404, f"Edition {edition.number} was removed meanwhile.")
    return CoreTable(columns)


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
        entries=_unpack_entries(kind, bytes(stored.entries)),
        misfits=_unpack_misfits(bytes(stored.misfits)),
        notes=tuple(stored.notes),
        written=_unpack_written(bytes(stored.written)),
    )


def _pack_entries(column: Column) -> bytes:
    if column.is_number:
        return b""
    if column.kind is Kind.MOMENT:
        packed = column.dictionary.astype("<M8[us]").tobytes()
    else:
        packed = json.dumps(column.dictionary.tolist(), ensure_ascii=False).encode("utf-8", "surrogatepass")
    return zlib.compress(packed, level=1)


def _unpack_entries(kind: Kind, packed: bytes) -> NDArray[Any] | None:
    if kind is Kind.NUMBER:
        return None
    if kind is Kind.MOMENT:
        return np.frombuffer(zlib.decompress(packed), dtype="<M8[us]")
    return np.array(json.loads(zlib.decompress(packed).decode("utf-8", "surrogatepass")), dtype=object)


def _pack_misfits(misfits: Misfits) -> bytes:
    if not len(misfits):
        return b""
    return _pack(records=misfits.records, codes=misfits.codes, texts=_pack_texts(misfits.texts))


def _unpack_misfits(packed: bytes) -> Misfits:
    if not packed:
        return NO_MISFITS
    with np.load(io.BytesIO(zlib.decompress(packed)), allow_pickle=False) as stored:
        return Misfits(records=stored["records"], codes=stored["codes"], texts=_unpack_texts(stored["texts"]))


def _pack_written(written: Written | None) -> bytes:
    if written is None:
        return b""
    others = written.others
    return _pack(
        values=written.values,
        texts=_pack_texts(written.texts),
        records=others.records,
        codes=others.codes,
        other_texts=_pack_texts(others.texts),
    )


def _unpack_written(packed: bytes) -> Written | None:
    if not packed:
        return None
    with np.load(io.BytesIO(zlib.decompress(packed)), allow_pickle=False) as stored:
        others = Misfits(records=stored["records"], codes=stored["codes"], texts=_unpack_texts(stored["other_texts"]))
        return Written(values=stored["values"], texts=_unpack_texts(stored["texts"]), others=others)


def _pack(**arrays: NDArray[Any]) -> bytes:
    out = io.BytesIO()
    np.savez(out, allow_pickle=False, **arrays)
    return zlib.compress(out.getvalue(), level=1)


def _pack_texts(texts: tuple[str, ...]) -> NDArray[np.uint8]:
    return np.frombuffer(json.dumps(texts, ensure_ascii=False).encode("utf-8", "surrogatepass"), dtype=np.uint8)


def _unpack_texts(packed: NDArray[np.uint8]) -> tuple[str, ...]:
    return tuple(json.loads(packed.tobytes().decode("utf-8", "surrogatepass")))


class EditionCache:
    """Opened editions by id, so many bytes of them. Editions never change."""

    def __init__(self, most_bytes: int = CACHE_BYTES) -> None:
        self._tables: Kept[int, CoreTable] = Kept(lambda tables: sum(table.nbytes for table in tables) > most_bytes)

    def open(self, edition: Edition) -> CoreTable:
        return self._tables.get(edition.pk, lambda: load_table(edition))

    def forget(self, edition_id: int) -> None:
        self._tables.forget(edition_id)


EDITIONS = EditionCache()
"""The editions this process has open."""
