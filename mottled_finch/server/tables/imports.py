"""Files on their way to becoming editions: taken in, looked at, overruled, queued, compared, accepted, left out.

reading.py reads them, one at a time; progress.py tells how far it is.
"""

import io
import shutil
from collections.abc import Callable
from dataclasses import asdict
from pathlib import Path
from typing import Any, BinaryIO, Protocol

from django.conf import settings
from django.db import transaction

from mottled_finch.app.editions import change_by, check_edition, check_mapping, mapping_mends
from mottled_finch.app.ports import OWNER
from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec, TableSpec, dump_table_part, load_table_part
from mottled_finch.core.common.recipe.table_spec import reading_of
from mottled_finch.core.tables.intake import Look, Told, quiet
from mottled_finch.core.tables.table import Table as CoreTable
from mottled_finch.demo.samples import SAMPLES
from mottled_finch.work.worker import LOOKS, Worker, WorkFailed

from ..refusal import Overtaken, Problem
from .files import path_of, told_when_full
from .here import TableOfLibrary
from .kept import Kept
from .mended import key_of
from .models import Edition, Import, Table
from .progress import PROGRESS
from .storage import EDITIONS, copy_source, is_of_file
from .tidying import remove

_PIECE = 1 << 20


class Readable(Protocol):
    def read(self, size: int, /) -> bytes: ...


def receive(body: Readable, announced: int, name: str, table: Table | None = None, asked: dict[str, Any] | None = None) -> Import:
    """Take an upload in pieces into the data folder. ``announced`` is its length in bytes, of which no more are read.

    Raises Problem for a file over the limit, and IntakeError for an upload that breaks off or a disk that is full.
    """
    if announced > settings.UPLOAD_BYTES_MOST:
        raise _too_large(announced, name)

    def write(file: BinaryIO) -> None:
        received = 0
        while received < announced:
            piece = body.read(min(_PIECE, announced - received))
            if not piece:
                raise IntakeError("the upload broke off before its end; send the file again", path=name)
            received += len(piece)
            file.write(piece)

    return _laid_out(Import(name=name, table=table, size=announced, asked=_checked(asked or {})), write)


def sample(name: str) -> Import:
    """A table of the demo, laid out as a file that somebody gave. Raises Problem for a name that it has not."""
    if name not in SAMPLES:
        raise Problem(404, f"The demo has no table “{name}”.")
    text = io.StringIO(newline="")
    SAMPLES[name].write(text)
    content = text.getvalue().encode()
    return _laid_out(Import(name=f"{name}.csv", size=len(content), asked={}), lambda file: file.write(content))


def reread(table: Table) -> Import:
    """The file of the edition that stands, laid out to be read in another way."""
    edition = table.edition()
    given = Import(name=edition.file_name, table=table, size=edition.file_bytes, asked=edition.asked)
    return _laid_out(given, lambda file: copy_source(edition, file))


def lay_out(table: Table, name: str, file: Path) -> Import:
    """A file of this machine, laid out as the next edition of a table, to be read as the one that stands."""

    def write(target: BinaryIO) -> None:
        with file.open("rb") as source:
            shutil.copyfileobj(source, target, _PIECE)

    size = file.stat().st_size
    if size > settings.UPLOAD_BYTES_MOST:
        raise _too_large(size, name)
    return _laid_out(Import(name=name[:255], table=table, size=size, asked=table.edition().asked), write)


def _laid_out(given: Import, write: Callable[[BinaryIO], object]) -> Import:
    """Save an import with its file, which ``write`` writes; both or none of them."""
    given.save()
    try:
        with told_when_full(given.name), path_of(given).open("wb") as file:
            write(file)
    except BaseException:
        remove(given)
        raise
    return given


def first_look(given: Import) -> Look:
    """How a file that was just given would be read. One that cannot be read in any way is removed, and raises IntakeError."""
    try:
        found = look(given)
    except BaseException:
        remove(given)
        raise
    asked = _dumped(found.asked)
    if asked != given.asked:  # what does not fit this file was let go
        given.asked = asked
        given.save(update_fields=["asked"])
    return found


def look(given: Import) -> Look:
    """How the file would be read, or why it cannot be as it is taken now. Raises IntakeError when there is no other way."""
    found: Look = worked(LOOKS, "first_look", given, load_table_part(given.asked))
    return found


def overrule(given: Import, asked: dict[str, Any]) -> Look:
    """Say how the file is to be read. A way in which it cannot be read changes nothing and raises IntakeError."""
    _only_while(given, *_OPEN)
    checked = _checked(asked)
    found: Look = worked(LOOKS, "look", Import(pk=given.pk, name=given.name), load_table_part(checked))
    with transaction.atomic():
        now = standing(given, *_OPEN)
        now.state, now.problem, now.asked = Import.State.LOOKING, "", checked
        now.save()
    given.refresh_from_db()
    return found


def enqueue(given: Import) -> Import:
    """Let the file be read. Doing so again, once it waits, is read or is in, changes nothing and says how far it is."""
    with transaction.atomic():
        now = standing(given)
        if now.state in _OPEN:
            if not path_of(now).exists():
                raise Problem(409, f"{now.name} is no longer here; give the file again.")
            now.state, now.problem = Import.State.WAITING, ""
            now.save()
    return now


