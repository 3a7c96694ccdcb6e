"""What is shown of a text that cannot be read as it was taken: its lines, and the ways in which it could be taken otherwise."""

from dataclasses import replace
from typing import Any, BinaryIO

import pyarrow as pa

from ...common.errors import IntakeError
from ...common.recipe.table_spec import ReadingSpec
from ..table import Kind, Table
from .encodings import as_utf8, guess_encoding, title_of
from .kinds import column_from_arrow
from .look import Look, Part
from .source import opened

_BYTES, _LINES, _LONG = 1 << 16, 60, 400


def unread(source: BinaryIO, name: str, asked: ReadingSpec, form: Any, problem: IntakeError) -> Look:
    """The first lines as they stand, under ``problem``. Raises it where the file is none of text, or has no line."""
    if form not in ("delimited", "json"):
        raise problem
    source, _ = opened(source, name)
    encoding: Any = asked.encoding or guess_encoding(source.read(_BYTES))
    head = as_utf8(source, encoding, sound=False).read(_BYTES).decode("utf-8", errors="replace")
    lines = [line[:_LONG] for line in head.splitlines() if line.strip()][:_LINES]
    if not lines:
        raise problem
    column = column_from_arrow("line", pa.array(lines, pa.string()), kind=Kind.CATEGORY)
    parts = [Part(key="form", words="JSON" if form == "json" else "delimited text"), Part(key="encoding", words=title_of(encoding))]
    if form == "delimited":
        parts.append(Part(key="delimiter", words="fields parted as they are found"))
        parts.append(Part(key="quote", words="quoted as they are found"))
        parts.append(Part(key="header", words="names where they are found"))
    found = replace(asked, form=form, encoding=encoding)
    return Look(asked=asked, found=found, parts=tuple(parts), table=Table((column,)), problem=str(problem))
