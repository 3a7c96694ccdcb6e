"""Reading the file of an import and keeping it: all of it is there afterwards, or nothing."""

import threading
from dataclasses import asdict
from pathlib import PurePath

from django.db import transaction

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import load_table_part
from mottled_finch.work.worker import READS

from .files import opened, path_of, told_when_full
from .imports import comparison_of, taken_already, worked
from .library import free_table_name
from .mended import summary_key
from .models import Edition, Import, Table
from .progress import PROGRESS, LeftOut
from .storage import packed_source, store_columns, store_source
from .summary import summary_of
from .tidying import remove

WORKING = threading.Lock()
"""One file is read at a time: two large ones at once would need the memory of both."""


def carry_out(given: Import, claimed_from: str = Import.State.WAITING) -> Import:
    """Read the file and keep it, as a new table or as the next edition to be compared. All of it is there afterwards, or nothing.

    A failure is told in the import's ``problem``; a cancel removes the import. ``claimed_from`` is the state it is taken up in.
    """
    number = given.pk  # a removed import no longer knows its own
    with WORKING:
        # It may have been left out, or taken up by others, while it waited; then there is nothing to do.
        if not Import.objects.filter(pk=number, state=claimed_from).update(state=Import.State.READING):
            return given
        given.refresh_from_db()  # how it is to be read may have been changed, too
        try:
            with told_when_full(given.name):
                _read_and_store(given)
        except LeftOut:
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

    data, found = worked(READS, "read", given, load_table_part(given.asked), told)
    told(data.records, "keeping")
    with opened(given) as source:
        pieces = packed_source(source)
    told(data.records, "keeping")
    comparison = comparison_of(given.table, data, {}) if given.table else {}
    if given.table and (same := taken_already(given.table, path_of(given), given.asked)):
        comparison["taken"] = same.number
    summary = {} if given.table else summary_of(data)  # worked out here, so that no request has to wait for it
    with transaction.atomic():
        now = Import.objects.select_for_update().filter(pk=given.pk).first()
        told(data.records, "keeping")  # the last moment at which a cancel is heard: from here on nobody else changes anything
        if now is None:
            raise LeftOut  # left out with its table
        table = given.table or Table.objects.create(name=free_table_name(_table_name(given.name)))
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
        given.comparison = comparison
        given.state = Import.State.COMPARED if given.table else Import.State.DONE
        if given.table is None:
            table.current = edition
            table.summary = {"key": summary_key(edition, []), **summary}
            table.save()
        given.table, given.edition = table, edition
        given.save()
    path_of(given).unlink(missing_ok=True)


def _fail(given: Import, problem: str) -> None:
    with transaction.atomic():
        now = Import.objects.select_for_update().filter(pk=given.pk).first()
        canceled = PROGRESS.is_canceled(given.pk)
        if now is not None and not canceled:  # the file stays, so that it can be read in another way
            now.state, now.problem, now.edition = Import.State.FAILED, problem, None
            now.save()
    if canceled:
        remove(given)
    given.state, given.problem, given.edition = Import.State.FAILED, problem, None


def _table_name(file_name: str) -> str:
    """What a table is called at first: the file's name without its folder and endings."""
    path = PurePath(file_name.replace("\\", "/"))
    if path.suffix.lower() == ".gz" and path.stem:
        path = PurePath(path.stem)
    return path.stem[:200] or "Table"
