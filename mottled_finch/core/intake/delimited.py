"""Comma-separated text in UTF-8 with one header line, to a Table.

The text is cut and encoded by Arrow's reader, which is many times faster than one that makes an object a field. Columns that
are plain decimals or moments throughout the first block are parsed straight to what they are; the rest are dictionary-encoded,
and their kinds are decided over the whole column from its different texts (see kinds.py).
"""

import contextlib
import csv
import io
import re
from collections.abc import Iterator
from typing import Any, BinaryIO

import pyarrow as pa
import pyarrow.compute as pc
import pyarrow.csv as pa_csv

from ..errors import IntakeError
from ..table import Column, Kind, Table
from .kinds import BLANK_TEXTS, column_from_moments, column_from_texts, plain_kind

MAX_COLUMNS = 2_000
Plain = dict[str, Any]
"""The Arrow types of the fields that are parsed straight to what they are."""
_HEAD_BYTES = 1 << 20
_SAMPLE_RECORDS = 2_000
_BLOCK_BYTES = 4 << 20
_SIGNATURES = {
    b"\x89PNG": "a PNG picture",
    b"\xff\xd8\xff": "a JPEG picture",
    b"GIF8": "a GIF picture",
    b"%PDF": "a PDF document",
    b"PK\x03\x04": "a workbook or another zip file",
    b"\xd0\xcf\x11\xe0": "an old workbook or another binary document",
    b"\x1f\x8b": "a gzip file",
    b"PAR1": "a Parquet file",
    b"ARROW1": "an Arrow file",
    b"SQLite format 3": "a database file",
    b"\xff\xfe": "UTF-16 text",
    b"\xfe\xff": "UTF-16 text",
}


def read_delimited(source: BinaryIO, name: str) -> Table:
    """Read a whole table from a seekable binary stream. ``name`` is the file's name, for messages.

    Blanks are "", NA, N/A, null and NaN, after trimming. Raises IntakeError, naming the file and the record, for a file that
    is empty, not text, ragged, or whose header lacks or repeats a name.
    """
    head = source.read(_HEAD_BYTES)
    _refuse_other_files(head, name)
    names, header_lines = _header(head, name)
    fields = [f"f{i}" for i in range(len(names))]  # our own names: the reader then never trips over odd ones
    plain = _plain_fields(head, fields, header_lines)
    while True:
        source.seek(0)
        ragged: list[pa_csv.InvalidRow] = []
        try:
            raw = _read(source, fields, header_lines, plain, ragged)
        except pa.ArrowInvalid as error:
            field = _field_that_is_not_plain(str(error), plain)
            if ragged or field is None:
                raise _explained(error, source, name, names, fields, header_lines, ragged) from error
            del plain[field]
            continue
        infinite = _infinite(raw, plain)
        if not infinite:
            break
        for field in infinite:
            del plain[field]
    if raw.num_rows == 0:
        raise IntakeError(
            f"the file has a header of {_counted(len(names), 'column')} and no records below it; export it again with its records",
            path=name,
        )
    _refuse_an_open_quotation(raw, source, name)
    return Table(tuple(_columns(raw, names)))


def _counted(number: int, noun: str) -> str:
    return f"{number:,} {noun}" + ("" if number == 1 else "s")


def _refuse_other_files(head: bytes, name: str) -> None:
    if not head.strip(b"\xef\xbb\xbf \t\r\n"):
        raise IntakeError("the file is empty; choose a file with a header line and records", path=name)
    for signature, what in _SIGNATURES.items():
        if head.startswith(signature):
            raise IntakeError(f"this is {what}, not comma-separated text; export the table as CSV in UTF-8", path=name)
    if b"\0" in head:
        raise IntakeError("this is a binary file, not comma-separated text; export the table as CSV in UTF-8", path=name)


def _header(head: bytes, name: str) -> tuple[list[str], int]:
    """The column names and the number of lines they take up (a quoted name may hold a line break)."""
    text = io.StringIO(head.decode("utf-8-sig", errors="surrogateescape"), newline="")
    reader = csv.reader(text, strict=True)
    try:
        names = [field.strip() for field in next(row for row in reader if row)]
    except csv.Error as error:
        raise IntakeError(f"the header line cannot be read ({error}); check its quotation marks", path=name) from error
    if any("\udc80" <= mark <= "\udcff" for field in names for mark in field):
        raise IntakeError("the header is not UTF-8 text; save the file again as CSV in UTF-8", path=name)
    if len(names) > MAX_COLUMNS:
        raise IntakeError(
            f"the header names {len(names):,} columns, more than the {MAX_COLUMNS:,} a table can have; "
            "leave out those you do not need",
            path=name,
        )
    if len(names) == 1 and re.search("[;\t|]", names[0]):
        raise IntakeError(
            "the header has no comma, so the fields seem to be separated by another mark; export the table with commas",
            path=name,
        )
    seen: dict[str, int] = {}
    for position, field in enumerate(names, start=1):
        if not field:
            raise IntakeError(f"column {position} has no name in the header; give it one", path=name)
        if field in seen:
            raise IntakeError(
                f'columns {seen[field]} and {position} are both named "{field}"; rename one of them', path=name, received=field
            )
        seen[field] = position
    return names, reader.line_num


def _options(fields: list[str], header_lines: int, plain: Plain, threads: bool) -> tuple[pa_csv.ReadOptions, pa_csv.ConvertOptions]:
    encoded = pa.dictionary(pa.int32(), pa.string())
    return (
        pa_csv.ReadOptions(column_names=fields, skip_rows=header_lines, block_size=_BLOCK_BYTES, use_threads=threads),
        pa_csv.ConvertOptions(
            column_types={field: plain.get(field, encoded) for field in fields},
            null_values=list(BLANK_TEXTS),
            strings_can_be_null=False,
        ),
    )


