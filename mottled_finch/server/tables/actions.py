"""What changes tables: one function an action, which holds the transaction and the history entry."""

import hashlib
import io
from typing import BinaryIO

from django.db import transaction

from mottled_finch.app.editions import check_edition
from mottled_finch.app.mends import change_in_words, check_mends, plain_mends
from mottled_finch.app.ports import OWNER
from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import TableSpec

from ..refusal import Overtaken, Problem
from .here import TableOfLibrary
from .imports import confirm_edition, receive
from .library import users_of
from .mended import library_for, spec_of
from .models import Import, Table
from .reading import carry_out
from .storage import EDITIONS
from .tidying import remove


def import_table(source: BinaryIO, file_name: str) -> Table:
    """Read a file and keep it as a new table, at once. All of it is there afterwards, or nothing.

    Raises IntakeError when the file cannot be read.
    """
    size = source.seek(0, io.SEEK_END)
    source.seek(0)
    return bring_in(receive(source, size, file_name))


def bring_in(given: Import) -> Table:
    """Carry an import out at once and give its table. Raises IntakeError, and leaves no import behind, when it fails."""
    carry_out(given, Import.State.LOOKING)
    if given.state == Import.State.FAILED:
        remove(given)
        raise IntakeError(given.problem.removeprefix(f"{given.name}: "), path=given.name)
    if given.table is None:
        raise Problem(409, f"{given.name} was discarded while it was read.")
    table = given.table
    given.delete()
    return table


def remove_table(table: Table) -> None:
    """Put a table into the bin, without what is on its way in to it. Plates, plans and tables that use it keep it."""
    with transaction.atomic():
        for given in table.imports.all():
            remove(given)
        table.remove()


def change_mends(table_id: int, spec: TableSpec, seen: str | None = None) -> Table:
    """Save a list of mends as the next version; what waited for redo is gone.

    A mend that is new to the list and does not fit the table changes nothing and raises CoreError: one that stood there before
    may have stopped fitting with a new edition, and stays until it is taken out. Raises Overtaken where another version stands than
    the one that was ``seen``; without one it is laid over whatever stands.
    """
    while True:
        table = Table.everything.select_related("current").get(pk=table_id)
        edition, tag, before = table.edition(), table.tag(), spec_of(table.mends()).mends
        if spec.mends == before:
            return table
        table.confirm(seen, f"“{table.name}”")
        mends = plain_mends(spec.mends)
        check_mends(EDITIONS.open(edition), before, spec.mends, library_for(edition, mends))
        with transaction.atomic():
            table = Table.everything.select_for_update().get(pk=table_id)
            table.confirm(seen, f"“{table.name}”")
            if table.tag() != tag or table.current_id != edition.pk:
                continue  # others were quicker: what is laid over theirs is looked at again
            table.record(change_in_words(before, spec.mends), unseen=seen is None, mends=mends, targets=table.targets())
        return table


def step_mends(table_id: int, steps: int, seen: str | None = None) -> Table:
    """Undo (-1) or redo (+1)."""
    with transaction.atomic():
        table = Table.everything.select_for_update().get(pk=table_id)
        table.confirm(seen, f"“{table.name}”")
        table.step(steps)
    return table


def leave_finding(table_id: int, key: str, *, left: bool) -> Table:
    """Leave a finding as it is, or take that back."""
    with transaction.atomic():
        table = Table.everything.select_for_update().get(pk=table_id)
        table.left = [each for each in table.left if each != key] + ([key] if left else [])
        table.save(update_fields=["left"])
    return table


def return_to(table_id: int, number: int, seen: str | None = None, *, anyway: bool = False) -> Table:
    """Let another edition stand, older or newer. ``seen`` is the number of the one that stood when this was decided.

    Raises WouldBreak for an edition of which no plate could be made, a mend not fitting it, unless it is wanted ``anyway``.
    """
    while True:
        table = Table.everything.get(pk=table_id)
        edition = table.editions.filter(number=number, accepted=True).first()
        if edition is None:
            raise Problem(404, f'"{table.name}" has no edition {number}.')
        tag = table.tag()
        if not anyway:
            check_edition(OWNER, TableOfLibrary(table), EDITIONS.open(edition), table.mends(), f"edition {number}")
        with transaction.atomic():
            table = Table.everything.select_for_update().select_related("current").get(pk=table_id)
            confirm_edition(table, seen)
            if table.tag() != tag:
                continue
            table.current = edition
            table.save(update_fields=["current"])
        return table


def name_tag(table: Table) -> str:
    """What a name is told from others by."""
    return hashlib.blake2b(table.name.encode("utf-8", "surrogatepass"), digest_size=8).hexdigest()


def rename_table(table_id: int, name: str, seen: str | None = None) -> Table:
    """Give a table another name. Raises Overtaken where it has another than the one that was seen."""
    name = " ".join(name.split())[:200]
    if not name:
        raise Problem(422, "The table needs a name; type one.", "name")
    with transaction.atomic():
        table = Table.everything.select_for_update().get(pk=table_id)
        if name == table.name:
            return table
        if seen is not None and seen != name_tag(table):
            raise Overtaken("The name", [f"it is called “{table.name}”"])
        if Table.objects.filter(name=name).exists():
            raise Problem(409, f"There is a table “{name}” already; choose another name.", "name")
        _follow(users_of(table), table.name, name)
        table.name = name
        table.save(update_fields=["name"])
    return table


def _follow(users: list[Table], old: str, new: str) -> None:
    """Let all versions of some tables' mends bring from a table by its new name. To be called inside a transaction."""
    for user in users:
        for version in user.versions.all():
            renamed = [{**mend, "from": new} if mend["do"] == "bring" and mend["from"] == old else mend for mend in version.mends]
            if renamed != version.mends:
                version.mends = renamed
                version.save(update_fields=["mends"])
