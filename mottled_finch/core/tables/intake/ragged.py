"""Lines with a field too few or too many: kept with what they have, or left out, and told.

What a line lacks is blank; what it has over stands, as its text, in a column of its own. The reader passes such lines over and
names them; they are laid out to the width of the table, read as the others are, and put back where they stood.
"""

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import pyarrow as pa
from numpy.typing import NDArray

from ...common.language.english import counted
from .recut import is_rule
from .sniff import Dialect

BEYOND = "beyond"
_NOTE = "what lines have over, parted by "
_LISTED = 3


@dataclass(frozen=True, kw_only=True)
class Odd:
    """Lines of another width. ``records`` are the places they would have among the records, from 0; ``fields`` what they hold."""

    records: tuple[int, ...] = ()
    fields: tuple[list[str], ...] = ()

    def __len__(self) -> int:
        return len(self.records)


NONE_ODD = Odd()


def odd_among(rows: Sequence[list[str]], dialect: Dialect) -> Odd:
    """Those of the first rows that have another number of fields than usual."""
    odd = [(i, row) for i, row in enumerate(rows) if len(row) != dialect.width]
    return Odd(records=tuple(i for i, _ in odd), fields=tuple(row for _, row in odd))


def odd_lines(lines: Sequence[tuple[int, str]], dialect: Dialect) -> Odd:
    """The lines that the reader passed over, given with their places; a line that only draws a line is none of them."""
    kept = [(place, line) for place, line in lines if not is_rule(line)]
    fields = tuple(_fields(line, dialect) for _, line in kept)
    gone = [place for place, line in lines if is_rule(line)]
    places = tuple(place - int(np.searchsorted(gone, place)) for place, _ in kept)
    return Odd(records=places, fields=fields)


def _fields(line: str, dialect: Dialect) -> list[str]:
    reader = csv.reader(
        io.StringIO(line, newline=""),
        delimiter=dialect.mark,
        quotechar=dialect.quote or None,
        quoting=csv.QUOTE_MINIMAL if dialect.quote else csv.QUOTE_NONE,
        doublequote=not dialect.escape,
        escapechar="\\" if dialect.escape else None,
    )
    return next(reader, [])


def fitted(fields: list[str], width: int) -> list[str]:
    """The fields that columns are there for, and blanks for those that are missing."""
    return [*fields[:width], *[""] * (width - len(fields))]


def over(fields: list[str], dialect: Dialect) -> str:
    """What a line has over, as it stands; nothing where that is blank."""
    beyond = fields[len(dialect.names) :]
    return (" " if dialect.is_recut else dialect.mark).join(beyond) if any(each.strip() for each in beyond) else ""


def beyond_note(dialect: Dialect) -> str:
    """The note of the column of what is over, which says what parts it."""
    return f"{_NOTE}“{' ' if dialect.is_recut else dialect.mark}”"


def mark_beyond(notes: Sequence[str]) -> str | None:
    """What parts the texts of a column of what is over, by its notes; None for any other column."""
    note = next((note for note in notes if note.startswith(_NOTE)), None)
    return note[len(_NOTE) + 1 : -1] if note else None


def as_csv(odd: Odd, width: int) -> bytes:
    """The odd lines at the width of the table, as plain CSV."""
    text = io.StringIO()
    csv.writer(text, quoting=csv.QUOTE_ALL).writerows(fitted(fields, width) for fields in odd.fields)
    return text.getvalue().encode("utf-8", errors="replace")


def put_back(even: pa.Table, odd: pa.Table, records: tuple[int, ...]) -> pa.Table:
    """The table of both, the odd ones in their places."""
    total = even.num_rows + odd.num_rows
    is_odd = np.zeros(total, dtype=bool)
    is_odd[list(records)] = True
    order = np.empty(total, dtype=np.int64)
    order[~is_odd] = np.arange(even.num_rows)
    order[is_odd] = even.num_rows + np.arange(odd.num_rows)
    return pa.concat_tables([even, odd]).unify_dictionaries().combine_chunks().take(order)


def beyond_texts(odd: Odd, records: int, dialect: Dialect) -> tuple[NDArray[np.int64], list[str]]:
    """Codes, for every record, into the texts of what is over, of which the first is the blank."""
    place: dict[str, int] = {"": 0}
    codes = np.zeros(records, dtype=np.int64)
    codes[list(odd.records)] = [place.setdefault(over(fields, dialect), len(place)) for fields in odd.fields]
    return codes, list(place)


def said_of(odd: Odd, dialect: Dialect, *, left_out: bool) -> tuple[str, ...]:
    """What became of them, in words."""
    width = len(dialect.names)
    if left_out:
        return (f"{counted(len(odd), 'line')} with another number of fields left out",) if odd else ()
    short = [place for place, fields in zip(odd.records, odd.fields, strict=True) if len(fields) < width]
    long = [place for place, fields in zip(odd.records, odd.fields, strict=True) if over(fields, dialect)]
    told = []
    if dialect.width < width:
        told.append(f"the header names {counted(width, 'column')}, lines have {counted(dialect.width, 'field')}; the rest is blank")
    if short:
        told.append(
            f"{counted(len(short), 'line')} with fewer than {counted(width, 'field')} ({_places(short)}), filled with blanks"
        )
    if long:
        told.append(
            f"{counted(len(long), 'line')} with more than {counted(width, 'field')} ({_places(long)}), the rest in “{BEYOND}”"
        )
    return tuple(told)


def _places(records: Sequence[int]) -> str:
    listed = ", ".join(f"{place + 1:,}" for place in records[:_LISTED])
    more = ", …" if len(records) > _LISTED else ""
    return f"record {listed}{more}" if len(records) == 1 else f"records {listed}{more}"
