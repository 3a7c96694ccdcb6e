"""Sniffing delimited text: what parts the fields, what quotes them, and which line names the columns.

Each candidate is tried on the first lines: the right one cuts nearly all of them into the same number of fields, and into
more than one. Lines above the first of these are a preamble, but for a header that names fewer columns than there are, or more.
The line is a header unless it holds values as those below. A first line such as "sep=;" is obeyed.
"""

import csv
import io
import re
from collections import Counter
from dataclasses import dataclass
from itertools import pairwise

from .recut import BLANKS, MARK, is_rule, lines_of, places_of, recut

SAMPLE_LINES = 400
csv.field_size_limit(1 << 20)  # the length of the sample itself
DELIMITERS = {",": "commas", ";": "semicolons", "\t": "tabs", "|": "upright bars", ":": "colons", "^": "carets", "~": "tildes"}
"""The marks that are looked for; blanks, and fixed places, only where none of them parts anything."""
_QUOTES = ('"', "'")
_NUMBER = re.compile(r"^[($€£¥+-]*\s*\d[\d.,' ]*(%|[eE][+-]?\d+)?\s*[)€-]?$")
_MOMENT = re.compile(r"^\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}([T ,].*)?$")
_SAID = re.compile(r"\ufeff?\"?[sS][eE][pP]=(.)\"?\r?(?:\n|$)")
"""A first line that some programs write, and read, to say what parts the fields."""
_EVEN_LEAST = 0.95
_DOUBTED_LEAST = 10
_TIMES = re.compile(r"(?:^|[T ])\d{1,2}:\d{2}(?::\d{2})?\b")
_YEAR = re.compile(r"^(19|20)\d\d$")


@dataclass(frozen=True, kw_only=True)
class Cutting:
    """What parts fields: a delimiter, or ``cuts``, the places where text of fixed width is cut. ``quote`` may be empty."""

    delimiter: str
    quote: str
    escape: bool
    cuts: tuple[int, ...] = ()

    @property
    def is_recut(self) -> bool:
        """Whether the text is laid out anew before it is cut: at blanks, or at fixed places."""
        return bool(self.cuts) or self.delimiter == BLANKS

    @property
    def mark(self) -> str:
        """What parts the fields of the text that is cut."""
        return MARK if self.is_recut else self.delimiter

    def laid_out(self, text: str) -> str:
        return recut(text, self.cuts, self.quote) if self.is_recut else text


@dataclass(frozen=True, kw_only=True)
class Dialect(Cutting):
    """How a file is cut. ``above`` counts the lines before the first record, the header among them.

    ``names`` has one for each column, "" for one that the file does not name; a usual line has ``width`` fields, or fewer.
    ``instead`` is the delimiter that comes next where this one leaves more than one line in twenty with another number of fields,
    and ``even`` the share of lines that each of the two cuts alike.
    """

    header: int
    above: int
    names: tuple[str, ...]
    width: int
    instead: str = ""
    even: tuple[float, float] = (1.0, 1.0)


def sniff(
    text: str,
    *,
    delimiter: str | None = None,
    cuts: tuple[int, ...] | None = None,
    quote: str | None = None,
    header: int | None = None,
) -> Dialect:
    """The dialect of text from its first lines; what is given is not questioned. ``header`` counts lines from 1, 0 for none.

    ``text`` should end with a whole line unless it is all there is. Raises csv.Error for a line that cannot be cut.
    """
    said = _SAID.match(text)
    judged = "".join(lines_of(text)[header - 1 :]) if header else text  # what stands above the names says nothing
    how = _way_of(judged, delimiter or (said[1] if said else None), cuts, quote)
    cut_rows = _cut(how.laid_out(text), how.mark, how.quote, how.escape)
    rows = [row for row in cut_rows if not (said and row.first_line == 1) and not _is_drawn(row)] or [_Row([""], 1, 1)]
    start, named = _begin(rows, header)
    names = _names(rows[start].fields, [row.fields for row in rows[start + 1 :]]) if named else None
    widths = [len(row.fields) for row in rows[start + named :]]
    width = _usual(widths, len(rows[start].fields)) if widths else len(names or rows[start].fields)
    even, instead, even_instead = _even(widths), "", 1.0
    if delimiter is None and even < _EVEN_LEAST and len(widths) >= _DOUBTED_LEAST:
        instead, even_instead = _next_mark(text, how)
    return Dialect(
        delimiter=how.delimiter,
        quote=how.quote,
        escape=how.escape,
        header=(header or rows[start].first_line) if named else 0,
        above=_above(rows, start, text) if named else rows[start].first_line - 1,
        names=names if names is not None else tuple(f"column {i}" for i in range(1, width + 1)),
        width=width,
        cuts=how.cuts,
        instead=instead,
        even=(even, even_instead),
    )


