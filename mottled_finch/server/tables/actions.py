"""What changes tables: one function an action, which holds the transaction and the history entry."""

import io
from typing import Any, BinaryIO

import numpy as np
from django.db import transaction

from mottled_finch.core.errors import IntakeError
from mottled_finch.core.mends import apply_mends, mend_words
from mottled_finch.core.recipe import TableSpec, dump_table_part
from mottled_finch.core.recipe.table_spec import CorrectMend
from mottled_finch.core.table import Table as CoreTable
from mottled_finch.core.table import texts_at

from ..problems import Problem
from .imports import carry_out, receive, remove
from .mended import mended, spec_of
from .models import Edition, Import, MendVersion, Table
from .storage import EDITIONS


def import_table(source: BinaryIO, file_name: str) -> Table:
    """Read a file and keep it as a new table, at once. All of it is there afterwards, or nothing.

    Raises IntakeError when the file cannot be read.
    """
    size = source.seek(0, io.SEEK_END)
    source.seek(0)
    return bring_in(receive(source, size, file_name))


def bring_in(given: Import) -> Table:
    """Carry an import out at once and give its table. Raises IntakeError, and leaves no import behind, when it fails."""
    carry_out(given)
    if given.state == Import.State.FAILED:
        name, _, problem = given.problem.partition(": ")
        remove(given)
        raise IntakeError(problem, path=name)
    if given.table is None:
        raise Problem(409, f"{given.name} was left out while it was read.")
    table = given.table
    given.delete()
    return table


def remove_table(table: Table) -> None:
    """Remove a table that no plate is laid on."""
    with transaction.atomic():
        plates = table.plates.count()
        if plates:
            raise Problem(409, f'"{table.name}" carries {plates} plate{"s" if plates > 1 else ""}; remove them first.')
        editions = list(table.editions.values_list("pk", flat=True))
        for given in table.imports.all():
            remove(given)
        Table.objects.filter(pk=table.pk).update(current=None)
        table.delete()
    for edition in editions:
        EDITIONS.forget(edition)


def change_mends(table_id: int, spec: TableSpec) -> Table:
    """Save a list of mends as the next version; what waited for redo is gone.

    A mend that is new to the list and does not fit the table changes nothing and raises CoreError: one that stood there before
    may have stopped fitting with a new edition, and stays until it is taken out.
    """
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=table_id)
        before = spec_of(table.mends()).mends
        if spec.mends == before:
            return table
        raw = EDITIONS.open(table.edition())
        for i, mend in enumerate(spec.mends):
            if mend not in before and not mend.off:
                # Laid on together with those before it, a new mend must fit.
                apply_mends(apply_mends(raw, spec.mends[:i], tolerant=True).table, (mend,), first=i)
        record_mends(table, dump_table_part(TableSpec(mends=spec.mends)).get("mends", []), _change(before, spec.mends))
    return table


def record_mends(table: Table, mends: list[dict[str, Any]], change: str) -> None:
    """Write the next version of a table's mends. To be called inside a transaction."""
    table.mend_versions.filter(number__gt=table.mends_at).delete()
    table.mends_at += 1
    MendVersion.objects.create(table=table, number=table.mends_at, mends=mends, change=change[:200])
    table.save()


def _change(before: tuple[Any, ...], after: tuple[Any, ...]) -> str:
    added = [mend for mend in after if mend not in before]
    gone = [mend for mend in before if mend not in after]
    if len(added) == 1 and len(gone) == 1 and added[0].off != gone[0].off and mend_words(added[0]) == mend_words(gone[0]):
        return f"{'Switched off' if added[0].off else 'Switched on'}: {mend_words(added[0])}"
    if len(added) == 1 and not gone:
        return mend_words(added[0])
    if len(gone) == 1 and not added:
        return f"Taken out: {mend_words(gone[0])}"
    if not added and not gone:
        return "Mends put in another order"
    return f"Changed: {mend_words(added[0])}" if added else f"{len(gone)} mends taken out"


def step_mends(table_id: int, steps: int) -> Table:
    """Undo (-1) or redo (+1)."""
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=table_id)
        to = table.mends_at + steps
        if to < 0 or (to > 0 and not table.mend_versions.filter(number=to).exists()):
            raise Problem(409, "There is nothing to undo." if steps < 0 else "There is nothing to redo.")
        table.mends_at = to
        table.save()
    return table


def leave_finding(table_id: int, key: str, *, left: bool) -> Table:
    """Leave a finding as it is, or take that back."""
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=table_id)
        table.left = [each for each in table.left if each != key] + ([key] if left else [])
        table.save()
    return table


def return_to(table_id: int, number: int) -> Table:
    """Let another edition stand, older or newer."""
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=table_id)
        edition = table.editions.filter(number=number, accepted=True).first()
        if edition is None:
            raise Problem(404, f'"{table.name}" has no edition {number}.')
        table.current = edition
        table.save()
    return table


def rename_table(table_id: int, name: str) -> Table:
    name = name.strip()[:200]
    if not name:
        raise Problem(422, "The table needs a name; type one.", "name")
    with transaction.atomic():
        table = Table.objects.select_for_update().get(pk=table_id)
        table.name = name
        table.save()
    return table


def correct_value(table_id: int, edition: Edition, field: str, record: int, to: str) -> Table:
    """Put one value right, in the record at that number of the edition as it was delivered (counted from 1)."""
    table = Table.objects.get(pk=table_id)
    spec = spec_of(table.mends())
    found = mended(edition, table.mends())
    position = record - 1
    records = edition.records if found.origin is not None else found.table.records
    if not 0 <= position < records:
        raise Problem(422, f"There is no record {record:,}.", "record")
    if found.origin is not None:
        place = (found.origin == record - 1).nonzero()[0]
        if not len(place):
            raise Problem(422, f"Record {record:,} is left out by a mend; switch that off first.", "record")
        position = int(place[0])
    column = found.table.column(field, "field")
    match = identifying(found.table, position, field)
    mend = CorrectMend(
        field=field,
        record=record if match else position + 1,
        was=texts_at(column, _one(position))[0],
        to=to.strip(),
        match=match,
    )
    if mend.was == mend.to:
        return table
    return change_mends(table_id, TableSpec(mends=(*spec.mends, mend)))


def identifying(table: CoreTable, position: int, field: str) -> dict[str, str]:
    """The fewest columns, found greedily, by whose values a record is the only one; none when it never is."""
    left = np.ones(table.records, dtype=bool)
    match: dict[str, str] = {}
    others = [column for column in table.columns if column.name != field]
    while int(left.sum()) > 1 and others:
        alike = {column.name: left & _alike(column, position) for column in others}
        best = min(others, key=lambda column: int(alike[column.name].sum()))
        if int(alike[best.name].sum()) == int(left.sum()):
            return {}
        left = alike[best.name]
        match[best.name] = texts_at(best, _one(position))[0]
        others.remove(best)
    return match if int(left.sum()) == 1 else {}


def _alike(column: Any, position: int) -> Any:
    value = column.data[position]
    return column.data != column.data if value != value else column.data == value


def _one(position: int) -> Any:
    return np.array([position])
