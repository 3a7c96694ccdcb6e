"""Delimited text in any dialect: how it would be read, its first records, and all of them (whole_text.py) as a Table."""

import csv
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from typing import Any, BinaryIO

import numpy as np
import pyarrow as pa

from ...common.errors import IntakeError
from ...common.language.english import counted
from ...common.recipe.table_spec import ReadingSpec
from ..table import Column, Kind, Table
from ..table.rounding import percent_text
from . import ragged
from .encodings import as_utf8, broken_words, doubt_of, guess_encoding, title_of, utf8_until
from .kinds import Habits, column_from_arrow, column_from_moments, column_from_texts, counting_records, plain_kind
from .look import LOOK_RECORDS, READABLE, Instead, Look, Part, blanks_of, blanks_part
from .moments import Dates, date_order
from .names import free_name, righted
from .numbers import decimal_of
from .recut import BLANKS
from .sniff import DELIMITERS, Dialect, cut, sniff
from .source import COLUMNS, Told, opened
from .whole_text import NotUtf8, Plain, Text, fields_of, refuse_an_open_quotation, whole

_HEAD_BYTES = 1 << 20
_SNIFFED = 1 << 16
_BROKEN_LEAST, _BROKEN_MOST = 5, 0.02
"""So many places that are not in the encoding, and so large a share of the text, say that it is another one."""


