"""Sheets of workbooks, .xlsx, .xlsb, .xls and .ods, to a Table; several are laid one under the other.

Formulas give the values last computed; a text that looks like one is text.
"""

import datetime as dt
import io
import re
import zipfile
import zlib
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from typing import Any, BinaryIO

import python_calamine as calamine

from ...common.errors import IntakeError, did_you_mean
from ...common.language.english import counted
from ...common.recipe.check import RANGE
from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .kinds import Habits, counting_records
from .look import LOOK_RECORDS, Look, Part, blanks_of, blanks_part
from .names import check_width, righted
from .source import Told, quiet
from .stacking import laid_under, shared_names
from .values import column_from_values, text_of

UNPACKED_BYTES_MOST = 2 << 30
RATIO_MOST = 400
"""A sheet of real records packs to about a twentieth; one made to burst a memory packs to less than a thousandth."""
CELLS_MOST = 30_000_000
LOCKED = "the workbook is locked with a password; take the password off and save it again"
_OLD_BINARY = b"\xd0\xcf\x11\xe0"

Row = list[Any]


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    return _read(source, name, asked, LOOK_RECORDS, quiet)[1]


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read a sheet, or several. Raises IntakeError, naming the file, for one that is packed to burst, locked, broken or empty."""
    return _read(source, name, asked, None, told)


def _read(source: BinaryIO, name: str, asked: ReadingSpec, most: int | None, told: Told) -> tuple[Table, Look]:
    source.seek(0)
    if source.read(8).startswith(_OLD_BINARY):
        _refuse_locked(source, name)
    else:
        _check_package(source, name)
    with _broken_is_told(name):
        source.seek(0)
        book = calamine.CalamineWorkbook.from_filelike(io.BytesIO(source.read()))
        _check_extents(source, name)
        chosen = _chosen(book, asked, name)
        sheets = [_sheet(book, each, asked, name, most, told) for each in chosen]
    tables = [each.table for each in sheets]
    several = asked.sheets is not None
    table = laid_under(tables, chosen, "sheet") if several else tables[0]
    notes = tuple(dict.fromkeys(note for each in sheets for note in each.notes))
    if several and (left := len(set().union(*(one.names for one in tables))) - shared_names(tables)):
        notes = (*notes, f"{counted(left, 'column')} not on every sheet, blank where missing")
    found = replace(
        asked,
        form="workbook",
        sheet=None if several else chosen[0],
        header=sheets[0].header,
        blanks=blanks_of(asked),
    )
    return table, Look(
        asked=asked,
        found=found,
        parts=_parts(chosen, sheets[0].header, asked),
        table=Table(tuple(column.taken_first(LOOK_RECORDS) for column in table.columns)),
        choices={"sheet": tuple(book.sheet_names)},
        notes=notes,
    )


@dataclass(frozen=True, kw_only=True, eq=False)
class _Sheet:
    """What was read of a sheet: ``header`` is the line of names, and ``notes`` what was put right."""

    table: Table
    header: int
    notes: tuple[str, ...]


def _sheet(book: Any, chosen: str, asked: ReadingSpec, name: str, most: int | None, told: Told) -> _Sheet:
    sheet = book.get_sheet_by_name(chosen)
    check_width(sheet.width, name)
    if sheet.width * sheet.height > CELLS_MOST:
        raise IntakeError(
            f'sheet "{chosen}" has {sheet.height:,} rows of {sheet.width:,} cells, more than the '
            f"{CELLS_MOST:,} cells that are read; save it as CSV",
            path=name,
        )
    rows, first_line = _rows(sheet, asked, name, told)
    header, names, above = _header(rows, sheet, asked, first_line)
    records = [_padded(row, len(names)) for row in rows[above : None if most is None else above + most]]
    records = [row for row in records if any(cell != "" for cell in row)]
    if not records:
        what = f'sheet "{chosen}" holds no records'
        raise IntakeError(
            f"{what}; choose another sheet or range" if len(book.sheet_names) > 1 else f"{what}; choose another file", path=name
        )
    unnamed_first = bool(header) and not names[0]
    names, records = _without_empty(names, records)
    called, notes = righted(names, name)
    habits = Habits(blanks=blanks_of(asked))
    columns = [column_from_values(field, values, habits) for field, values in zip(called, zip(*records, strict=True), strict=True)]
    if unnamed_first and not names[0]:
        columns[0] = counting_records(columns[0])
    return _Sheet(table=Table(tuple(columns)), header=header, notes=notes)


def _parts(chosen: Sequence[str], header: int, asked: ReadingSpec) -> tuple[Part, ...]:
    one = f"workbook, sheet “{chosen[0]}”"
    sheets = one if asked.sheets is None else f"workbook, {counted(len(chosen), 'sheet')} one under the other"
    return (
        Part(key="sheet", words=sheets),
        Part(key="range", words=f"range {asked.range}" if asked.range else "all its cells", usual=not asked.range),
        Part(key="header", words=f"names in line {header}" if header else "no line of names", usual=header == 1),
        blanks_part(blanks_of(asked)),
    )


@contextmanager
def _broken_is_told(name: str) -> Iterator[None]:
    try:
        yield
    except calamine.PasswordError as error:
        raise IntakeError(LOCKED, path=name) from error
    except (
        calamine.CalamineError,
        calamine.XmlError,
        calamine.ZipError,
        zipfile.BadZipFile,
        zlib.error,
        EOFError,
        OSError,
    ) as error:
        raise IntakeError("the workbook is broken or cut short; open and save it again", path=name, received=str(error)) from error
    except BaseException as error:
        # The reader gives up on some broken parts in a way of its own, which is no Exception.
        if type(error).__name__ != "PanicException":
            raise
        raise IntakeError("the workbook is broken or cut short; open and save it again", path=name) from error


def _refuse_locked(source: BinaryIO, name: str) -> None:
    """Since 1997 the same old container has held both old workbooks and new ones that are locked."""
    source.seek(0)
    if "EncryptedPackage".encode("utf-16-le") in source.read(1 << 20):
        raise IntakeError(LOCKED, path=name)


def _check_package(source: BinaryIO, name: str) -> None:
    """Refuses a package made to burst, before any of it is unpacked, one that is locked, and one that is no workbook."""
    try:
        with zipfile.ZipFile(source) as package:
            parts = package.infolist()
            unpacked = sum(part.file_size for part in parts)
            packed = max(1, sum(part.compress_size for part in parts))
            if unpacked > UNPACKED_BYTES_MOST or (unpacked > 64 << 20 and unpacked / packed > RATIO_MOST):
                raise IntakeError(
                    f"the workbook unpacks from {packed / 1024**2:,.1f} MB to {unpacked / 1024**2:,.0f} MB, which no sheet of "
                    "records does; it is not opened",
                    path=name,
                )
            names = {part.filename for part in parts}
            if "xl/workbook.xml" not in names and "xl/workbook.bin" not in names and "content.xml" not in names:
                raise IntakeError("this is a zip file, but no workbook; unpack it and choose the table inside", path=name)
            if "META-INF/manifest.xml" in names and b"encryption-data" in package.read("META-INF/manifest.xml"):
                raise IntakeError(LOCKED, path=name)
    except (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, OSError, EOFError) as error:
        raise IntakeError("the workbook is broken or cut short; open and save it again", path=name) from error


_CELL = re.compile(rb'<(?:\w+:)?c [^>]*?r="([A-Z]{1,3})(\d{1,7})"')
_TAIL = 200


def _check_extents(source: BinaryIO, name: str) -> None:
    """Refuses a sheet that reaches too far, before room is made for all of it: two cells far apart take as much as a full sheet."""
    source.seek(0)
    if source.read(2) != b"PK":
        return  # a sheet of the old kind has at most 65,536 rows of 256 cells
    with zipfile.ZipFile(source) as package:
        for part in package.namelist():
            if not re.match(r"xl/worksheets/[^/]+\.xml$", part):
                continue
            right, bottom = _extent(package, part)
            if right * bottom > CELLS_MOST and right > 1:
                raise IntakeError(
                    f"a sheet reaches to row {bottom:,} and column {right:,}, more than the {CELLS_MOST:,} cells that are read; "
                    "delete what stands far off, or save it as CSV",
                    path=name,
                )


def _extent(package: zipfile.ZipFile, part: str) -> tuple[int, int]:
    """The last column and row of a sheet that have a cell, counted from 1."""
    right = bottom = 0
    rest = b""
    with package.open(part) as content:
        while piece := content.read(1 << 20):
            text = rest + piece
            found = _CELL.findall(text)
            if found:
                right = max(right, *(_column(letters.decode()) + 1 for letters in {letters for letters, _ in found}))
                bottom = max(bottom, int(found[-1][1]))
            rest = text[-_TAIL:]
    return right, bottom


def _chosen(book: Any, asked: ReadingSpec, name: str) -> list[str]:
    names: list[str] = list(book.sheet_names)
    wanted = asked.sheets if asked.sheets is not None else (asked.sheet,) if asked.sheet is not None else ()
    for sheet in wanted:
        if sheet not in names:
            raise IntakeError(f'no sheet "{sheet}"; {did_you_mean(sheet, names)}', path=name, received=sheet, allowed=names)
    if wanted:
        return list(wanted)
    visible = [each.name for each in book.sheets_metadata if each.visible == calamine.SheetVisibleEnum.Visible] or names
    if not visible:
        raise IntakeError("the workbook has no sheet; choose another file", path=name)
    # The first sheet may be a cover: the first with two rows of two cells is taken.
    for each in visible:
        sheet = book.get_sheet_by_name(each)
        if sheet.height >= 2 and sheet.width >= 2:
            return [str(each)]
    return [str(visible[0])]


def _rows(sheet: Any, asked: ReadingSpec, name: str, told: Told) -> tuple[list[Row], int]:
    """The rows of the range, merged areas filled with what stands in them, and the line of the first of them from 1."""
    top, left, bottom, right = _bounds(asked.range)
    rows: list[Row] = []
    if sheet.start is None:
        return rows, 1
    first_row, first_column = sheet.start
    for number, row in enumerate(sheet.iter_rows()):
        rows.append(list(row))
        if number % 1000 == 0:
            told(number)
    offset_row, offset_column = (0, 0) if len(rows) > sheet.height else (first_row, first_column)
    for (row0, column0), (row1, column1) in sheet.merged_cell_ranges or []:
        _fill(rows, (row0 - offset_row, column0 - offset_column, row1 - offset_row, column1 - offset_column))
    if asked.range is None:
        return rows, offset_row + 1
    inside = rows[max(0, top - offset_row) : None if bottom is None else max(0, bottom + 1 - offset_row)]
    start, end = max(0, left - offset_column), None if right is None else max(0, right + 1 - offset_column)
    inside = [row[start:end] for row in inside]
    if not any(cell != "" for row in inside for cell in row):
        raise IntakeError(f"range {asked.range} of the sheet is empty; choose another", path=name, received=asked.range)
    return inside, max(top, offset_row) + 1


def _fill(rows: list[Row], area: tuple[int, int, int, int]) -> None:
    row0, column0, row1, column1 = area
    if row0 < 0 or row0 >= len(rows) or column0 < 0 or column0 >= len(rows[row0]):
        return
    value = rows[row0][column0]
    for row in rows[row0 : row1 + 1]:
        for column in range(column0, min(column1 + 1, len(row))):
            row[column] = value


def _bounds(text: str | None) -> tuple[int, int, int | None, int | None]:
    """Rows and columns of a range, from 0, both ends included."""
    found = RANGE.match(text or "A1")
    assert found, "the recipe's check has seen to the form of a range"
    left, top, right, bottom = found.groups()
    return int(top) - 1, _column(left), int(bottom) - 1 if bottom else None, _column(right) if right else None


def _column(letters: str) -> int:
    number = 0
    for letter in letters.upper():
        number = number * 26 + ord(letter) - 64
    return number - 1


def _header(rows: list[Row], sheet: Any, asked: ReadingSpec, first_line: int) -> tuple[int, list[str], int]:
    """The line that names the columns (0 for none), the names, and how many of the rows stand above the first record."""
    if not rows:
        return 1, [], 0
    if asked.header == 0:
        start = next(_tables(rows), 0)
        return 0, [f"column {i}" for i in range(1, len(rows[start]) + 1)], start
    start = min(max(0, asked.header - first_line), len(rows) - 1) if asked.header else next(_tables(rows), 0)
    names = [_name(cell) for cell in rows[start]]
    last = start
    merged = {row for (row, _), (end, _) in sheet.merged_cell_ranges or [] if row == end}
    # A head of two lines: groups merged over several columns, and under each of them names of their own.
    if asked.header is None and start + 1 < len(rows) and start + first_line - 1 in merged:
        below = [_name(cell) for cell in rows[start + 1]]
        if len(set(names)) < len(names) and all(isinstance(cell, str) for cell in rows[start + 1]):
            names = [a if a == b or not b else f"{a} {b}".strip() for a, b in zip(names, below, strict=True)]
            last = start + 1
    return last + first_line, names, last + 1


def _tables(rows: list[Row]) -> Iterator[int]:
    """Rows that may begin the table: as many cells filled as in most rows. A title above it fills one or two."""
    filled = [sum(cell != "" for cell in row) for row in rows[:200]]
    usual = max(set(filled), key=lambda count: (filled.count(count), count))
    wanted = max(2, usual - max(1, usual // 4)) if usual > 1 else 1
    yield from (i for i, count in enumerate(filled) if count >= min(wanted, max(filled)))


def _name(cell: Any) -> str:
    return (cell.date().isoformat() if isinstance(cell, dt.datetime) and not cell.time() else text_of(cell)).strip()


def _padded(row: Row, width: int) -> Row:
    return row[:width] + [""] * (width - len(row))


def _without_empty(names: list[str], records: list[Row]) -> tuple[list[str], list[Row]]:
    """Columns without a name and without a value are leftovers of formatting."""
    keep = [i for i, name in enumerate(names) if name or any(row[i] != "" for row in records)]
    if len(keep) == len(names):
        return names, records
    return [names[i] for i in keep], [[row[i] for i in keep] for row in records]
