"""Several files packed into one: those of one shape are laid one under the other, each record with the name of its file."""

import io
import zipfile
import zlib
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace
from pathlib import PurePosixPath
from typing import BinaryIO

from ...common.errors import IntakeError, did_you_mean
from ...common.language.english import counted
from ...common.recipe.table_spec import ReadingSpec
from ..table import Table
from .look import LOOK_RECORDS, Look, Part
from .source import Told
from .stacking import laid_under, shared_names

UNPACKED_BYTES_MOST = 2 << 30
FILES_MOST = 500
RATIO_MOST = 400


def is_workbook(source: BinaryIO) -> bool:
    """Whether a package is one of the kinds of workbook; a broken one is taken for one, whose reader says what is wrong."""
    source.seek(0)
    try:
        with zipfile.ZipFile(source) as package:
            names = set(package.namelist())
    except (zipfile.BadZipFile, OSError, EOFError, NotImplementedError):
        return True
    return bool(names & {"xl/workbook.xml", "xl/workbook.bin", "content.xml", "[Content_Types].xml", "META-INF/manifest.xml"})


def look(source: BinaryIO, name: str, asked: ReadingSpec) -> Look:
    looks = dict(_looks(source, name, asked))
    return _look(looks, _chosen(looks, asked, name), asked)


def read(source: BinaryIO, name: str, asked: ReadingSpec, told: Told) -> tuple[Table, Look]:
    """Read all files of the chosen shape. Raises IntakeError, naming the file, where none can be read, or one of them cannot."""
    from . import read_file

    looks = dict(_looks(source, name, asked))
    chosen = _chosen(looks, asked, name)
    tables, done = [], 0
    for member in chosen:

        def told_so_far(records: int, phase: str = "records", /, before: int = done) -> None:
            told(before + records, phase)

        table, looks[member] = read_file(_content(source, member), member, _inner(asked), told_so_far)
        tables.append(table)
        done += table.records
    return _together(tables, chosen), _look(looks, chosen, asked)


def _inner(asked: ReadingSpec) -> ReadingSpec:
    return replace(asked, form=None, files=None)


def _together(tables: list[Table], chosen: list[str]) -> Table:
    return tables[0] if len(tables) == 1 else laid_under(tables, chosen, "file")


def _look(looks: dict[str, Look], chosen: list[str], asked: ReadingSpec) -> Look:
    tables = [looks[member].table for member in chosen]
    first = looks[chosen[0]]
    notes = [note for member in chosen for note in looks[member].notes] if len(chosen) == 1 else []
    if len(chosen) > 1:
        righted = sum(bool(looks[member].notes) for member in chosen)
        notes += [f"something was put right in {counted(righted, 'file')}"] if righted else []
        missing = len(set().union(*(table.names for table in tables))) - shared_names(tables)
        notes += [f"{counted(missing, 'column')} not in every file, blank where missing"] if missing else []
    others = [member for member in looks if member not in chosen]
    if others:
        notes.append(f"{counted(len(others), 'other file')} left out ({', '.join(others[:3])}{', …' if len(others) > 3 else ''})")
    words = f"{counted(len(chosen), 'file')} one under the other" if len(chosen) > 1 else f"package, file “{chosen[0]}”"
    table = _together(tables, chosen)
    return Look(
        asked=asked,
        found=replace(first.found, form="package", files=tuple(chosen)),
        parts=(Part(key="files", words=words), *first.parts),
        table=Table(tuple(column.taken_first(LOOK_RECORDS) for column in table.columns)),
        choices={**first.choices, "files": tuple(looks)},
        notes=tuple(notes),
        instead=first.instead,
    )


def _looks(source: BinaryIO, name: str, asked: ReadingSpec) -> Iterator[tuple[str, Look]]:
    """Each file in the package that can be read, with its look. Raises IntakeError where none can."""
    from . import look_at

    members, last = _members(source, name), None
    found = False
    for member in members:
        content = _content(source, member)
        if content.read(2) == b"PK" and not is_workbook(content):
            continue  # a package in a package
        try:
            look_ = look_at(content, member, _inner(asked))
        except IntakeError as error:
            if asked.files and member in asked.files:
                raise
            last = error
            continue
        found = True
        yield member, look_
    if not found:
        raise last or IntakeError("this package holds no file that can be read; unpack it and choose the table inside", path=name)


def _members(source: BinaryIO, name: str) -> list[str]:
    """The files in the package, but for hidden ones. Raises IntakeError for one that is broken, locked or made to burst."""
    source.seek(0)
    try:
        with zipfile.ZipFile(source) as package:
            parts = [part for part in package.infolist() if not part.is_dir() and not _is_hidden(part.filename)]
    except (zipfile.BadZipFile, zlib.error, NotImplementedError, OSError, EOFError) as error:
        raise IntakeError("the package is broken or cut short; pack it again", path=name) from error
    unpacked, packed = sum(part.file_size for part in parts), max(1, sum(part.compress_size for part in parts))
    if unpacked > UNPACKED_BYTES_MOST or (unpacked > 64 << 20 and unpacked / packed > RATIO_MOST):
        raise IntakeError(
            f"the package unpacks from {packed / 1024**2:,.1f} MB to {unpacked / 1024**2:,.0f} MB, more than is unpacked", path=name
        )
    if any(part.flag_bits & 1 for part in parts):
        raise IntakeError("the package is locked with a password; unpack it first", path=name)
    if len(parts) > FILES_MOST:
        raise IntakeError(
            f"the package holds {len(parts):,} files, more than the {FILES_MOST:,} that are laid together; pack fewer", path=name
        )
    return sorted({part.filename for part in parts})


def _is_hidden(member: str) -> bool:
    return any(part.startswith((".", "__MACOSX")) for part in PurePosixPath(member).parts)


def _content(source: BinaryIO, member: str) -> BinaryIO:
    source.seek(0)
    try:
        with zipfile.ZipFile(source) as package:
            return io.BytesIO(package.read(member))
    except (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, OSError, EOFError) as error:
        raise IntakeError("this file in the package is broken; pack it again", path=member) from error


def _chosen(looks: dict[str, Look], asked: ReadingSpec, name: str) -> list[str]:
    """Those asked for, or else those of the shape that most of them have: the same columns."""
    if asked.files:
        for member in asked.files:
            if member not in looks:
                raise IntakeError(f'no file "{member}"; {did_you_mean(member, looks)}', path=name, received=member, allowed=looks)
        return list(asked.files)
    shapes: dict[frozenset[str], list[str]] = defaultdict(list)
    for member, look_ in looks.items():
        shapes[frozenset(look_.table.names)].append(member)
    return max(shapes.values(), key=lambda members: (len(members), sum(looks[each].table.records for each in members)))