def _parse_options(fields: list[str], ragged: list[pa_csv.InvalidRow]) -> pa_csv.ParseOptions:
    def note(row: pa_csv.InvalidRow) -> str:
        ragged.append(row)
        return "error"

    # An empty line is a blank where a table has one column, and nothing at all where it has more.
    return pa_csv.ParseOptions(newlines_in_values=True, ignore_empty_lines=len(fields) > 1, invalid_row_handler=note)


def _plain_fields(head: bytes, fields: list[str], header_lines: int) -> Plain:
    """The fields that are plain decimals or moments in the first records. Being wrong about the rest costs another reading."""
    whole = head[: head.rfind(b"\n") + 1] if len(head) == _HEAD_BYTES else head
    try:
        sample = _read(io.BytesIO(whole), fields, header_lines, {}, [], threads=False).slice(0, _SAMPLE_RECORDS)
    except pa.ArrowInvalid:
        return {}
    kinds = {field: plain_kind(sample[field].cast(pa.string()).combine_chunks()) for field in fields}
    types = {Kind.NUMBER: pa.float64(), Kind.MOMENT: pa.timestamp("us")}
    return {field: types[kind] for field, kind in kinds.items() if kind is not None}


def _read(
    source: BinaryIO, fields: list[str], header_lines: int, plain: Plain, ragged: list[pa_csv.InvalidRow], *, threads: bool = True
) -> pa.Table:
    read, convert = _options(fields, header_lines, plain, threads)
    return pa_csv.read_csv(
        pa.PythonFile(source, mode="r"),
        read_options=read,
        parse_options=_parse_options(fields, ragged),
        convert_options=convert,
    )


def _infinite(raw: pa.Table, plain: Plain) -> list[str]:
    """Fields with a number too large for a double: they are read again as text, which tells what stood there."""
    return [field for field, type_ in plain.items() if pa.types.is_floating(type_) and pc.any(pc.is_inf(raw[field])).as_py()]


def _field_that_is_not_plain(message: str, plain: Plain) -> str | None:
    found = re.search(r"[Cc]olumn #(\d+)", message)
    field = f"f{found[1]}" if found else None
    return field if field in plain else None


def _explained(
    error: pa.ArrowInvalid,
    source: BinaryIO,
    name: str,
    names: list[str],
    fields: list[str],
    header_lines: int,
    ragged: list[pa_csv.InvalidRow],
) -> IntakeError:
    """The reader's error in a sentence of ours, with the record's number where that is known."""
    if ragged:
        record = _first_ragged(source, fields, header_lines) or ragged[0]
        where = f"record {record.number - header_lines:,}" if record.number else "a record"
        return IntakeError(
            f"{where} has {_counted(record.actual_columns, 'field')}, but the header names {_counted(len(names), 'column')}; "
            "mend that line, or put quotation marks around a field that holds a comma",
            path=name,
            received=record.text[:200],
        )
    found = re.search(r"[Cc]olumn #(\d+)", str(error))
    if found and "UTF8" in str(error).upper().replace("-", ""):
        return IntakeError(
            f'column "{names[int(found[1])]}" holds bytes that are not UTF-8 text; save the file again as CSV in UTF-8', path=name
        )
    if not found and "UTF8" not in str(error).upper():
        return IntakeError(
            "the text cannot be cut into records; look for a quotation mark that is never closed", path=name, received=str(error)
        )
    return IntakeError("the file is not UTF-8 text; save it again as CSV in UTF-8", path=name, received=str(error))


def _first_ragged(source: BinaryIO, fields: list[str], header_lines: int) -> pa_csv.InvalidRow | None:
    """Read again on one thread, where the reader knows the number of the record that is wrong."""
    source.seek(0)
    ragged: list[pa_csv.InvalidRow] = []
    with contextlib.suppress(pa.ArrowInvalid):
        _read(source, fields, header_lines, {}, ragged, threads=False)
    return ragged[0] if ragged else None


def _refuse_an_open_quotation(raw: pa.Table, source: BinaryIO, name: str) -> None:
    """A quotation that is never closed swallows the rest of the file in silence: it ends up as one last, long field.

    Marks are counted only where that last field has a line break, and come in pairs where every quotation is closed.
    """
    last = raw.column(raw.num_columns - 1)[-1].as_py()
    if not isinstance(last, str) or "\n" not in last:
        return
    source.seek(0)
    marks = 0
    while piece := source.read(_BLOCK_BYTES):
        marks += piece.count(b'"')
    if marks % 2:
        raise IntakeError(
            f"a quotation mark opened in record {raw.num_rows:,} is never closed; close it, or take it out",
            path=name,
            received=last[:200],
        )


def _columns(raw: pa.Table, names: list[str]) -> Iterator[Column]:
    for position, name in enumerate(names):
        chunks = raw.column(position)
        if pa.types.is_floating(chunks.type):
            yield Column(name=name, kind=Kind.NUMBER, data=chunks.to_numpy())
        elif pa.types.is_timestamp(chunks.type):
            yield column_from_moments(name, chunks)
        else:
            encoded = chunks.unify_dictionaries().combine_chunks()
            if isinstance(encoded, pa.ChunkedArray):
                encoded = encoded.chunk(0)
            yield column_from_texts(name, encoded.indices.to_numpy(), encoded.dictionary)
