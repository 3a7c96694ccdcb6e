"""What changes tables: one function an action, which holds the transaction."""

import tempfile
from pathlib import PurePath
from typing import BinaryIO, Protocol

from django.db import transaction

from mottled_finch.core.errors import IntakeError
from mottled_finch.core.intake import read_delimited

from .. import settings
from ..problems import Problem
from .models import Edition, Table
from .storage import EDITIONS, store_columns

_PIECE = 1 << 20


class Readable(Protocol):
    def read(self, size: int, /) -> bytes: ...


def import_table(source: BinaryIO, file_name: str) -> Table:
    """Read a file and keep it as a new table. All of it is there afterwards, or nothing.

    Raises IntakeError when the file cannot be read.
    """
    columns = read_delimited(source, file_name)
    with transaction.atomic():
        table = Table.objects.create(name=_table_name(file_name))
        edition = Edition.objects.create(table=table, number=1, records=columns.records)
        store_columns(edition, columns)
    return table


def receive(body: Readable, announced: int, file_name: str) -> Table:
    """Take an upload in pieces into a file without a name, which vanishes with the process, and import it.

    ``announced`` is its length in bytes, of which no more are read. Raises Problem for a file over the limit, and IntakeError
    for an upload that breaks off or a file that cannot be read.
    """
    if announced > settings.UPLOAD_BYTES_MOST:
        raise _too_large(announced, file_name)
    folder = settings.DATA / "incoming"
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryFile(dir=folder) as file:
        received = 0
        while received < announced:
            piece = body.read(min(_PIECE, announced - received))
            if not piece:
                raise IntakeError("the upload broke off before its end; send the file again", path=file_name)
            received += len(piece)
            file.write(piece)
        file.seek(0)
        return import_table(file, file_name)


def remove_table(table: Table) -> None:
    """Remove a table that no plate is laid on."""
    with transaction.atomic():
        plates = table.plates.count()
        if plates:
            raise Problem(409, f'"{table.name}" carries {plates} plate{"s" if plates > 1 else ""}; remove them first.')
        editions = list(table.editions.values_list("pk", flat=True))
        table.delete()
    for edition in editions:
        EDITIONS.forget(edition)


def _too_large(size: int, file_name: str) -> Problem:
    most = settings.UPLOAD_BYTES_MOST
    return Problem(
        413,
        f"{file_name}: the file has {size / 1024**2:,.0f} MB, more than the {most / 1024**2:,.0f} MB that are taken in; "
        "leave out columns or records you do not need.",
        file_name,
    )


def _table_name(file_name: str) -> str:
    """What a table is called at first: the file's name without its folder and ending."""
    return PurePath(file_name.replace("\\", "/")).stem[:200] or "Table"
