"""Delimited text in any dialect, to a Table.

The text is cut and encoded by Arrow's reader, which is many times faster than one that makes an object a field. Columns that
are plain decimals or moments throughout the first records are parsed straight to what they are; the rest are
dictionary-encoded, and their kinds are decided over the whole column from its different texts (see kinds.py).
"""

import contextlib
import csv
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any, BinaryIO

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
import pyarrow.csv as pa_csv

from ..errors import IntakeError
from ..recipe.table_spec import ReadingSpec
from ..table import Column, Kind, Table
from ..words.wording import counted
from .encodings import TITLES, as_utf8, guess_code_page, guess_encoding, utf8_until
from .kinds import BLANK_TEXTS, Habits, column_from_arrow, column_from_moments, plain_kind
from .look import LOOK_RECORDS, READABLE, Look, Part
from .moments import Dates, date_order
from .names import check_names, check_width, short_name
from .numbers import decimal_of
from .sniff import DELIMITERS, Dialect, cut, sniff
from .source import COLUMNS, Forbidden, Told, Watched, opened, quiet

Plain = dict[str, Any]
"""The Arrow types of the fields that are parsed straight to what they are."""
_HEAD_BYTES = 1 << 20
_SNIFFED = 1 << 16
_BLOCK_BYTES = 4 << 20


