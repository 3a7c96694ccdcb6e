"""Arrow's file and stream formats to a Table."""

from dataclasses import replace
from typing import Any, BinaryIO

import pyarrow as pa

from ...common.errors import IntakeError
from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .columnar import table_of
from .look import LOOK_RECORDS, Look, Part
from .names import check_width
from .source import Told, quiet


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    return _read(source, name, asked, quiet, LOOK_RECORDS)[1]


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a whole file. Raises IntakeError, naming it, when it is broken or empty."""
    return _read(source, name, asked, told, None)


def _read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told, most: int | None) -> tuple[Table, Look]:
    source.seek(0)
    in_file = source.read(6) == b"ARROW1"
    source.seek(0)
    try:
        batches, done = [], 0
        reader: Any = pa.ipc.open_file(pa.PythonFile(source, mode="r")) if in_file else pa.ipc.open_stream(source)
        check_width(len(reader.schema), name)
        numbered = (reader.get_batch(i) for i in range(reader.num_record_batches)) if in_file else reader
        for batch in numbered:
            batches.append(batch)
            done += batch.num_rows
            told(done)
            if most is not None and done >= most:
                break
        whole = pa.Table.from_batches(batches, reader.schema)
        whole.validate(full=True)  # what is read of a damaged one would end the process
    except (pa.ArrowException, OSError) as error:
        raise IntakeError("the Arrow file is broken or cut short; export it again", path=name, received=str(error)) from error
    table, notes = table_of(whole, name)
    return table, Look(
        asked=asked,
        found=replace(asked, form="arrow"),
        parts=(Part(key="form", words="Arrow, kinds as the file says them"),),
        table=Table(tuple(column.taken_first(LOOK_RECORDS) for column in table.columns)),
        notes=notes,
    )