def _way_of(text: str, delimiter: str | None, cuts: tuple[int, ...] | None, quote: str | None) -> Cutting:
    """How text is cut into fields; what is given is not questioned. Empty ``cuts`` ask for fixed places, wherever they are."""
    if cuts is not None:
        places = cuts or places_of(lines_of(text)[:SAMPLE_LINES]) or (0,)
        return Cutting(delimiter="", quote="", escape=False, cuts=places)
    mark = _quote(text) if quote is None else quote
    # A doubled mark inside a field says that marks are doubled; beside a delimiter it is only an empty field.
    doubled = bool(mark) and re.search(rf"[^\\,;\t|:^~\r\n]{mark}{mark}(?![,;\t|:^~\r\n])", text) is not None
    # A stroke before a mark that closes its field is a stroke.
    inside = bool(mark) and re.search(rf"\\{mark}(?![,;\t|:^~\r\n]|$)", text) is not None
    escape = inside and not doubled
    if delimiter is not None:
        return Cutting(delimiter=delimiter, quote=mark, escape=escape)
    chosen = max(DELIMITERS, key=lambda each: _evenness(text, each, mark, escape))
    if _evenness(text, chosen, mark, escape)[1]:
        return Cutting(delimiter=chosen, quote=mark, escape=escape)
    # One column: a mark that stands in some lines is part of what they say.
    cuts_some = any(len(row.fields) > 1 for row in _cut(text, chosen, mark, escape))
    return _without_marks(text, mark) or Cutting(delimiter=MARK if cuts_some else chosen, quote=mark, escape=escape)


def _next_mark(text: str, how: Cutting) -> tuple[str, float]:
    """The delimiter that cuts the text next best, and the share of lines that it cuts alike; "" where none cuts it."""
    rest = [mark for mark in DELIMITERS if mark != how.delimiter]
    best = max(rest, key=lambda mark: _evenness(text, mark, how.quote, how.escape))
    if _evenness(text, best, how.quote, how.escape)[1] < 2:
        return "", 1.0
    return best, _even([len(row.fields) for row in _cut(text, best, how.quote, how.escape)])


def _without_marks(text: str, quote: str) -> Cutting | None:
    """Blanks as the delimiter, or fixed places, where one of them cuts the text into columns of which one holds values."""
    lines = lines_of(text)[:SAMPLE_LINES]
    rows = [row for row in _cut(recut(text, (), quote), MARK, quote, escape=False) if not _is_drawn(row)]
    widths = [len(row.fields) for row in rows]
    usual = Counter(widths).most_common(1)[0][0] if widths else 0
    even = usual > 1 and len(widths) > 2 and widths[0] in (usual, max(2, usual - 1)) and _even(widths[1:]) >= _EVEN_LEAST
    if even and _hold_values([row.fields for row in rows[1:] if len(row.fields) == usual]):
        return Cutting(delimiter=BLANKS, quote=quote, escape=False)
    places = places_of(lines)
    if len(places) > 1:
        named, *fields = [row.fields for row in _cut(recut(text, places), MARK, "", escape=False)]
        if all(field.strip() for field in named[1:]) and _hold_values([row for row in fields if not is_rule(MARK.join(row))]):
            return Cutting(delimiter="", quote="", escape=False, cuts=places)
    return None


