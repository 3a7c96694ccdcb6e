"""Editions with their table's mends laid on, and what is worked out from them, kept while it is wanted."""

from typing import Any, Literal

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.recipe import TableSpec, load_table_part
from mottled_finch.core.matrices.pivot.targets import Editions, no_editions
from mottled_finch.core.tables.findings import Finding, find_all
from mottled_finch.core.tables.mends import Library, Mended, apply_mends
from mottled_finch.core.tables.table import Table as CoreTable

from .kept import Kept
from .library import Standing, library_of, standing_of
from .models import Edition, Table
from .storage import EDITIONS
from .summary import SUMMARY_FORMAT, summary_of

_MENDED: Kept[str, Mended] = Kept(lambda results: len(results) > 6)
_SUMMARIES: Kept[str, dict[str, Any]] = Kept(lambda results: len(results) > 200)
_FINDINGS: Kept[str, list[Finding]] = Kept(lambda results: len(results) > 24)


def key_of(edition: Edition, mends: list[dict[str, Any]]) -> str:
    """What a mended edition depends on, as one short text."""
    return standing_of(edition, mends).key


def summary_key(edition: Edition, mends: list[dict[str, Any]]) -> str:
    """What a kept summary depends on: the mended edition, and what a summary holds."""
    return f"{key_of(edition, mends)}:{SUMMARY_FORMAT}"


def spec_of(mends: list[dict[str, Any]]) -> TableSpec:
    return load_table_part({"mends": mends})


def mended(edition: Edition, mends: list[dict[str, Any]]) -> Mended:
    """An edition with mends laid on. One that does not fit is told in its step and passed over."""
    return _made(standing_of(edition, mends))


def _made(standing: Standing) -> Mended:
    return _MENDED.get(standing.key, lambda: _laid(EDITIONS.open(standing.edition), standing))


def laid_on(data: CoreTable, edition: Edition, mends: list[dict[str, Any]]) -> Mended:
    """The same of data that may not be kept yet, for an edition of the same table."""
    return _laid(data, standing_of(edition, mends))


def broken_by(user: Table, table: Table, after: Mended) -> list[str]:
    """Why mends of a table that brings columns from another would no longer fit, if that were mended so; nothing where they did not
    fit before.
    """
    before = mended(user.edition(), user.mends())
    standing = standing_of(user.edition(), user.mends())

    def make(other: Standing) -> Mended:
        return after if other.edition.table_id == table.pk else _made(other)

    mends = spec_of(user.mends()).mends
    now = apply_mends(EDITIONS.open(user.edition()), mends, library_of(standing, make), tolerant=True)
    return [step.problem for step, was in zip(now.steps, before.steps, strict=True) if step.problem and not was.problem]


def _laid(data: CoreTable, standing: Standing) -> Mended:
    return apply_mends(data, spec_of(standing.mends).mends, library_of(standing, _made), tolerant=True)


def library_for(edition: Edition, mends: list[dict[str, Any]]) -> Library:
    """Where mends of the edition's table find others."""
    return library_of(standing_of(edition, mends), _made)


def edition_of(table: Table, number: int | Literal["before"]) -> Edition | None:
    """An edition by its number, or the one before that which stands."""
    accepted = table.editions.filter(accepted=True)
    if number == "before":
        return accepted.filter(number__lt=table.edition().number).last()
    return accepted.filter(number=number).first()


def editions_of(table: Table, mends: list[dict[str, Any]]) -> Editions:
    """Other editions of a table, with mends laid on: by number, or the one before that which stands."""

    def other(number: int | Literal["before"], path: str) -> CoreTable:
        found = edition_of(table, number)
        if found is None:
            return no_editions(number, path)
        try:
            return readable_table(mended(found, mends))
        except TableError as error:
            raise TableError(f"a mend does not fit edition {found.number}: {error.message}", path=path) from error

    return other


def data_of(table: Table) -> CoreTable:
    """What plates are made from. Raises TableError when a mend does not fit: a figure never leaves one out in silence."""
    return readable_table(mended(table.edition(), table.mends()))


def readable_table(found: Mended) -> CoreTable:
    """The mended table, if every mend fits."""
    for i, step in enumerate(found.steps):
        if step.problem:
            raise TableError(step.problem, path=f"table.mends[{i}]", allowed=found.table.names)
    return found.table


def findings(edition: Edition, mends: list[dict[str, Any]]) -> list[Finding]:
    """What may be wrong with the table as it is mended."""
    return _FINDINGS.get(key_of(edition, mends), lambda: find_all(mended(edition, mends).table))


def summary(table: Table) -> dict[str, Any]:
    """What the desk, the heads of the grid and the statement show of the table as it is mended: as it was kept with the table, or,
    where it is of another edition or other mends, made anew.
    """
    edition, mends = table.edition(), table.mends()
    key = summary_key(edition, mends)
    if table.summary.get("key") == key:
        kept: dict[str, Any] = table.summary
        return kept
    return _SUMMARIES.get(key, lambda: {"key": key, **summary_of(mended(edition, mends).table)})


def keep_summary(table: Table) -> None:
    """Keep it with the table, so that a library of large tables opens without opening them. For what changes a table: what only
    looks writes nothing.
    """
    found = summary(table)
    if found is not table.summary:
        table.summary = found
        Table.everything.filter(pk=table.pk).update(summary=found)
