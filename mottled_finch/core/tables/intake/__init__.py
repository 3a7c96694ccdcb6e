"""Bytes to a Table: one reader a file, and ``FORMS``, the table that a new one is entered in."""

import sys
from contextlib import suppress
from dataclasses import replace
from importlib import import_module
from importlib.util import find_spec
from types import ModuleType
from typing import BinaryIO, cast

from ...common.errors import IntakeError
from ...common.recipe.table_spec import ReadingSpec
from ..table import Kind, Table
from .encodings import is_wide
from .look import READABLE, Instead, Look, Part
from .package import is_workbook
from .source import Told, Unpacked, opened, quiet
from .unread import unread

if find_spec("dateutil") is None:
    # Arrow looks for it whenever a text or number is held against a column, for a fifth of a millisecond; it is not here.
    sys.modules.setdefault("dateutil.relativedelta", cast(ModuleType, None))

FORMS = {
    "delimited": "delimited",
    "workbook": "workbook",
    "json": "json_records",
    "parquet": "parquet",
    "arrow": "arrow",
    "package": "package",
}
"""The module of each, which has ``look(source, name, asked)`` and ``read(source, name, asked, told)``. It is loaded when it is
first needed: the server itself reads no file.
"""

TEXT_MOST = 1 << 20
_STREAM = b"\xff\xff\xff\xff"
_OTHER_FILES = {
    b"\x89PNG": "a PNG picture",
    b"\xff\xd8\xff": "a JPEG picture",
    b"GIF8": "a GIF picture",
    b"%PDF": "a PDF document",
    b"SQLite format 3": "a database file",
    b"7z\xbc\xaf": "a 7z file",
    b"\x28\xb5\x2f\xfd": "a zstd file",
}


def reader_of(form: str) -> ModuleType:
    return import_module(f".{FORMS[form]}", __name__)


def look_at(source: BinaryIO, name: str, asked: ReadingSpec | None = None) -> Look:
    """How a file would be read, and its first records. ``asked`` says what the user has overruled. Raises IntakeError."""
    asked = asked or ReadingSpec()
    found: Look = reader_of(asked.form or form_of(source, name)).look(source, name, asked)
    return found


def first_look(source: BinaryIO, name: str, asked: ReadingSpec | None = None) -> Look:
    """The same, also of a file that cannot be read so. What was overruled for the file before and does not fit this one is let go,
    and told. Of a text that cannot be read then either, there are its lines and the problem, so that it can be taken otherwise.
    """
    asked = asked or ReadingSpec()
    try:
        return look_at(source, name, asked)
    except IntakeError as error:
        if asked != ReadingSpec():
            with suppress(IntakeError):
                found = look_at(source, name)
                return replace(found, notes=(f"what was overruled before does not fit this file: {error.message}", *found.notes))
        return unread(source, name, asked, asked.form or form_of(source, name), error)


def read_file(source: BinaryIO, name: str, asked: ReadingSpec | None = None, told: Told = quiet) -> tuple[Table, Look]:
    """Read a whole table from a seekable stream. ``told`` hears the number of records so far, and may raise to break it off.

    Raises IntakeError, naming the file, for one that cannot be read.
    """
    asked = asked or ReadingSpec()
    table, found = reader_of(asked.form or form_of(source, name)).read(source, name, asked, told)
    _refuse_long_texts(table, name)
    return table, found


def _refuse_long_texts(table: Table, name: str) -> None:
    """A value is shown in a cell and kept in a dictionary; a whole document in one would burst both."""
    for column in table.columns:
        if column.kind is not Kind.CATEGORY:
            continue
        lengths = [len(text) for text in column.dictionary]
        longest = max(range(len(lengths)), key=lengths.__getitem__)
        if lengths[longest] > TEXT_MOST:
            record = int((column.data == longest).argmax()) + 1
            raise IntakeError(
                f'record {record:,} has a text of {lengths[longest] / 1024**2:,.1f} MB in column "{column.name}", more than the '
                f"{TEXT_MOST >> 20} MB a value can have; take it out",
                path=name,
            )


def form_of(source: BinaryIO, name: str) -> str:
    """The form of a file, by its first bytes; its name only tells JSON from other text."""
    stream, inner = opened(source, name)
    head = stream.read(4096)
    if not head.strip(b"\xef\xbb\xbf \t\r\n"):
        raise IntakeError("the file is empty; choose a file with a header line and records", path=name)
    if head.startswith((b"PK\x03\x04", b"PK\x05\x06", b"\xd0\xcf\x11\xe0")):
        _refuse_packed(stream, name)
        return "workbook" if head.startswith(b"\xd0") or is_workbook(stream) else "package"
    if head.startswith(b"PAR1"):
        _refuse_packed(stream, name)
        return "parquet"
    if head.startswith((b"ARROW1", _STREAM)):
        _refuse_packed(stream, name)
        return "arrow"
    for signature, what in _OTHER_FILES.items():
        if head.startswith(signature):
            raise IntakeError(f"this is {what}; {READABLE}", path=name)
    if b"\0" in head and not is_wide(head):
        raise IntakeError(f"this is a binary file, not text; {READABLE}", path=name)
    text = head.lstrip(b"\xef\xbb\xbf \t\r\n")
    named = inner.lower().endswith((".json", ".jsonl", ".ndjson"))
    begins = text.startswith(b"[{") or (text[:1] in b"[{" and text[1:].lstrip()[:1] in (b"{", b'"', b"}", b"]"))
    return "json" if named or begins else "delimited"


def _refuse_packed(stream: BinaryIO, name: str) -> None:
    if isinstance(stream, Unpacked):
        raise IntakeError("only text is read when it is packed by itself; unpack it first", path=name)


__all__ = ["FORMS", "Instead", "Look", "Part", "Told", "first_look", "look_at", "quiet", "read_file", "reader_of"]
