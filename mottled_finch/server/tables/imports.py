"""Files on their way to becoming editions: taken in, looked at, queued, read, compared, accepted.

Reading is done by one worker, one file at a time (see queue.py), or by the request itself for a shell that wants to wait.
How far it is lies in memory: the database hears of an import only when its state changes.
"""

import contextlib
import errno
import threading
from collections.abc import Iterator
from dataclasses import asdict
from pathlib import Path, PurePath
from typing import Any, BinaryIO, Protocol

from django.db import transaction

from mottled_finch.core.compare import compare
from mottled_finch.core.errors import CoreError, IntakeError
from mottled_finch.core.intake import Look, look_at, read_file
from mottled_finch.core.mends import apply_mends
from mottled_finch.core.recipe import TableSpec, dump_table_part, load_table_part
from mottled_finch.core.table import Table as CoreTable

from .. import settings
from ..problems import Problem
from .mended import key_of, mended, spec_of
from .models import Edition, Import, Table
from .storage import copy_source, packed_source, store_columns, store_source
from .summary import summary_of

_PIECE = 1 << 20
WORKING = threading.Lock()
"""One file is read at a time: two large ones at once would need the memory of both."""


class Readable(Protocol):
    def read(self, size: int, /) -> bytes: ...


class Canceled(Exception):  # noqa: N818 (it is what the user wanted, not an error)
    """Breaks a reading off."""


class Progress:
    """How many records of each import have been read, and which imports are to be broken off."""

    def __init__(self) -> None:
        self._records: dict[int, tuple[int, str]] = {}
        self._canceled: set[int] = set()

    def tell(self, pk: int, records: int, phase: str) -> None:
        if pk in self._canceled:
            raise Canceled
        self._records[pk] = records, phase

    def of(self, pk: int) -> tuple[int, str]:
        """The records read so far, and what is being done: records, columns, or keeping."""
        return self._records.get(pk, (0, "records"))

    def cancel(self, pk: int) -> None:
        self._canceled.add(pk)

    def forget(self, pk: int) -> None:
        self._records.pop(pk, None)
        self._canceled.discard(pk)


PROGRESS = Progress()


def folder() -> Path:
    """Where files lie that are not editions yet."""
    found = settings.DATA / "incoming"
    found.mkdir(parents=True, exist_ok=True)
    return found


def path_of(given: Import) -> Path:
    return folder() / str(given.pk)


def receive(body: Readable, announced: int, name: str, table: Table | None = None, asked: dict[str, Any] | None = None) -> Import:
    """Take an upload in pieces into the data folder. ``announced`` is its length in bytes, of which no more are read.

    Raises Problem for a file over the limit, and IntakeError for an upload that breaks off or a disk that is full.
    """
    if announced > settings.UPLOAD_BYTES_MOST:
        raise _too_large(announced, name)
    given = Import.objects.create(name=name, table=table, size=announced, asked=_checked(asked or {}))
    try:
        with _told_when_full(name), path_of(given).open("wb") as file:
            received = 0
            while received < announced:
                piece = body.read(min(_PIECE, announced - received))
                if not piece:
                    raise IntakeError("the upload broke off before its end; send the file again", path=name)
                received += len(piece)
                file.write(piece)
    except BaseException:
        remove(given)
        raise
    return given


def reread(table: Table) -> Import:
    """The file of the edition that stands, laid out to be read in another way."""
    edition = table.edition()
    given = Import.objects.create(name=edition.file_name, table=table, size=edition.file_bytes, asked=edition.asked)
    try:
        with _told_when_full(edition.file_name), path_of(given).open("wb") as file:
            copy_source(edition, file)
    except BaseException:
        remove(given)
        raise
    return given


def look(given: Import) -> Look:
    """How the file would be read. Raises IntakeError when it cannot be."""
    with _opened(given) as source:
        return look_at(source, given.name, load_table_part(given.asked))


