"""Delimited text in any dialect, to a Table.

The text is cut and encoded by Arrow's reader, which is many times faster than one that makes an object a field. Columns that
are plain decimals or moments throughout the first records are parsed straight to what they are; the rest are
dictionary-encoded, and their kinds are decided over the whole column from its different texts (see kinds.py).
"""

import csv
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Any, BinaryIO, cast

import numpy as np
import pyarrow as pa
import pyarrow.compute as pc
import pyarrow.csv as pa_csv

from ..errors import IntakeError
from ..recipe.table_spec import ReadingSpec
from ..table import Column, Kind, Table
from ..words.wording import counted
from . import ragged
from .code_pages import guess_page
from .encodings import as_utf8, broken_words, doubt_of, guess_encoding, is_mostly_utf8, title_of, utf8_until
from .kinds import Habits, column_from_arrow, column_from_moments, counting_records, plain_kind
from .look import LOOK_RECORDS, READABLE, Instead, Look, Part, blanks_of, blanks_part
from .moments import Dates, date_order
from .names import free_name, righted
from .numbers import decimal_of
from .recut import Recut
from .sniff import DELIMITERS, Dialect, cut, sniff
from .source import COLUMNS, Forbidden, Told, Watched, opened

Plain = dict[str, Any]
"""The Arrow types of the fields that are parsed straight to what they are."""
_HEAD_BYTES = 1 << 20
_SNIFFED = 1 << 16
_BLOCK_BYTES = 4 << 20
_BROKEN_LEAST, _BROKEN_MOST = 5, 0.02
"""So many places that are not in the encoding, and so large a share of the text, say that it is another one."""


@dataclass(frozen=True, kw_only=True, eq=False)
class _Text:
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