@dataclass(frozen=True, kw_only=True, eq=False)
class _Text:
    """A file of text and how it is cut. ``names`` has a blank last one where every line ends in a delimiter."""

    source: BinaryIO
    name: str
    encoding: str
    dialect: Dialect
    habits: Habits
    plain: Plain
    quoted: bool
    """Whether a quotation mark stands below the header in the first megabyte."""

    @property
    def fields(self) -> list[str]:
        """Our own names of the fields: the reader then never trips over odd ones."""
        return [f"f{i}" for i in range(len(self.dialect.names))]

    def utf8(self) -> BinaryIO:
        self.source.seek(0)
        return as_utf8(self.source, self.encoding, self.name)


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    """How the text would be read, and its first records. Raises IntakeError, naming the file."""
    return _look(source, name, asked)[1]


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a whole table from a seekable binary stream.

    Blanks are "", NA, N/A, null and NaN, after trimming. Raises IntakeError, naming the file and the record, for a file that
    is empty, not text, ragged, or whose header lacks or repeats a name.
    """
    text, found = _look(source, name, asked)
    try:
        raw = _whole(text, told)
    except _NotUtf8 as error:
        # The first megabyte was plain ASCII, which every code page shares with UTF-8; the letters beyond it decide.
        text, found = _look(source, name, replace(asked, encoding=error.page))
        found = replace(found, asked=asked)
        raw = _whole(text, told)
    _refuse_an_open_quotation(raw, text)
    return Table(tuple(_columns(raw, text, told))), found


class _NotUtf8(Exception):
    def __init__(self, page: str) -> None:
        super().__init__(page)
        self.page: Any = page


def _look(source: BinaryIO, name: str, asked: ReadingSpec) -> tuple[_Text, Look]:
    source, inner = opened(source, name)
    source.seek(0)
    encoding: Any = asked.encoding or guess_encoding(source.read(_HEAD_BYTES))
    words, goes_on = _head(source, encoding, name)
    dialect, rows = _first_rows(words, asked, name, goes_on=goes_on)
    columns = [pa.array([row[i] if i < len(row) else "" for row in rows], pa.string()) for i in range(len(dialect.names))]
    habits = _habits(columns, dialect.delimiter, asked)
    text = _Text(
        source=source,
        name=name,
        encoding=encoding,
        dialect=dialect,
        habits=habits,
        plain=_plain(columns, habits),
        quoted=bool(dialect.quote) and any(dialect.quote in line for line in words.splitlines()[dialect.above :]),
    )
    shown = [column_from_arrow(field, each, habits) for field, each in zip(dialect.names, columns, strict=True) if field]
    found = replace(
        asked,
        form="delimited",
        encoding=encoding,
        delimiter=dialect.delimiter,
        quote=dialect.quote,
        header=dialect.header,
        decimal=habits.decimal,
        dates=habits.dates,
    )
    return text, Look(
        asked=asked,
        found=found,
        parts=_parts(dialect, encoding, habits),
        table=Table(tuple(shown)),
        notes=() if inner == name else ("unpacked from gzip",),
    )


def _head(source: BinaryIO, encoding: str, name: str) -> tuple[str, bool]:
    """The first megabyte of the text, cut at the end of a line where it goes on, and whether it does."""
    source.seek(0)
    head = as_utf8(source, encoding, name).read(_HEAD_BYTES)
    if b"\0" in head:
        raise IntakeError(f"this is a binary file, not text; {READABLE}", path=name)
    if utf8_until(head) < len(head) - 3:
        raise IntakeError("the file is not UTF-8 throughout; choose another encoding", path=name)
    goes_on = len(head) >= _HEAD_BYTES
    if goes_on:
        head = head[: max(head.rfind(b"\n"), head.rfind(b"\r")) + 1]
        if not head:
            raise IntakeError("the first line is longer than 1 MB, so this is no table; choose another file", path=name)
    words = head.decode("utf-8-sig", errors="replace")
    if not words.strip():
        raise IntakeError("the file is empty; choose a file with a header line and records", path=name)
    return words, goes_on


def _first_rows(words: str, asked: ReadingSpec, name: str, *, goes_on: bool) -> tuple[Dialect, list[list[str]]]:
    """How the text is cut, and its first records. Raises IntakeError for names that cannot be, and where there is no record."""
    try:
        dialect = sniff(_whole_lines(words, _SNIFFED), delimiter=asked.delimiter, quote=asked.quote, header=asked.header)
        rows = cut(words, dialect, LOOK_RECORDS + 1)
    except csv.Error as error:
        raise IntakeError(f"the first lines cannot be cut ({error}); check their quotation marks", path=name) from error
    rows = rows[:-1] if goes_on or len(rows) > LOOK_RECORDS else rows  # the last one may go on
    dialect = replace(dialect, names=tuple(map(short_name, dialect.names)))
    width = len(dialect.names)
    check_width(width, name)
    # Where every line ends in a delimiter, the last column has neither a name nor a value.
    spare = width > 1 and dialect.names[-1] == "" and not any(row[width - 1 : width] not in ([], [""]) for row in rows)
    check_names(dialect.names[:-1] if spare else dialect.names, name)
    if not rows and not goes_on:
        raise IntakeError(
            f"the file has a header of {counted(width, 'column')} and no records below it; export it again with its records",
            path=name,
        )
    return dialect, rows


def _plain(columns: list[pa.StringArray], habits: Habits) -> Plain:
    """The fields that are plain decimals or moments in the first records. Being wrong about the rest costs another reading."""
    types = {Kind.NUMBER: pa.float64(), Kind.MOMENT: pa.timestamp("us")}
    kinds = [plain_kind(column, habits.decimal) for column in columns]
    return {f"f{i}": types[kind] for i, kind in enumerate(kinds) if kind is not None}


def _whole_lines(text: str, most: int) -> str:
    """The first lines of a text, about so many characters of them."""
    if len(text) <= most:
        return text
    end = text.find("\n", most)
    return text if end < 0 else text[: end + 1]


def _parts(dialect: Dialect, encoding: str, habits: Habits) -> tuple[Part, ...]:
    mark = DELIMITERS.get(dialect.delimiter, f"“{dialect.delimiter}”")
    parts = [Part(key="delimiter", words=f"text with {mark}" if len(dialect.names) > 1 else "text of one column")]
    quotes = {'"': "double quotes", "'": "single quotes", "": "no quotes"}
    quote = quotes.get(dialect.quote, f"{dialect.quote} as quotes")
    lines = {0: "no line of names", 1: "names in the first line"}
    line = lines.get(dialect.header, f"names in line {dialect.header}")
    orders = {"day_first": "day before month", "month_first": "month before day", None: "dates as each column says"}
    decimal = "decimal point" if habits.decimal == "." else "decimal comma"
    parts.append(Part(key="quote", words=quote, usual=dialect.quote == '"'))
    parts.append(Part(key="encoding", words=TITLES.get(encoding, encoding)))
    parts.append(Part(key="header", words=line, usual=dialect.header == 1))
    parts.append(Part(key="decimal", words=decimal, usual=habits.decimal == "."))
    parts.append(Part(key="dates", words=orders[habits.dates], usual=habits.dates is None))
    return tuple(parts)


def _habits(columns: list[pa.StringArray], delimiter: str, asked: ReadingSpec) -> Habits:
    """How the table writes numbers and dates, from its first records. Columns that say it themselves overrule this."""
    encoded = [column.dictionary_encode() for column in columns]
    weighed = [
        (each.dictionary, np.bincount(each.indices.to_numpy(), minlength=len(each.dictionary))) for each in encoded if len(each)
    ]
    proofs = [date_order(texts, weights) for texts, weights in weighed]
    days, months = sum(proof[0] for proof in proofs), sum(proof[1] for proof in proofs)
    dates: Dates | None = None
    if days != months:
        dates = "day_first" if days > months else "month_first"
    return Habits(
        decimal=asked.decimal or decimal_of(weighed, delimiter),
        dates=asked.dates or dates,
        decimal_forced=asked.decimal is not None,
        dates_forced=asked.dates is not None,
    )


def _whole(text: _Text, told: Told) -> pa.Table:
    plain, quoted = dict(text.plain), text.quoted
    while True:
        ragged: list[pa_csv.InvalidRow] = []
        try:
            raw = _read(text, plain, ragged, told, quoted=quoted)
        except Forbidden:
            quoted = True
            continue
        except pa.ArrowInvalid as error:
            field = _field_that_is_not_plain(str(error), plain)
            if ragged or field is None:
                raise _explained(error, text, ragged) from error
            del plain[field]
            continue
        infinite = _infinite(raw, plain)
        if not infinite:
            return raw
        for field in infinite:
            del plain[field]


def _read(
    text: _Text, plain: Plain, ragged: list[pa_csv.InvalidRow], told: Told, *, threads: bool = True, quoted: bool = True
) -> pa.Table:
    """Text without a quotation mark is cut twice as fast, since every line break ends a record. ``quoted`` False promises that;
    the first mark that comes all the same raises Forbidden.
    """

    def note(row: pa_csv.InvalidRow) -> str:
        ragged.append(row)
        return "error"

    dialect, fields = text.dialect, text.fields
    encoded = pa.dictionary(pa.int32(), pa.string())

    def told_lines(lines: int, _phase: str = "", /) -> None:
        told(max(0, lines - dialect.above))

    watched = Watched(text.utf8(), told_lines, b"" if quoted else dialect.quote.encode(), dialect.above)
    return pa_csv.read_csv(
        pa.PythonFile(watched, mode="r"),
        read_options=pa_csv.ReadOptions(column_names=fields, skip_rows=dialect.above, block_size=_BLOCK_BYTES, use_threads=threads),
        # An empty line is a blank where a table has one column, and nothing at all where it has more.
        parse_options=pa_csv.ParseOptions(
            delimiter=dialect.delimiter,
            quote_char=dialect.quote or False,
            double_quote=not dialect.escape,
            escape_char="\\" if dialect.escape else False,
            newlines_in_values=bool(dialect.quote) and quoted,
            ignore_empty_lines=len(fields) > 1,
            invalid_row_handler=note,
        ),
        convert_options=pa_csv.ConvertOptions(
            column_types={field: plain.get(field, encoded) for field in fields},
            null_values=list(BLANK_TEXTS),
            strings_can_be_null=False,
            decimal_point=text.habits.decimal,
        ),
    )


def _infinite(raw: pa.Table, plain: Plain) -> list[str]:
    """Fields with a number too large for a double: they are read again as text, which tells what stood there."""
    return [field for field, type_ in plain.items() if pa.types.is_floating(type_) and pc.any(pc.is_inf(raw[field])).as_py()]


def _field_that_is_not_plain(message: str, plain: Plain) -> str | None:
    found = re.search(r"[Cc]olumn #(\d+)", message)
    field = f"f{found[1]}" if found else None
    return field if field in plain and "UTF8" not in message else None


def _explained(error: pa.ArrowInvalid, text: _Text, ragged: list[pa_csv.InvalidRow]) -> Exception:
    """The reader's error in a sentence of ours, with the record's number where that is known."""
    name, names, said = text.name, text.dialect.names, str(error)
    if ragged:
        record = _first_ragged(text) or ragged[0]
        where = f"record {record.number - text.dialect.above:,}" if record.number else "a record"
        mark = DELIMITERS.get(text.dialect.delimiter, "delimiters").removesuffix("s")
        return IntakeError(
            f"{where} has {counted(record.actual_columns, 'field')}, but the header names {counted(len(names), 'column')}; "
            f"correct that line, or put quotation marks around a field that holds a {mark}",
            path=name,
            received=record.text[:200],
        )
    if "UTF8" in said.upper().replace("-", ""):
        return _late_bytes(text)
    if "straddl" in said:
        return IntakeError(
            f"a record near line {_longest_line(text):,} is longer than {_BLOCK_BYTES >> 20} MB; "
            "close the quotation mark that may be left open there, or take the long text out",
            path=name,
            received=said,
        )
    return IntakeError(
        "the text cannot be cut into records; look for a quotation mark that is never closed", path=name, received=said
    )


def _late_bytes(text: _Text) -> Exception:
    """Bytes that are not UTF-8 far down. Where all before them was ASCII the file may be in a code page all the same."""
    text.source.seek(0)
    line, ascii_so_far = 1, True
    rest = b""
    while piece := text.source.read(_BLOCK_BYTES):
        block = rest + piece
        valid = utf8_until(block)
        if valid < len(block) - 3:
            line += block[:valid].count(b"\n")
            if ascii_so_far and block[:valid].isascii():
                return _NotUtf8(guess_code_page(block))
            break
        ascii_so_far = ascii_so_far and block[:valid].isascii()
        line += block[:valid].count(b"\n")
        rest = block[valid:]
    return IntakeError(f"line {line:,} holds bytes that are not UTF-8 text; save the file again in UTF-8", path=text.name)


def _longest_line(text: _Text) -> int:
    source = text.utf8()
    line, length = 1, 0
    while piece := source.read(1 << 20):
        for part in piece.splitlines(keepends=True):
            length += len(part)
            if length > _BLOCK_BYTES:
                return line
            if part.endswith((b"\n", b"\r")):
                line, length = line + 1, 0
    return line


def _first_ragged(text: _Text) -> pa_csv.InvalidRow | None:
    """Read again on one thread, where the reader knows the number of the record that is wrong."""
    ragged: list[pa_csv.InvalidRow] = []
    with contextlib.suppress(pa.ArrowInvalid):
        _read(text, {}, ragged, quiet, threads=False)
    return ragged[0] if ragged else None


def _refuse_an_open_quotation(raw: pa.Table, text: _Text) -> None:
    """A quotation that is never closed swallows the rest of the file in silence: it ends up as one last, long field.

    Marks are counted only where that last field has a line break, and come in pairs where every quotation is closed.
    """
    last = raw.column(raw.num_columns - 1)[-1].as_py()
    if not text.dialect.quote or not isinstance(last, str) or "\n" not in last:
        return
    source = text.utf8()
    marks = 0
    while piece := source.read(_BLOCK_BYTES):
        marks += piece.count(text.dialect.quote.encode())
    if marks % 2:
        raise IntakeError(
            f"a quotation mark opened in record {raw.num_rows:,} is never closed; close it, or take it out",
            path=text.name,
            received=last[:200],
        )


def _columns(raw: pa.Table, text: _Text, told: Told) -> Iterator[Column]:
    for position, name in enumerate(text.dialect.names):
        told(raw.num_rows, COLUMNS)
        chunks = raw.column(position)
        if pa.types.is_floating(chunks.type):
            notes = ("decimal comma",) if text.habits.decimal == "," else ()
            yield Column(name=name, kind=Kind.NUMBER, data=chunks.to_numpy(), notes=notes)
        elif pa.types.is_timestamp(chunks.type):
            yield column_from_moments(name, chunks)
        else:
            column = column_from_arrow(name, chunks, text.habits)
            if name:
                yield column
            elif column.blanks < len(column):
                raise IntakeError(f"column {position + 1} has no name in the header; give it one", path=text.name)