@dataclass(frozen=True, kw_only=True, eq=False)
class _Way:
    """How a text is read, but for what is put right of it, and the fields of its first records."""

    found: ReadingSpec
    parts: tuple[Part, ...]
    notes: tuple[str, ...]
    instead: Instead | None
    rows: list[list[str]]


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    """How the text would be read, and its first records. Raises IntakeError, naming the file."""
    text, way = _way_of(source, name, asked)
    odd = ragged.odd_among(way.rows, text.dialect)
    kept = [row for row in way.rows if text.keeps or len(row) == text.dialect.width]
    arrays = _arrays(kept, len(text.names))
    columns = [column_from_arrow(*each, text.habits) for each in zip(text.names, arrays, strict=True)]
    return _put_right(asked, way, text, columns, odd)


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a whole table from a seekable binary stream.

    Blanks are the empty text and the words that the reading names, after trimming. What is not as it should be is put right and
    told in the notes: names that are missing or stand twice, lines of another width. Raises IntakeError, naming the file and the
    record, for a file that is empty or not text, and for a quotation that is never closed.
    """
    text, way = _way_of(source, name, asked)
    try:
        raw, odd, broken = whole(text, told)
    except NotUtf8 as error:
        if error.page:
            # The first megabyte was plain ASCII, which every code page shares with UTF-8; the letters beyond it decide.
            text, way = _way_of(source, name, replace(asked, encoding=error.page))
        else:
            text = replace(text, sound=False)
        raw, odd, broken = whole(text, told)
    refuse_an_open_quotation(raw, odd, text)
    columns = _columns(raw, text, told)
    done = _put_right(asked, way, text, columns, odd)
    if broken:
        done = replace(done, notes=(*done.notes, broken_words(broken, text.encoding)))
    return done.table, replace(done, table=done.table.taken(np.arange(min(LOOK_RECORDS, raw.num_rows))))


def _way_of(source: BinaryIO, name: str, asked: ReadingSpec) -> tuple[Text, _Way]:
    """How the text is cut, and what is said of it."""
    source, inner = opened(source, name)
    source.seek(0)
    head = source.read(_HEAD_BYTES)
    encoding: Any = asked.encoding or guess_encoding(head)
    doubt = "" if asked.encoding else doubt_of(head, encoding)
    sound = encoding != "utf-8" or utf8_until(head) >= len(head) - 3
    words, goes_on = _head(source, encoding, name, sound=sound)
    dialect, rows = _first_rows(words, asked, name, goes_on=goes_on)
    names, _ = righted(dialect.names, name)
    arrays = _arrays(rows, len(names))
    habits = _habits(arrays, dialect.delimiter, asked)
    text = Text(
        source=source,
        name=name,
        encoding=encoding,
        sound=sound,
        dialect=dialect,
        names=names,
        habits=habits,
        plain=_plain(names, arrays, habits),
        keeps=asked.lines != "left_out",
        odd=any(len(row) != dialect.width for row in rows),
        quoted=bool(dialect.quote) and any(dialect.quote in line for line in words.splitlines()[dialect.above :]),
    )
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
    notes = [*(["unpacked"] if inner != name else []), *([doubt] if doubt else [])]
    parts = _parts(dialect, encoding, habits)
    return text, _Way(found=found, parts=parts, notes=tuple(notes), instead=_instead(dialect, asked), rows=rows)


def _arrays(rows: list[list[str]], width: int) -> list[pa.StringArray]:
    """The fields of records by column; what a record lacks is blank."""
    return [pa.array([row[i] if i < len(row) else "" for row in rows], pa.string()) for i in range(width)]


def _put_right(asked: ReadingSpec, way: _Way, text: Text, columns: list[Column], odd: ragged.Odd) -> Look:
    """The look at a table of these columns, with what was put right of it: names, and lines of another width."""
    spare = {i for i, column in enumerate(columns) if not text.dialect.names[i] and _is_empty(column)}
    _, names = righted(text.dialect.names, text.name, spare)
    lines = ragged.said_of(odd, text.dialect, left_out=not text.keeps)
    part = Part(key="lines", words="lines of another length kept" if text.keeps else "lines of another length left out")
    kept = [column for i, column in enumerate(columns) if i not in spare]
    if kept and 0 not in spare and not text.dialect.names[0]:
        kept[0] = counting_records(kept[0])
    kept += _beyond(odd, len(columns[0]), text) if text.keeps else []
    return Look(
        asked=asked,
        found=way.found,
        parts=(*way.parts, part) if lines or not text.keeps else way.parts,
        notes=(*way.notes, *names, *lines),
        table=Table(tuple(kept)),
        instead=way.instead,
    )


def _is_empty(column: Column) -> bool:
    """A column without a value, as the last one is where every line ends in a delimiter."""
    return column.blanks == len(column) and not len(column.misfits)


def _beyond(odd: ragged.Odd, records: int, text: Text) -> list[Column]:
    """The column of what lines have over, where one has."""
    codes, texts = ragged.beyond_texts(odd, records, text.dialect)
    if len(texts) == 1:
        return []
    name = free_name(ragged.BEYOND, set(text.names))
    column = column_from_texts(name, codes, pa.array(texts, pa.string()), text.habits, Kind.CATEGORY)
    return [replace(column, notes=(ragged.beyond_note(text.dialect),))]


def _instead(dialect: Dialect, asked: ReadingSpec) -> Instead | None:
    """The way of cutting that comes next, where this one leaves many lines of another width."""
    if not dialect.instead:
        return None
    here, there = (percent_text(share) for share in dialect.even)
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
    return {field: types[kind] for field, kind in zip(fields_of(len(names)), kinds, strict=True) if kind is not None}


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
    if dialect.delimiter == BLANKS:
        return "text with blanks"
    return f"text with {DELIMITERS.get(dialect.delimiter) or f'“{dialect.delimiter}”'}"


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


_FEW = 10_000
"""Records that are read before a thread has begun."""
_AT_ONCE = 2
"""Columns that are worked on at once: each takes memory for as many records again."""


def _columns(raw: pa.Table, text: Text, told: Told) -> list[Column]:
    """The columns with their kinds. Most of the work is Arrow's and NumPy's, which hold no lock while they do it."""
    with ThreadPoolExecutor(_AT_ONCE) as pool:
        at_once = pool.map if raw.num_rows > _FEW else map
        made = at_once(lambda i: _column(text.names[i], raw.column(i), text), range(len(text.names)))
        columns = []
        for column in made:  # told from here alone, since who listens may be at the other end of a pipe
            told(len(column), COLUMNS)
            columns.append(column)
    return columns


def _column(name: str, chunks: pa.ChunkedArray, text: Text) -> Column:
    if pa.types.is_floating(chunks.type):
        notes = ("decimal comma",) if text.habits.decimal == "," else ()
        return Column(name=name, kind=Kind.NUMBER, data=chunks.to_numpy(), notes=notes)
    if pa.types.is_timestamp(chunks.type):
        return column_from_moments(name, chunks)
    return column_from_arrow(name, chunks, text.habits)
