"""Reading the file of an import and keeping it: all of it is there afterwards, or nothing."""

import threading
from dataclasses import asdict
from pathlib import PurePath
from typing import Any

from django.db import transaction

from mottled_finch.core.compare import compare
from mottled_finch.core.errors import CoreError
from mottled_finch.core.intake import read_file
from mottled_finch.core.mends import apply_mends
from mottled_finch.core.recipe import load_table_part
from mottled_finch.core.table import Table as CoreTable

from .files import opened, path_of, told_when_full
from .imports import remove
from .mended import key_of, mended, spec_of
from .models import Edition, Import, Table
from .progress import PROGRESS, Canceled
from .storage import packed_source, store_columns, store_source
from .summary import summary_of

WORKING = threading.Lock()
"""One file is read at a time: two large ones at once would need the memory of both."""


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
            with told_when_full(given.name):
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
    with opened(given) as source:
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


def _fail(given: Import, problem: str) -> None:
    given.refresh_from_db()
    given.state, given.problem, given.edition = Import.State.FAILED, problem, None
    given.save()  # the file stays, so that it can be read in another way


def _table_name(file_name: str) -> str:
    """What a table is called at first: the file's name without its folder and endings."""
    path = PurePath(file_name.replace("\\", "/"))
    if path.suffix.lower() == ".gz" and path.stem:
        path = PurePath(path.stem)
    return path.stem[:200] or "Table"
