"""JSON to a Table: a list of objects, one nested under keys, or an object a line. Nested objects become columns "a.b"."""

import json
import re
from collections.abc import Iterator
from dataclasses import replace
from typing import Any, BinaryIO

from ...common.errors import IntakeError, did_you_mean
from ...common.language.english import counted
from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .kinds import Habits
from .look import LOOK_RECORDS, Look, Part, blanks_of, blanks_part
from .names import free_name, righted, short_name
from .source import COLUMNS, Told, opened, quiet
from .values import column_from_values

BYTES_MOST = 512 << 20
"""JSON is read whole, at about ten times its size in memory."""
DEPTH_MOST = 8
LINES = "one a line"
"""What stands for JSON Lines where a list of records is chosen."""
Record = dict[str, Any]


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    return _read(source, name, asked, quiet)[1]


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read the records. Raises IntakeError, naming the file, for text that is not JSON or holds no list of objects."""
    return _read(source, name, asked, told)


def _read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    stream, _ = opened(source, name)
    content = stream.read(BYTES_MOST + 1)
    if len(content) > BYTES_MOST:
        raise IntakeError(
            f"the file has more than {BYTES_MOST >> 20} MB of JSON; save it as CSV or Parquet, which are read piece by piece",
            path=name,
        )
    try:
        text = content.decode("utf-16" if content[:2] in (b"\xff\xfe", b"\xfe\xff") else "utf-8-sig")
    except UnicodeDecodeError as error:
        raise IntakeError("the file is not UTF-8 text; save the JSON again in UTF-8", path=name) from error
    if not text.strip():
        raise IntakeError("the file is empty; choose a file with records", path=name)
    text, halves = _with_whole_letters(text)
    lists, words = _lists(text, name, told)
    place = _chosen(lists, asked, name)
    records = [_flat(record) for record in lists[place]]
    keys = list(dict.fromkeys(key for record in records for key in record))
    names, notes = righted(keys, name)
    if halves:
        notes = (*notes, f"{counted(halves, 'character')} of which half was written, shown as “\ufffd”")
    habits = Habits(blanks=blanks_of(asked))
    columns = []
    for key, field in zip(keys, names, strict=True):
        told(len(records), COLUMNS)
        columns.append(column_from_values(field, [record.get(key) for record in records], habits))
    table = Table(tuple(columns))
    where = words if place in ("", LINES) else f"{words}, records under “{place}”"
    look_ = Look(
        asked=asked,
        found=replace(asked, form="json", records=place, blanks=habits.blanks),
        parts=(Part(key="records", words=where), blanks_part(habits.blanks)),
        table=Table(tuple(column.taken_first(LOOK_RECORDS) for column in columns)),
        choices={"records": tuple(lists)},
        notes=notes,
    )
    return table, look_


_ESCAPES = re.compile(r"\\(?:u[dD][89abAB]\w\w\\u[dD][c-fC-F]\w\w|(u[dD][89a-fA-F]\w\w)|.)", re.DOTALL)
"""What follows a backslash: both halves of a character that takes two, one half alone, or anything else."""


def _with_whole_letters(text: str) -> tuple[str, int]:
    """JSON text in which no character is half, as a program leaves it that cuts texts to a length; and how many were."""
    if not re.search(r"\\u[dD][89a-fA-F]", text):
        return text, 0
    halves = 0

    def whole(found: re.Match[str]) -> str:
        nonlocal halves
        halves += found[1] is not None
        return found[0] if found[1] is None else "\\ufffd"

    return _ESCAPES.sub(whole, text), halves


def _lists(text: str, name: str, told: Told) -> tuple[dict[str, list[Record]], str]:
    """Every list of objects in the text, by the keys it lies under."""
    try:
        whole = json.loads(text)
    except json.JSONDecodeError as error:
        if error.msg == "Extra data" or "\n{" in text:
            return {LINES: list(_lines(text, name, told))}, "JSON, one record a line"
        raise IntakeError(
            f"this is not JSON ({error.msg.lower()} at line {error.lineno:,}, column {error.colno:,}); correct it there", path=name
        ) from error
    except RecursionError as error:
        raise IntakeError("the JSON is nested too deeply to hold records", path=name) from error
    except ValueError as error:
        raise IntakeError("a number has thousands of digits; put it in quotation marks", path=name) from error
    found = dict(_search(whole, (), 0)) or dict(_laid_out(whole))
    if not found and isinstance(whole, dict) and whole:
        return {LINES: [whole]}, "JSON, one record a line"
    if not found:
        raise IntakeError("the JSON holds no list of objects or of lists; each record must be one of these", path=name)
    return found, "JSON"


def _laid_out(whole: Any) -> Iterator[tuple[str, list[Record]]]:
    """Tables that are written otherwise than as a list of objects: rows as lists, columns as lists, or an object a key."""
    if isinstance(whole, list) and len(whole) > 1 and all(isinstance(row, list) for row in whole):
        head, *rows = whole
        named = all(isinstance(field, str) for field in head)
        width = max(map(len, whole))
        names = [str(head[i]) if named and i < len(head) else f"column {i + 1}" for i in range(width)]
        yield "", [dict(zip(names, row, strict=False)) for row in (rows if named else whole)]
    elif isinstance(whole, dict) and whole and all(isinstance(each, list) for each in whole.values()):
        longest = max(map(len, whole.values()))
        yield "", [{key: each[i] for key, each in whole.items() if i < len(each)} for i in range(longest)]
    elif isinstance(whole, dict) and len(whole) > 1 and all(isinstance(each, dict) and each for each in whole.values()):
        yield "", [{"key": key, **each} for key, each in whole.items()]


def _lines(text: str, name: str, told: Told) -> Iterator[Record]:
    count = 0
    for number, line in enumerate(text.splitlines(), start=1):
        if not line.strip():
            continue
        try:
            record = json.loads(line)
        except (json.JSONDecodeError, RecursionError) as error:
            raise IntakeError(f"line {number:,} is not JSON; correct it there", path=name, received=line[:200]) from error
        if not isinstance(record, dict):
            raise IntakeError(f"line {number:,} is not an object with names; correct it there", path=name, received=line[:200])
        count += 1
        if count % 1000 == 0:
            told(count)
        yield record


def _search(value: Any, path: tuple[str, ...], depth: int) -> Iterator[tuple[str, list[Record]]]:
    if isinstance(value, list) and value and all(isinstance(each, dict) for each in value):
        yield ".".join(path), value
    elif isinstance(value, dict) and depth < DEPTH_MOST:
        for key, each in value.items():
            yield from _search(each, (*path, key), depth + 1)


def _chosen(lists: dict[str, list[Record]], asked: ReadingSpec, name: str) -> str:
    if asked.records is None:
        return max(lists, key=lambda place: len(lists[place]))
    if asked.records not in lists:
        raise IntakeError(
            f'no list of records under "{asked.records}"; {did_you_mean(asked.records, lists)}',
            path=name,
            received=asked.records,
            allowed=lists,
        )
    return asked.records


def _flat(record: Record, before: str = "", depth: int = 0) -> Record:
    """Nested objects by their keys joined with points; lists as they would be written."""
    flat: Record = {}
    for key, value in record.items():
        name = free_name(short_name(f"{before}{key}".strip()), set(flat))
        if isinstance(value, dict) and depth < DEPTH_MOST:
            flat.update(_flat(value, f"{name}.", depth + 1))
        elif isinstance(value, dict | list):
            flat[name] = json.dumps(value, ensure_ascii=False)
        else:
            flat[name] = value
    return flat