def _fields(width: int) -> list[str]:
    """Our own names of the fields: the reader then never trips over odd ones."""
    return [f"f{i}" for i in range(width)]


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    """How the text would be read, and its first records. Raises IntakeError, naming the file."""
    return _look(source, name, asked)[1]


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a whole table from a seekable binary stream.

    Blanks are the empty text and the words that the reading names, after trimming. What is not as it should be is put right and
    told in the notes: names that are missing or stand twice, lines of another width. Raises IntakeError, naming the file and the
    record, for a file that is empty or not text, and for a quotation that is never closed.
    """
    text, found = _look(source, name, asked)
    try:
        raw, odd, broken = _whole(text, told)
    except _NotUtf8 as error:
        if error.page:
            # The first megabyte was plain ASCII, which every code page shares with UTF-8; the letters beyond it decide.
            text, found = _look(source, name, replace(asked, encoding=error.page))
            found = replace(found, asked=asked)
        else:
            text = replace(text, sound=False)
        raw, odd, broken = _whole(text, told)
    _refuse_an_open_quotation(raw, odd, text)
    columns = [*_columns(raw, text, told), *_beyond(odd if text.keeps else ragged.NONE_ODD, raw.num_rows, text)]
    found = _with_odd(found, odd, text)
    if broken:
        found = replace(found, notes=(*found.notes, broken_words(broken, text.encoding)))
    return Table(tuple(columns)), found


def _with_odd(found: Look, odd: ragged.Odd, text: _Text) -> Look:
    """The look, with what the whole file has of lines of another width."""
    notes = [note for note in found.notes if note not in found.odd_notes]
    parts = [part for part in found.parts if part.key != "lines"]
    said = ragged.said_of(odd, text.dialect, left_out=not text.keeps)
    return replace(found, notes=(*notes, *said), odd_notes=said, parts=(*parts, *_lines_part(said, keeps=text.keeps)))


def _lines_part(said: tuple[str, ...], *, keeps: bool) -> tuple[Part, ...]:
    if not said and keeps:
        return ()
    return (Part(key="lines", words="lines of another length kept" if keeps else "lines of another length left out"),)


class _NotUtf8(Exception):
    """Bytes far down are not UTF-8. ``page`` is what the file is in, where all before them says nothing against it."""

    def __init__(self, page: str | None) -> None:
        super().__init__(page)
        self.page: Any = page


def _look(source: BinaryIO, name: str, asked: ReadingSpec) -> tuple[_Text, Look]:
    source, inner = opened(source, name)
    source.seek(0)
    head = source.read(_HEAD_BYTES)
    encoding: Any = asked.encoding or guess_encoding(head)
    doubt = "" if asked.encoding else doubt_of(head, encoding)
    sound = encoding != "utf-8" or utf8_until(head) >= len(head) - 3
    words, goes_on = _head(source, encoding, name, sound=sound)
    dialect, rows = _first_rows(words, asked, name, goes_on=goes_on)
    spare = {i for i, each in enumerate(dialect.names) if not each and not any(row[i : i + 1] not in ([], [""]) for row in rows)}
    names, righted_names = righted(dialect.names, name, spare)
    keeps = asked.lines != "left_out"
    odd = ragged.odd_among(rows, dialect)
    rows = [row for row in rows if keeps or len(row) == dialect.width]
    columns = [pa.array([row[i] if i < len(row) else "" for row in rows], pa.string()) for i in range(len(names))]
    habits = _habits(columns, dialect.delimiter, asked)
    text = _Text(
        source=source,
        name=name,
        encoding=encoding,
        sound=sound,
        dialect=dialect,
        names=names,
        habits=habits,
        plain=_plain(names, columns, habits),
        keeps=keeps,
        odd=bool(odd),
        quoted=bool(dialect.quote) and any(dialect.quote in line for line in words.splitlines()[dialect.above :]),
    )
    shown = list(_named(dialect, (column_from_arrow(*each, habits) for each in zip(names, columns, strict=True))))
    shown += _beyond(odd if keeps else ragged.NONE_ODD, len(rows), text)
    found = replace(
        asked,
        form="delimited",
        encoding=encoding,
        delimiter=dialect.delimiter or None,
        cuts=dialect.cuts or None,
        quote=dialect.quote,
        header=dialect.header,
        decimal=habits.decimal,
        dates=habits.dates,
        blanks=habits.blanks,
        lines=asked.lines or "kept",
    )
    said = ragged.said_of(odd, dialect, left_out=not keeps)
    unpacked = () if inner == name else ("unpacked",)
    return text, Look(
        asked=asked,
        found=found,
        parts=(*_parts(dialect, encoding, habits), *_lines_part(said, keeps=keeps)),
        table=Table(tuple(shown)),
        notes=(*unpacked, *([doubt] if doubt else []), *righted_names, *said),
        odd_notes=said,
        instead=_instead(dialect, asked),
    )


def _named(dialect: Dialect, columns: Iterable[Column]) -> Iterator[Column]:
    """The columns, without those that have neither a name nor a value, as where every line ends in a delimiter; the first of those
    without a name may count the records.
    """
    for position, (given, column) in enumerate(zip(dialect.names, columns, strict=True)):
        if given:
            yield column
        elif column.blanks < len(column) or len(column.misfits):
            yield column if position else counting_records(column)


def _beyond(odd: ragged.Odd, records: int, text: _Text) -> list[Column]:
    """The column of what lines have over, where one has."""
    texts = ragged.beyond_texts(odd, records, text.dialect)
    if texts is None:
        return []
    name = free_name(ragged.BEYOND, set(text.names))
    column = column_from_arrow(name, pa.array(texts, pa.string()), text.habits, Kind.CATEGORY)
    return [replace(column, notes=(ragged.beyond_note(text.dialect),))]


def _instead(dialect: Dialect, asked: ReadingSpec) -> Instead | None:
    """The way of cutting that comes next, where this one leaves many lines of another width."""
    if not dialect.instead:
        return None
    here, there = (f"{share:.0%}" for share in dialect.even)
    title = DELIMITERS[dialect.instead]
    return Instead(
        words=f"Only {here} of the first lines have {counted(dialect.width, 'field')}. Parted by {title}, {there} are alike.",
        action=f"Part by {title}",
        reading=replace(asked, delimiter=dialect.instead),
    )


def _head(source: BinaryIO, encoding: str, name: str, *, sound: bool) -> tuple[str, bool]:
    """The first megabyte of the text, cut at the end of a line where it goes on, and whether it does."""
    source.seek(0)
    stream = as_utf8(source, encoding, sound=sound)
    head = stream.read(_HEAD_BYTES)
    if b"\0" in head:
        raise IntakeError(f"this is a binary file, not text; {READABLE}", path=name)
    if getattr(stream, "broken", 0) > max(_BROKEN_LEAST, _BROKEN_MOST * len(head)):
        raise IntakeError(f"the file is not {title_of(encoding)}; choose another encoding", path=name)
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
    """How the text is cut, and its first records. Raises IntakeError where there is no record."""
    try:
        dialect = sniff(
            _whole_lines(words, _SNIFFED), delimiter=asked.delimiter, cuts=asked.cuts, quote=asked.quote, header=asked.header
        )
        rows = cut(words, dialect, LOOK_RECORDS + 1)
    except csv.Error as error:
        raise IntakeError(f"the first lines cannot be cut ({error}); check their quotation marks", path=name) from error
    rows = rows[:-1] if goes_on or len(rows) > LOOK_RECORDS else rows  # the last one may go on
    if not rows and not goes_on:
        raise IntakeError(
            f"the file has a header of {counted(len(dialect.names), 'column')} and no records below it; "
            "export it again with its records",
            path=name,
        )
    return dialect, rows


def _plain(names: tuple[str, ...], columns: list[pa.StringArray], habits: Habits) -> Plain:
    """The fields that are plain decimals or moments in the first records. Being wrong about the rest costs another reading."""
    types = {Kind.NUMBER: pa.float64(), Kind.MOMENT: pa.timestamp("us")}
    kinds = [plain_kind(name, column, habits) for name, column in zip(names, columns, strict=True)]
    return {f"f{i}": types[kind] for i, kind in enumerate(kinds) if kind is not None}


def _whole_lines(text: str, most: int) -> str:
    """The first lines of a text, about so many characters of them."""
    if len(text) <= most:
        return text
    end = text.find("\n", most)
    return text if end < 0 else text[: end + 1]


def _parts(dialect: Dialect, encoding: str, habits: Habits) -> tuple[Part, ...]:
    parts = [Part(key="delimiter", words=_cut_words(dialect))]
    quotes = {'"': "double quotes", "'": "single quotes", "": "no quotes"}
    quote = quotes.get(dialect.quote, f"{dialect.quote} as quotes")
    lines = {0: "no line of names", 1: "names in the first line"}
    line = lines.get(dialect.header, f"names in line {dialect.header}")
    orders = {"day_first": "day before month", "month_first": "month before day", None: "dates as each column says"}
    decimal = "decimal point" if habits.decimal == "." else "decimal comma"
    parts.append(Part(key="quote", words=quote, usual=dialect.quote == '"'))
    parts.append(Part(key="encoding", words=title_of(encoding)))
    parts.append(Part(key="header", words=line, usual=dialect.header == 1))
    parts.append(Part(key="decimal", words=decimal, usual=habits.decimal == "."))
    parts.append(Part(key="dates", words=orders[habits.dates], usual=habits.dates is None))
    parts.append(blanks_part(habits.blanks))
    return tuple(parts)


def _cut_words(dialect: Dialect) -> str:
    if dialect.cuts:
        return f"text of fixed width, {counted(len(dialect.cuts), 'column')}"
    if len(dialect.names) == 1:
        return "text of one column"
    return f"text with {DELIMITERS.get(dialect.delimiter) or {' ': 'blanks'}.get(dialect.delimiter) or f'“{dialect.delimiter}”'}"


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
        blanks=blanks_of(asked),
        decimal_forced=asked.decimal is not None,
        dates_forced=asked.dates is not None,
    )


def _whole(text: _Text, told: Told) -> tuple[pa.Table, ragged.Odd, int]:
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


def _odd(passed: list[pa_csv.InvalidRow], text: _Text) -> ragged.Odd:
    return ragged.odd_lines([(row.number - text.dialect.above - 1, row.text) for row in passed], text.dialect)


def _with_lines(raw: pa.Table, odd: ragged.Odd, text: _Text, plain: Plain) -> pa.Table:
    """The records at the width of the header, with those that were passed over. Raises ArrowInvalid where these are not plain."""
    fields = _fields(len(text.names))
    for field in fields[raw.num_columns :]:
        raw = raw.append_column(field, pa.array([""] * raw.num_rows).dictionary_encode())
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


def _conversion(text: _Text, fields: list[str], plain: Plain) -> pa_csv.ConvertOptions:
    encoded = pa.dictionary(pa.int32(), pa.string())
    return pa_csv.ConvertOptions(
        column_types={field: plain.get(field, encoded) for field in fields},
        null_values=["", *text.habits.blanks],
        strings_can_be_null=False,
        decimal_point=text.habits.decimal,
    )


def _read(
    text: _Text, plain: Plain, passed: list[pa_csv.InvalidRow], told: Told, *, even: bool = True, quoted: bool = True
) -> tuple[pa.Table, int]:
    """Text without a quotation mark is cut twice as fast, since every line break ends a record. ``quoted`` False promises that;
    the first mark that comes all the same raises Forbidden. ``even`` promises that all lines have the usual width; those that have
    not are put into ``passed``, and the first raises ArrowInvalid where there should be none.
    """

    def note(row: pa_csv.InvalidRow) -> str:
        passed.append(row)
        return "error" if even else "skip"

    dialect, fields = text.dialect, _fields(text.dialect.width)

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


def _explained(error: pa.ArrowInvalid, text: _Text) -> Exception:
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


def _late_bytes(text: _Text) -> Exception:
    """Bytes that are not UTF-8 far down. Where all before them was ASCII the file may be in a code page; else they are a few."""
    text.source.seek(0)
    rest = b""
    while piece := text.source.read(_BLOCK_BYTES):
        block = rest + piece
        valid = utf8_until(block)
        if valid < len(block) - 3:
            return _NotUtf8(None if is_mostly_utf8(block) or not block[:valid].isascii() else guess_page(block).page)
        if not block[:valid].isascii():
            return _NotUtf8(None)
        rest = block[valid:]
    return _NotUtf8(None)


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


def _refuse_an_open_quotation(raw: pa.Table, odd: ragged.Odd, text: _Text) -> None:
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


def _columns(raw: pa.Table, text: _Text, told: Told) -> Iterator[Column]:
    return _named(text.dialect, (_column(name, raw.column(i), text, told) for i, name in enumerate(text.names)))


def _column(name: str, chunks: pa.ChunkedArray, text: _Text, told: Told) -> Column:
    told(len(chunks), COLUMNS)
    if pa.types.is_floating(chunks.type):
        notes = ("decimal comma",) if text.habits.decimal == "," else ()
        return Column(name=name, kind=Kind.NUMBER, data=chunks.to_numpy(), notes=notes)
    if pa.types.is_timestamp(chunks.type):
        return column_from_moments(name, chunks)
    return column_from_arrow(name, chunks, text.habits)