def overrule(given: Import, asked: dict[str, Any]) -> Look:
    """Say how the file is to be read. A way in which it cannot be read changes nothing and raises IntakeError."""
    _only_while(given, Import.State.LOOKING, Import.State.FAILED)
    before, given.asked = given.asked, _checked(asked)
    try:
        found = look(given)
    except CoreError:
        given.asked = before
        raise
    given.state, given.problem = Import.State.LOOKING, ""
    given.save()
    return found


def enqueue(given: Import) -> None:
    _only_while(given, Import.State.LOOKING, Import.State.FAILED)
    if not path_of(given).exists():
        raise Problem(409, f"{given.name} is no longer here; give the file again.")
    given.state, given.problem = Import.State.WAITING, ""
    given.save()


def carry_out(given: Import) -> Import:
    """Read the file and keep it, as a new table or as the next edition to be compared. All of it is there afterwards, or nothing.

    A failure is told in the import's ``problem``; a cancel removes the import.
    """
    number = given.pk  # a removed import no longer knows its own
    with WORKING:
        # It may have been left out while it waited; then there is nothing to do.
        if not Import.objects.filter(pk=number).update(state=Import.State.READING):
            return given
        given.state = Import.State.READING
        try:
            with _told_when_full(given.name):
                _read_and_store(given)
        except Canceled:
            remove(given)
        except CoreError as error:
            _fail(given, str(error))
        except MemoryError:
            _fail(given, f"{given.name}: this machine has too little memory for the file; leave out columns or records.")
        except Exception:
            _fail(given, f"{given.name}: something broke in Mottled Finch itself while the file was read; the log says more.")
            raise
        finally:
            PROGRESS.forget(number)
    return given


def _read_and_store(given: Import) -> None:
    def told(records: int, phase: str = "records", /) -> None:
        PROGRESS.tell(given.pk, records, phase)

    asked = load_table_part(given.asked)
    with _opened(given) as source:
        data, found = read_file(source, given.name, asked, told)
        told(data.records, "keeping")
        pieces = packed_source(source)
    told(data.records, "keeping")
    comparison = _compared(given.table, data) if given.table else {}
    summary = {} if given.table else summary_of(data)  # worked out here, so that no request has to wait for it
    with transaction.atomic():
        table = given.table or Table.objects.create(name=_table_name(given.name))
        edition = Edition.objects.create(
            table=table,
            number=1 + max(table.editions.values_list("number", flat=True), default=0),
            records=data.records,
            accepted=given.table is None,
            file_name=given.name,
            file_bytes=given.size,
            asked=given.asked,
            parts=[asdict(part) for part in found.parts],
            notes=list(found.notes),
        )
        store_columns(edition, data)
        store_source(edition, pieces)
        told(data.records, "keeping")  # the last moment at which a cancel is heard
        if not Import.objects.filter(pk=given.pk).exists():
            raise Canceled
        given.comparison = comparison
        given.state = Import.State.COMPARED if given.table else Import.State.DONE
        if given.table is None:
            table.current = edition
            table.summary = {"key": key_of(edition, []), **summary}
            table.save()
        given.table, given.edition = table, edition
        given.save()
    path_of(given).unlink(missing_ok=True)


def _compared(table: Table, data: CoreTable) -> dict[str, Any]:
    """The edition that stands against the new one, both with the mends laid on."""
    after = apply_mends(data, spec_of(table.mends()).mends, tolerant=True)
    found = asdict(compare(mended(table.edition(), table.mends()).table, after.table))
    found["problems"] = [{"words": step.words, "problem": step.problem} for step in after.steps if step.problem]
    return found


def accept(given: Import, renames: dict[str, str]) -> Table:
    """Let the compared edition stand. ``renames`` maps columns that are missing to new ones: recorded as mends, put first."""
    from .actions import record_mends

    _only_while(given, Import.State.COMPARED)
    assert given.table is not None and given.edition is not None
    mends = [{"do": "rename", "field": new, "to": old} for old, new in renames.items()]
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=given.table.pk)
        if mends:
            edition = given.edition
            apply_mends_strictly(edition, mends)
            record_mends(table, [*mends, *table.mends()], f"Columns of edition {edition.number} mapped")
        Edition.objects.filter(pk=given.edition.pk).update(accepted=True)
        given.edition.refresh_from_db()
        table.current = given.edition
        table.save()
        given.delete()
    return table


