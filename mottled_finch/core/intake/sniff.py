"""Sniffing delimited text: what parts the fields, what quotes them, and which line names the columns.

Each candidate is tried on the first lines: the right one cuts nearly all of them into the same number of fields, and into
more than one. Lines above the first of these are a preamble. The line is a header unless it holds values as those below.
"""

import csv
import io
import re
from collections import Counter
from dataclasses import dataclass
from itertools import pairwise

SAMPLE_LINES = 400
csv.field_size_limit(1 << 20)  # the length of the sample itself
DELIMITERS = {",": "commas", ";": "semicolons", "\t": "tabs", "|": "upright bars", ":": "colons", "^": "carets", "~": "tildes"}
_QUOTES = ('"', "'")
_NUMBER = re.compile(r"^[($€£¥+-]*\s*\d[\d.,' ]*(%|[eE][+-]?\d+)?\s*[)€-]?$")
_MOMENT = re.compile(r"^\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}([T ,].*)?$")
_YEAR = re.compile(r"^(19|20)\d\d$")


@dataclass(frozen=True, kw_only=True)
class Dialect:
    """How text is cut. ``above`` counts the lines before the first record, the header among them; ``quote`` may be empty."""

    delimiter: str
    quote: str
    escape: bool
    header: int
    above: int
    names: tuple[str, ...]


def sniff(text: str, *, delimiter: str | None = None, quote: str | None = None, header: int | None = None) -> Dialect:
    """The dialect of text from its first lines; what is given is not questioned. ``header`` counts lines from 1, 0 for none.

    ``text`` should end with a whole line unless it is all there is. Raises csv.Error for a line that cannot be cut.
    """
    quote = _quote(text) if quote is None else quote
    # A doubled mark inside a field says that marks are doubled; beside a delimiter it is only an empty field.
    doubled = bool(quote) and re.search(rf"[^\\,;\t|:^~\r\n]{quote}{quote}(?![,;\t|:^~\r\n])", text) is not None
    # A stroke before a mark that closes its field is a stroke.
    inside = bool(quote) and re.search(rf"\\{quote}(?![,;\t|:^~\r\n]|$)", text) is not None
    escape = inside and not doubled
    delimiter = delimiter or _delimiter(text, quote, escape)
    rows = _cut(text, delimiter, quote, escape)
    if header is None:
        start = _first_of_table([len(row.fields) for row in rows])
        header = rows[start].first_line if _is_header(rows[start].fields, [row.fields for row in rows[start + 1 :]]) else 0
        above = rows[start].last_line if header else rows[start].first_line - 1
        fields = rows[start].fields
    elif header == 0:
        start = _first_of_table([len(row.fields) for row in rows])
        above, fields = rows[start].first_line - 1, rows[start].fields
    else:
        row = next((row for row in rows if row.last_line >= header), rows[-1])
        above, fields = row.last_line, row.fields
    given = tuple(name.strip() for name in fields) if header else tuple(f"column {i}" for i in range(1, len(fields) + 1))
    return Dialect(delimiter=delimiter, quote=quote, escape=escape, header=header, above=above, names=given)


def cut(text: str, dialect: Dialect, most: int) -> list[list[str]]:
    """The first records below the header. Raises csv.Error for text that cannot be cut."""
    rows = _cut(text, dialect.delimiter, dialect.quote, dialect.escape, most + 1 + dialect.above)
    return [row.fields for row in rows if row.first_line > dialect.above][:most]


@dataclass(frozen=True)
class _Row:
    fields: list[str]
    first_line: int
    last_line: int


def _cut(text: str, delimiter: str, quote: str, escape: bool, most: int = SAMPLE_LINES) -> list[_Row]:
    """The first rows that are not empty, with the lines they stand on (counted from 1)."""
    reader = csv.reader(
        io.StringIO(text, newline=""),
        delimiter=delimiter,
        quotechar=quote or None,
        quoting=csv.QUOTE_MINIMAL if quote else csv.QUOTE_NONE,
        doublequote=not escape,
        escapechar="\\" if escape else None,
        strict=False,
    )
    rows: list[_Row] = []
    before = 0
    for fields in reader:
        if any(field.strip() for field in fields):
            rows.append(_Row(fields, before + 1, reader.line_num))
        before = reader.line_num
        if len(rows) >= most:
            break
    return rows


def _quote(text: str) -> str:
    """The mark that stands at the edges of fields, before or after what could be a delimiter."""
    edges = r"[,;\t|:^~]"
    counts = {mark: len(re.findall(rf"(?:^|{edges}){mark}|{mark}(?:{edges}|\r?$)", text, re.MULTILINE)) for mark in _QUOTES}
    return "'" if counts["'"] >= 4 and counts["'"] > 2 * counts['"'] else '"'


def _delimiter(text: str, quote: str, escape: bool) -> str:
    return max(DELIMITERS, key=lambda mark: _evenness(text, mark, quote, escape))


def _evenness(text: str, delimiter: str, quote: str, escape: bool) -> tuple[float, int]:
    try:
        rows = _cut(text, delimiter, quote, escape)
    except csv.Error:
        return 0.0, 0
    if not rows:
        return 0.0, 0
    widths = [len(row.fields) for row in rows]
    usual, times = Counter(widths[_first_of_table(widths) :]).most_common(1)[0]
    if usual < 2:
        return 0.0, 0
    share = times / len(widths)  # lines above the table speak against a mark that does not cut them, too
    # Few even fields are worth more than many odd ones; a decimal comma or a colon in a time makes even pairs, too,
    # so wider cuts win among the even, and marks that also stand inside numbers and times come after the others.
    inside = {",": 0.9, ":": 0.6}.get(delimiter, 1.0)
    return share * share * inside * (1 - 1 / (usual + 1)), usual


def _first_of_table(widths: list[int]) -> int:
    """The first row that has the usual number of fields: what stands above has fewer and is a preamble."""
    usual = Counter(widths).most_common(1)[0][0]
    if usual == 1:
        return 0
    return widths.index(usual)


def _is_header(first: list[str], rest: list[list[str]]) -> bool:
    """Whether a row names columns. It does unless one of its fields is a value as those below: numbers, moments."""
    if not rest:
        return True
    for position, field in enumerate(first):
        text = field.strip()
        below = [row[position].strip() for row in rest if position < len(row) and row[position].strip()]
        for shape in (_MOMENT, _NUMBER):
            if not shape.match(text) or (shape is _NUMBER and (_YEAR.match(text) or _counts_up(first))):
                continue
            if below and sum(bool(shape.match(each)) for each in below) >= 0.8 * len(below):
                return False
    return True


def _counts_up(fields: list[str]) -> bool:
    """1, 2, 3, … as names of columns: hours, weeks or days across."""
    numbers = [int(field) for field in fields if field.strip().isdecimal()]
    return len(numbers) >= 3 and all(b - a == 1 for a, b in pairwise(numbers))
