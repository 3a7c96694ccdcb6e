"""What changes tables: one function an action, which holds the transaction and the history entry."""

import io
from typing import Any, BinaryIO

from django.db import transaction

from mottled_finch.core.errors import IntakeError
from mottled_finch.core.mends import apply_mends, mend_words
from mottled_finch.core.recipe import TableSpec, dump_table_part

from ..refusal import Problem
from .imports import receive, remove
from .mended import spec_of
from .models import Import, Table
from .reading import carry_out
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
        remove(given)
        raise IntakeError(given.problem.removeprefix(f"{given.name}: "), path=given.name)
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
        mends = dump_table_part(TableSpec(mends=spec.mends)).get("mends", [])
        table.record(_change(before, spec.mends), mends=mends, targets=table.targets())
    return table


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
        table.step(steps)
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
