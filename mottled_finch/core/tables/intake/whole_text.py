"""All records of a text, by Arrow's reader, which is many times faster than one that makes an object a field.

Columns that are plain decimals or moments throughout the first records are parsed straight to what they are; the rest are
dictionary-encoded. What the first records promised and the rest does not keep costs another reading.
"""

import re
from dataclasses import dataclass
from typing import Any, BinaryIO, cast

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
import pyarrow.csv as pa_csv

from ...common.errors import IntakeError
from . import ragged
from .code_pages import guess_page
from .encodings import as_utf8, is_mostly_utf8, utf8_until
from .kinds import Habits
from .recut import Recut
from .sniff import Dialect
from .source import Forbidden, Told, Watched

Plain = dict[str, Any]
"""The Arrow types of the fields that are parsed straight to what they are."""
_BLOCK_BYTES = 4 << 20


@dataclass(frozen=True, kw_only=True, eq=False)
class Text:
    """A file of text and how it is cut. ``names`` are those that the columns get, one for each of the dialect's."""

    source: BinaryIO
    name: str
    encoding: str
    sound: bool
    """Whether the first megabyte is in the encoding throughout."""
    dialect: Dialect
    names: tuple[str, ...]
    habits: Habits
    plain: Plain
    keeps: bool
    """Whether lines with a field too few or too many are kept."""
    odd: bool
    """Whether one of the first lines is such a line."""
    quoted: bool
    """Whether a quotation mark stands below the header in the first megabyte."""

    def utf8(self) -> BinaryIO:
        self.source.seek(0)
        stream = as_utf8(self.source, self.encoding, sound=self.sound)
        if not self.dialect.is_recut:
            return stream
        return cast(BinaryIO, Recut(stream, self.dialect.cuts, self.dialect.quote))


def fields_of(width: int) -> list[str]:
    """Our own names of the fields: the reader then never trips over odd ones."""
    return [f"f{i}" for i in range(width)]


def whole(text: Text, told: Told) -> tuple[pa.Table, ragged.Odd, int]:
    """All records, which of them are of another width, and how many places are not in the encoding.

    What the first records promised and the rest does not keep is taken back, and the text read again.
    """
    plain, quoted, even = dict(text.plain), text.quoted, not text.odd
    while True:
        passed: list[pa_csv.InvalidRow] = []
        try:
            raw, broken = _read(text, plain, passed, told, even=even, quoted=quoted)
            odd = _odd(passed, text)
            if text.keeps and (odd or len(text.names) > text.dialect.width):
                raw = _with_lines(raw, odd, text, plain)
        except Forbidden:
            quoted = True
            continue
        except pa.ArrowInvalid as error:
            if passed and even:
                even = False
                continue
            field = _field_that_is_not_plain(str(error), plain)
            if field is None:
                raise _explained(error, text) from error
            del plain[field]
            continue
        infinite = _infinite(raw, plain)
        if not infinite:
            return raw, odd, broken
        for field in infinite:
            del plain[field]


def _odd(passed: list[pa_csv.InvalidRow], text: Text) -> ragged.Odd:
    return ragged.odd_lines([(row.number - text.dialect.above - 1, row.text) for row in passed], text.dialect)


def _with_lines(raw: pa.Table, odd: ragged.Odd, text: Text, plain: Plain) -> pa.Table:
    """The records at the width of the header, with those that were passed over. Raises ArrowInvalid where these are not plain."""
    fields = fields_of(len(text.names))
    for field in fields[raw.num_columns :]:
        raw = raw.append_column(field, pa.DictionaryArray.from_arrays(np.zeros(raw.num_rows, dtype=np.int32), pa.array([""])))
        plain.pop(field, None)
    if not odd:
        return raw
    more = pa_csv.read_csv(
        pa.BufferReader(ragged.as_csv(odd, len(fields))),
        read_options=pa_csv.ReadOptions(column_names=fields),
        parse_options=pa_csv.ParseOptions(newlines_in_values=True, ignore_empty_lines=False),
        convert_options=_conversion(text, fields, plain),
    )
    return ragged.put_back(raw, more, odd.records)