def apply_mends_strictly(edition: Edition, mends: list[dict[str, Any]]) -> None:
    """Raises CoreError when one of the mends does not fit the edition."""
    for step in mended(edition, mends).steps:
        if step.problem:
            raise Problem(422, f"{step.words}: {step.problem}.")


def cancel(given: Import) -> None:
    """Leave a file out, whatever became of it. A reading that is under way is broken off, and removed by who reads."""
    if given.state == Import.State.READING:
        PROGRESS.cancel(given.pk)
    else:
        remove(given)


def remove(given: Import) -> None:
    """Remove an import with its file, and with its edition unless that was accepted."""
    if given.pk is None:
        return
    path_of(given).unlink(missing_ok=True)
    with transaction.atomic():
        edition = given.edition
        given.delete()
        if edition is not None and not edition.accepted:
            edition.delete()


def tidy_up() -> None:
    """After a start: what was being read when the server stopped has failed, and files that belong to nothing go."""
    cut_off = Import.objects.filter(state=Import.State.READING)
    cut_off.update(
        state=Import.State.FAILED,
        problem="The server stopped while this file was read, and nothing of it was kept; bring it in again.",
    )
    Import.objects.filter(state=Import.State.DONE).delete()
    known = {str(pk) for pk in Import.objects.values_list("pk", flat=True)}
    for path in folder().iterdir():
        if path.name not in known:
            path.unlink(missing_ok=True)
    for given in Import.objects.filter(state__in=[Import.State.LOOKING, Import.State.WAITING]):
        if not path_of(given).exists() or path_of(given).stat().st_size != given.size:
            remove(given)


@contextlib.contextmanager
def _opened(given: Import) -> Iterator[BinaryIO]:
    try:
        with path_of(given).open("rb") as source:
            yield source
    except FileNotFoundError as error:
        raise Problem(409, f"{given.name} is no longer here; give the file again.") from error


@contextlib.contextmanager
def _told_when_full(name: str) -> Iterator[None]:
    """A disk that is full is told in a sentence, whoever meets it first: the file system or the database."""
    from django.db import OperationalError

    full = "the disk is full, so nothing was kept; make room and give the file again"
    try:
        yield
    except OSError as error:
        if error.errno in (errno.ENOSPC, errno.EDQUOT):
            raise IntakeError(full, path=name) from error
        raise
    except OperationalError as error:
        if "full" in str(error):
            raise IntakeError(full, path=name) from error
        raise


def _checked(asked: dict[str, Any]) -> dict[str, Any]:
    """Raises RecipeError for a way of reading that is not well formed."""
    spec = load_table_part(asked)
    return dump_table_part(TableSpec(**{**vars(spec), "mends": ()}))


def _only_while(given: Import, *states: str) -> None:
    if given.state not in states:
        raise Problem(409, f"{given.name} is {given.get_state_display().lower()}, so this cannot be done with it now.")


def _fail(given: Import, problem: str) -> None:
    given.refresh_from_db()
    given.state, given.problem, given.edition = Import.State.FAILED, problem, None
    given.save()  # the file stays, so that it can be read in another way


def _too_large(size: int, name: str) -> Problem:
    most = settings.UPLOAD_BYTES_MOST
    return Problem(
        413,
        f"{name}: the file has {size / 1024**2:,.0f} MB, more than the {most / 1024**2:,.0f} MB that are taken in; "
        "leave out columns or records you do not need.",
        name,
    )


def _table_name(file_name: str) -> str:
    """What a table is called at first: the file's name without its folder and endings."""
    path = PurePath(file_name.replace("\\", "/"))
    if path.suffix.lower() == ".gz" and path.stem:
        path = PurePath(path.stem)
    return path.stem[:200] or "Table"