def accept(given: Import, renames: dict[str, str], seen: str | None = None, *, anyway: bool = False) -> Table:
    """Let the compared edition stand. ``renames`` maps columns that are missing to new ones: recorded as mends, put first.
    ``seen`` is the number of the edition that it was compared with.

    Raises Overtaken when another edition stands by now, and WouldBreak for an edition of which no plate could be made, a mend not
    fitting it, unless it is wanted ``anyway``.
    """
    _only_while(given, Import.State.COMPARED)
    assert given.table is not None and given.edition is not None
    mends = mapping_mends(renames)
    raw = EDITIONS.open(given.edition)
    check_mapping(raw, renames)
    while True:
        table = Table.everything.get(pk=given.table.pk)
        tag, all_mends = table.tag(), [*mends, *table.mends()]
        if not anyway:
            check_edition(OWNER, TableOfLibrary(table), raw, all_mends, f"edition {given.edition.number}")
        with transaction.atomic():
            now = standing(given, Import.State.COMPARED)
            table = Table.everything.select_for_update().get(pk=given.table.pk)
            confirm_edition(table, seen)
            if table.tag() != tag:
                continue  # its mends were changed while these were laid on
            if mends:
                change = f"Columns of edition {given.edition.number} mapped"
                table.record(change, mends=all_mends, targets=table.targets())
            Edition.objects.filter(pk=given.edition.pk).update(accepted=True)
            table.current = Edition.objects.get(pk=given.edition.pk)
            table.save()
            now.delete()
        return table


def confirm_edition(table: Table, seen: str | None) -> None:
    """Raises Overtaken when another edition stands than the one that was seen. To be called inside a transaction."""
    if seen is not None and seen != str(table.edition().number):
        raise Overtaken(f"“{table.name}”", [f"edition {table.edition().number} stands"])


def compared_anew(given: Import) -> dict[str, Any] | None:
    """What the import would change, told of the edition that stands by now: another may, since it was compared."""
    table, edition = given.table, given.edition
    if given.state != Import.State.COMPARED or not table or not edition:
        return None
    if given.comparison.get("against") == table.edition().number:
        return None
    key = f"{edition.pk} {key_of(table.edition(), table.mends())}"
    return _COMPARED_ANEW.get(key, lambda: comparison_of(table, EDITIONS.open(edition), {}))


_COMPARED_ANEW: Kept[str, dict[str, Any]] = Kept(lambda results: len(results) > 24)


def compared_with(given: Import, renames: dict[str, str]) -> dict[str, Any]:
    """What the compared edition would change if missing columns were mapped so."""
    _only_while(given, Import.State.COMPARED)
    assert given.table is not None and given.edition is not None
    return comparison_of(given.table, EDITIONS.open(given.edition), renames)


def comparison_of(table: Table, data: CoreTable, renames: dict[str, str]) -> dict[str, Any]:
    """The edition that stands against a new one, as it is kept and answered."""
    found = asdict(change_by(OWNER, TableOfLibrary(table), data, renames))
    return {**found.pop("comparison"), "against": table.edition().number, **found}


def taken_already(table: Table, path: Path, asked: dict[str, Any]) -> Edition | None:
    """The last edition of a table that was read from the very bytes of a file, in the same way."""
    size = path.stat().st_size
    with path.open("rb") as file:
        for edition in table.editions.filter(accepted=True, file_bytes=size).order_by("-number"):
            if edition.asked == asked and is_of_file(edition, file):
                return edition
    return None


def cancel(given: Import) -> None:
    """Leave a file out, whatever became of it. A reading that is under way is broken off, and removed by who reads."""
    with transaction.atomic():
        now = standing(given)
        if now.state == Import.State.READING:
            # Heard before what was read is kept, since that needs the database as well.
            PROGRESS.cancel(now.pk)
            return
    remove(given)


def standing(given: Import, *states: str) -> Import:
    """The import as it is now, while nobody else can change it. To be called inside a transaction.

    Raises Problem when it is gone, or in none of the states.
    """
    now = Import.objects.select_for_update().select_related("table", "edition").filter(pk=given.pk).first()
    if now is None:
        raise Problem(404, f"{given.name} was discarded, or is in already.")
    if states:
        _only_while(now, *states)
    return now


def worked(worker: Worker, job: str, given: Import, asked: TableSpec, told: Told = quiet) -> Any:
    """What a process of its own makes of the file. Raises IntakeError, naming the file, also where it ends that process."""
    path = path_of(given)
    if not path.exists():
        raise Problem(409, f"{given.name} is no longer here; give the file again.")
    try:
        return worker.do(job, str(path), given.name, reading_of(asked), told=told)
    except WorkFailed as error:
        raise IntakeError(f"the file cannot be read: {error}", path=given.name) from error


def _checked(asked: dict[str, Any]) -> dict[str, Any]:
    """Raises RecipeError for a way of reading that is not well formed."""
    return _dumped(reading_of(load_table_part(asked)))


def _dumped(asked: ReadingSpec) -> dict[str, Any]:
    return dump_table_part(TableSpec(**vars(asked)))


_OPEN = (Import.State.LOOKING, Import.State.FAILED)
"""States in which it is still to be said how the file is to be read."""
_IS = {
    Import.State.LOOKING: "has not been read yet",
    Import.State.WAITING: "is waiting to be read",
    Import.State.READING: "is being read",
    Import.State.COMPARED: "has been read and compared",
    Import.State.DONE: "is in already",
    Import.State.FAILED: "could not be read",
}


def _only_while(given: Import, *states: str) -> None:
    if given.state not in states:
        raise Problem(409, f"{given.name} {_IS[Import.State(given.state)]}, so this cannot be done with it now.")


def _too_large(size: int, name: str) -> Problem:
    most = settings.UPLOAD_BYTES_MOST
    return Problem(
        413,
        f"{name}: the file has {size / 1024**2:,.0f} MB, more than the {most / 1024**2:,.0f} MB that are taken in; "
        "leave out columns or records you do not need.",
        name,
    )