def _conversion(text: Text, fields: list[str], plain: Plain) -> pa_csv.ConvertOptions:
    encoded = pa.dictionary(pa.int32(), pa.string())
    return pa_csv.ConvertOptions(
        column_types={field: plain.get(field, encoded) for field in fields},
        null_values=["", *text.habits.blanks],
        strings_can_be_null=False,
        decimal_point=text.habits.decimal,
    )


def _read(
    text: Text, plain: Plain, passed: list[pa_csv.InvalidRow], told: Told, *, even: bool = True, quoted: bool = True
) -> tuple[pa.Table, int]:
    """Text without a quotation mark is cut twice as fast, since every line break ends a record. ``quoted`` False promises that;
    the first mark that comes all the same raises Forbidden. ``even`` promises that all lines have the usual width; those that have
    not are put into ``passed``, and the first raises ArrowInvalid where there should be none.
    """

    def note(row: pa_csv.InvalidRow) -> str:
        passed.append(row)
        return "error" if even else "skip"

    dialect, fields = text.dialect, fields_of(text.dialect.width)

    def told_lines(lines: int, _phase: str = "", /) -> None:
        told(max(0, lines - dialect.above))

    stream = text.utf8()
    watched = Watched(stream, told_lines, b"" if quoted else dialect.quote.encode(), dialect.above)
    table = pa_csv.read_csv(
        pa.PythonFile(watched, mode="r"),
        # Only one thread alone knows the number of a line.
        read_options=pa_csv.ReadOptions(column_names=fields, skip_rows=dialect.above, block_size=_BLOCK_BYTES, use_threads=even),
        # An empty line is a blank where a table has one column, and nothing at all where it has more.
        parse_options=pa_csv.ParseOptions(
            delimiter=dialect.mark,
            quote_char=dialect.quote or False,
            double_quote=not dialect.escape,
            escape_char="\\" if dialect.escape else False,
            newlines_in_values=bool(dialect.quote) and quoted,
            ignore_empty_lines=len(fields) > 1,
            invalid_row_handler=note,
        ),
        convert_options=_conversion(text, fields, plain),
    )
    return table, getattr(stream, "broken", 0)


def _infinite(raw: pa.Table, plain: Plain) -> list[str]:
    """Fields with a number too large for a double: they are read again as text, which tells what stood there."""
    return [field for field, type_ in plain.items() if pa.types.is_floating(type_) and pc.any(pc.is_inf(raw[field])).as_py()]


def _field_that_is_not_plain(message: str, plain: Plain) -> str | None:
    found = re.search(r"[Cc]olumn #(\d+)", message)
    field = f"f{found[1]}" if found else None
    return field if field in plain and "UTF8" not in message else None


class NotUtf8(Exception):
    """Bytes far down are not UTF-8. ``page`` is what the file is in, where all before them says nothing against it."""

    def __init__(self, page: str | None) -> None:
        super().__init__(page)
        self.page: Any = page


def _explained(error: pa.ArrowInvalid, text: Text) -> Exception:
    """The reader's error in a sentence of ours."""
    name, said = text.name, str(error)
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


def _late_bytes(text: Text) -> Exception:
    """Bytes that are not UTF-8 far down. Where all before them was ASCII the file may be in a code page; else they are a few."""
    text.source.seek(0)
    rest = b""
    while piece := text.source.read(_BLOCK_BYTES):
        block = rest + piece
        valid = utf8_until(block)
        if valid < len(block) - 3:
            return NotUtf8(None if is_mostly_utf8(block) or not block[:valid].isascii() else guess_page(block).page)
        if not block[:valid].isascii():
            return NotUtf8(None)
        rest = block[valid:]
    return NotUtf8(None)


def _longest_line(text: Text) -> int:
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


def refuse_an_open_quotation(raw: pa.Table, odd: ragged.Odd, text: Text) -> None:
    """A quotation that is never closed swallows the rest of the file in silence: it ends up as one last, long field.

    Marks are counted only where that last field has a line break, and come in pairs where every quotation is closed.
    """
    last = raw.column(text.dialect.width - 1)[-1].as_py() if raw.num_rows else ""
    if odd and odd.records[-1] == raw.num_rows - 1 + (0 if text.keeps else len(odd)):
        last = odd.fields[-1][-1]
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
