"""Arrow's own columns to ours: their types say what they hold, so nothing is guessed."""

from typing import Any

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc

from ...common.errors import IntakeError
from ..table import Column, Kind, Table
from .kinds import column_from_arrow, column_from_moments
from .names import righted

RECORDS_MOST = 100_000_000


def check_size(columns: int, records: int, name: str) -> None:
    if records == 0:
        raise IntakeError(f"the file has {columns:,} columns and no records; export it again with its records", path=name)
    if records > RECORDS_MOST:
        raise IntakeError(
            f"the file has {records:,} records, more than the {RECORDS_MOST:,} a table can have; leave out those you do not need",
            path=name,
        )


def table_of(arrow: pa.Table, name: str) -> tuple[Table, tuple[str, ...]]:
    """The table, and what was put right of its names. Structs are flattened to "a.b"."""
    while any(pa.types.is_struct(field.type) for field in arrow.schema):
        arrow = arrow.flatten()
    names, notes = righted(arrow.column_names, name)
    check_size(len(names), arrow.num_rows, name)
    return Table(tuple(_column(field, arrow.column(i)) for i, field in enumerate(names))), notes


def _column(name: str, chunks: pa.ChunkedArray) -> Column:
    type_ = chunks.type
    if pa.types.is_boolean(type_):
        whole = chunks.combine_chunks()
        codes = pc.fill_null(pc.if_else(whole, 1, 2), 0).to_numpy(zero_copy_only=False).astype(np.uint8)
        return Column(name=name, kind=Kind.YES_NO, data=codes, entries=np.array(["", "true", "false"], dtype=object))
    if pa.types.is_floating(type_) or pa.types.is_decimal(type_):
        values = pc.cast(chunks, pa.float64()).to_numpy()
        return Column(name=name, kind=Kind.NUMBER, data=np.where(np.isfinite(values), values, np.nan))
    if pa.types.is_integer(type_):
        largest = pc.max(pc.abs(pc.cast(chunks, pa.int64(), safe=False))).as_py()
        if largest is None or largest < 2**53:
            return Column(name=name, kind=Kind.NUMBER, data=pc.cast(chunks, pa.float64()).to_numpy())
        return _texts(name, pc.cast(chunks, pa.string()))  # beyond doubles these are names, not quantities
    if pa.types.is_timestamp(type_):
        return _moments(name, chunks)
    if pa.types.is_date(type_):
        return column_from_moments(name, pc.cast(chunks, pa.timestamp("us")))
    if pa.types.is_dictionary(type_):
        return _column(name, pc.cast(chunks, type_.value_type))
    if pa.types.is_string(type_) or pa.types.is_large_string(type_):
        return _texts(name, pc.cast(chunks, pa.string()))
    return _texts(name, pa.chunked_array([pa.array([_words(value) for value in chunks.to_pylist()], pa.string())]))


def _moments(name: str, chunks: pa.ChunkedArray) -> Column:
    zone = chunks.type.tz
    if zone is None:
        return column_from_moments(name, pc.cast(chunks, pa.timestamp("us"), safe=False))
    # Stored as instants with a zone: the wall clock of that zone is what the record's place would read.
    local = pc.local_timestamp(pc.cast(chunks, pa.timestamp("us", zone), safe=False))
    return column_from_moments(name, local, (f"times of {zone}",))


def _texts(name: str, chunks: pa.ChunkedArray) -> Column:
    return column_from_arrow(name, chunks, kind=Kind.CATEGORY)


def _words(value: Any) -> str | None:
    if value is None:
        return None
    return value.decode("utf-8", errors="replace") if isinstance(value, bytes) else str(value)
