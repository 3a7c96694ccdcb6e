"""Files on their way to becoming editions: taken in, looked at, overruled, queued, compared, accepted, left out.

reading.py reads them, one at a time; progress.py tells how far it is.
"""

from collections.abc import Callable
from typing import Any, BinaryIO, Protocol

from django.db import transaction

from mottled_finch.core.errors import CoreError, IntakeError
from mottled_finch.core.intake import Look, look_at
from mottled_finch.core.mends import apply_mends
from mottled_finch.core.recipe import TableSpec, dump_table_part, load_table_part

from .. import settings
from ..refusal import Problem
from .files import folder, opened, path_of, told_when_full
from .mended import spec_of
from .models import Edition, Import, Table
from .progress import PROGRESS
from .storage import EDITIONS, copy_source

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


def reread(table: Table) -> Import:
    """The file of the edition that stands, laid out to be read in another way."""
    edition = table.edition()
    given = Import(name=edition.file_name, table=table, size=edition.file_bytes, asked=edition.asked)
    return _laid_out(given, lambda file: copy_source(edition, file))


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
    """How a file that was just given would be read. One that cannot be read is removed, and raises IntakeError."""
    try:
        return look(given)
    except BaseException:
        remove(given)
        raise


def look(given: Import) -> Look:
    """How the file would be read. Raises IntakeError when it cannot be."""
    with opened(given) as source:
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


def accept(given: Import, renames: dict[str, str]) -> Table:
    """Let the compared edition stand. ``renames`` maps columns that are missing to new ones: recorded as mends, put first."""
    _only_while(given, Import.State.COMPARED)
    assert given.table is not None and given.edition is not None
    mends = [{"do": "rename", "field": new, "to": old} for old, new in renames.items()]
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=given.table.pk)
        if mends:
            edition = given.edition
            apply_mends(EDITIONS.open(edition), spec_of(mends).mends)  # what does not fit is refused
            table.record(f"Columns of edition {edition.number} mapped", mends=[*mends, *table.mends()])
        Edition.objects.filter(pk=given.edition.pk).update(accepted=True)
        given.edition.refresh_from_db()
        table.current = given.edition
        table.save()
        given.delete()
    return table


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


def _checked(asked: dict[str, Any]) -> dict[str, Any]:
    """Raises RecipeError for a way of reading that is not well formed."""
    spec = load_table_part(asked)
    return dump_table_part(TableSpec(**{**vars(spec), "mends": ()}))


def _only_while(given: Import, *states: str) -> None:
    if given.state not in states:
        raise Problem(409, f"{given.name} is {given.get_state_display().lower()}, so this cannot be done with it now.")


def _too_large(size: int, name: str) -> Problem:
    most = settings.UPLOAD_BYTES_MOST
    return Problem(
        413,
        f"{name}: the file has {size / 1024**2:,.0f} MB, more than the {most / 1024**2:,.0f} MB that are taken in; "
        "leave out columns or records you do not need.",
        name,
    )
