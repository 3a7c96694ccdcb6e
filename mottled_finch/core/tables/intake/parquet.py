"""Parquet to a Table."""

from dataclasses import replace
from typing import BinaryIO

import pyarrow as pa
import pyarrow.parquet as pq

from ...common.errors import IntakeError
from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .columnar import check_size, table_of
from .look import LOOK_RECORDS, Look, Part
from .names import check_width
from .source import Told


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    try:
        file = _open(source, name)
        for batch in file.iter_batches(LOOK_RECORDS):
            first = pa.Table.from_batches([batch])
            first.validate(full=True)
            return _look(first, name, asked)
    except (pa.ArrowException, OSError) as error:
        raise _broken(name, error) from error
    raise IntakeError("the file has no records; export it again with its records", path=name)


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a whole file. Raises IntakeError, naming it, when it is broken or empty."""
    try:
        file = _open(source, name)
        batches, done = [], 0
        for batch in file.iter_batches(1 << 17):
            batches.append(batch)
            done += batch.num_rows
            told(done)
        whole = pa.Table.from_batches(batches, file.schema_arrow)
        whole.validate(full=True)
    except (pa.ArrowException, OSError) as error:
        raise _broken(name, error) from error
    return table_of(whole, name)[0], _look(whole.slice(0, LOOK_RECORDS), name, asked)


def _open(source: BinaryIO, name: str) -> pq.ParquetFile:
    source.seek(0)
    file = pq.ParquetFile(pa.PythonFile(source, mode="r"))
    check_width(file.metadata.num_columns, name)
    check_size(file.metadata.num_columns, file.metadata.num_rows, name)
    return file


def _look(first: pa.Table, name: str, asked: ReadingSpec) -> Look:
    table, notes = table_of(first, name)
    return Look(
        asked=asked,
        found=replace(asked, form="parquet"),
        parts=(Part(key="form", words="Parquet, kinds as the file says them"),),
        table=table,
        notes=notes,
    )


def _broken(name: str, error: Exception) -> IntakeError:
    return IntakeError("the Parquet file is broken or cut short; export it again", path=name, received=str(error))