def _hold_values(rows: list[list[str]]) -> bool:
    """Whether one of the columns holds numbers or moments."""
    for column in zip(*rows, strict=False):
        filled = [field.strip() for field in column if field.strip()]
        if len(filled) >= 2 and sum(bool(_NUMBER.match(each) or _MOMENT.match(each)) for each in filled) >= 0.8 * len(filled):
            return True
    return False


def _above(rows: "list[_Row]", start: int, text: str) -> int:
    """The lines down to the header, and a line that is drawn below it."""
    lines, above = lines_of(text), rows[start].last_line
    return above + 1 if above < len(lines) and is_rule(lines[above]) else above


def _begin(rows: "list[_Row]", header: int | None) -> tuple[int, bool]:
    """The row that names the columns, or else the first record, and whether it names them."""
    if header:
        return next((i for i, row in enumerate(rows) if row.last_line >= header), len(rows) - 1), True
    start = _first_of_table([len(row.fields) for row in rows])
    if header == 0:
        return start, False
    is_header = _is_header(rows[start].fields, [row.fields for row in rows[start + 1 :]])
    if start and _is_odd_header(rows[start - 1].fields, len(rows[start].fields), beside=is_header):
        return start - 1, True
    return start, is_header


def _is_odd_header(fields: list[str], usual: int, *, beside: bool) -> bool:
    """Whether a row of another width, right above the table, names its columns. ``beside``: the row below could do so, too."""
    filled = [field.strip() for field in fields if field.strip()]
    if len(filled) < 2 or any(_NUMBER.match(field) or _MOMENT.match(field) for field in filled):
        return False
    # Prose has a blank behind its commas.
    prose = any(field[:1].isspace() for field in fields[1:])
    return not prose and len(set(filled)) == len(filled) and (not beside or len(fields) >= usual - 1 >= 2)


def _names(fields: list[str], below: list[list[str]]) -> tuple[str, ...]:
    """Names of as many columns as the lines below have: where they are short by one, the first column may be names of rows."""
    given = [field.strip() for field in fields]
    usual = _usual(list(map(len, below)), len(given)) if below else len(given)
    while len(given) > usual and not given[-1]:
        given.pop()
    missing = max(0, usual - len(given))
    ends_blank = all(not row[-1].strip() for row in below if len(row) == usual)
    if missing == 1 and not ends_blank and _names_rows([row[0].strip() for row in below if row]):
        return ("", *given)
    return (*given, *[""] * missing)


def _names_rows(fields: list[str]) -> bool:
    """Whether a first column tells rows apart: all differ, and they count, or are no values."""
    if len(fields) < 2 or len(set(fields)) < len(fields):
        return False
    return _counts_up(fields) or not any(_NUMBER.match(field) or _MOMENT.match(field) for field in fields)


def _is_drawn(row: "_Row") -> bool:
    """Whether a row only draws a line, as above and below the names of a report."""
    drawn = [field for field in row.fields if field.strip()]
    return bool(drawn) and all(is_rule(field) for field in drawn)


def _usual(widths: list[int], named: int) -> int:
    """The number of fields that most lines have; of two as frequent, that of the names, or the larger."""
    counts = Counter(widths)
    return max(counts, key=lambda width: (counts[width], width == named, width))


def _even(widths: list[int]) -> float:
    """The share of lines that have the usual number of fields."""
    return Counter(widths).most_common(1)[0][1] / len(widths) if widths else 1.0


def cut(text: str, dialect: Dialect, most: int) -> list[list[str]]:
    """The first records below the header. Raises csv.Error for text that cannot be cut."""
    rows = _cut(dialect.laid_out(text), dialect.mark, dialect.quote, dialect.escape, most + 1 + dialect.above)
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
    if delimiter == ":" and sum(bool(_TIMES.search(line)) for line in lines_of(text)[:SAMPLE_LINES]) > 0.5 * len(rows):
        return 0.0, 0  # the colons of times
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
