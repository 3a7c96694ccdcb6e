"""What has to hold of a table before anything is made of it. ``GUARDS`` is the table that a new one is entered in."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import asdict, dataclass, field
from importlib import import_module
from typing import Any

import numpy as np

from mottled_finch.core.common.errors import TableError
from mottled_finch.core.common.language.english import counted
from mottled_finch.core.tables.table import Kind, Table
from mottled_finch.core.tables.table.rounding import percent_text

from .spec import GuardsSpec

_LISTED = 5
_MEMBERS_MOST = 100_000


@dataclass(frozen=True, kw_only=True)
class Standing:
    """What is remembered of a table that was taken: its records and columns, the members of guarded fields, the sums of others."""

    records: int
    columns: tuple[str, ...]
    members: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    totals: Mapping[str, float] = field(default_factory=dict)

    def plain(self) -> dict[str, Any]:
        return asdict(self)


def standing_from(plain: Mapping[str, Any]) -> Standing:
    """The inverse of ``plain``."""
    members = {name: tuple(each) for name, each in plain.get("members", {}).items()}
    return Standing(
        records=int(plain["records"]),
        columns=tuple(plain["columns"]),
        members=members,
        totals={name: float(total) for name, total in plain.get("totals", {}).items()},
    )


def standing_of(table: Table, guards: GuardsSpec) -> Standing:
    """What will be remembered of a table. Raises TableError for a guarded field that is not there, or of another kind."""
    members = {name: _members(table, name, f"guards.known[{i}]") for i, name in enumerate(guards.known)}
    totals = {name: _total(table, name, f"guards.totals.{name}") for name in guards.totals}
    return Standing(records=table.records, columns=tuple(table.names), members=members, totals=totals)


def _members(table: Table, name: str, path: str) -> tuple[str, ...]:
    column = table.column(name, path)
    if column.kind is not Kind.CATEGORY:
        raise TableError(f'"{name}" holds no categories; guard a field that does', path=path, received=name)
    entries = column.entries
    assert entries is not None, "categories have a dictionary"
    found = [str(entries[code]) for code in np.unique(column.data).tolist() if code]
    if len(found) > _MEMBERS_MOST:
        raise TableError(f'"{name}" has {len(found):,} categories, too many to be known', path=path, received=name)
    return tuple(found)


def _total(table: Table, name: str, path: str) -> float:
    column = table.column(name, path)
    if column.kind is not Kind.NUMBER:
        raise TableError(f'"{name}" holds no numbers; guard a field that does', path=path, received=name)
    return float(np.nansum(column.data))


@dataclass(frozen=True, kw_only=True)
class Guarded:
    """A table, what it says, and what the last one said that was made; None where there is none."""

    table: Table
    now: Standing
    last: Standing | None
    guards: GuardsSpec


def failing(guarded: Guarded) -> list[str]:
    """What does not hold, a sentence each."""
    return [words for find in GUARDS.values() for words in find(guarded)]


def _records(guarded: Guarded) -> Iterator[str]:
    least, last = guarded.guards.records, guarded.last
    if least is not None and last is not None and guarded.now.records < least * last.records:
        share, now = guarded.now.records / last.records, counted(guarded.now.records, "record")
        yield f"{now}, {percent_text(share)} of the {last.records:,} of last time, and {percent_text(least)} is the least"


def _columns(guarded: Guarded) -> Iterator[str]:
    gone = [name for name in guarded.last.columns if name not in guarded.now.columns] if guarded.last else []
    if guarded.guards.columns and gone:
        yield f"{'a column is' if len(gone) == 1 else 'columns are'} gone: {_listed(gone)}"


def _known(guarded: Guarded) -> Iterator[str]:
    for name, members in guarded.now.members.items():
        before = guarded.last.members.get(name) if guarded.last else None
        unknown = [each for each in members if before is not None and each not in set(before)]
        if unknown:
            yield f"unknown in {name}: {_listed(unknown)}"


def _totals(guarded: Guarded) -> Iterator[str]:
    for name, share in guarded.guards.totals.items():
        before = guarded.last.totals.get(name) if guarded.last else None
        now = guarded.now.totals[name]
        if before is not None and abs(now - before) > share * abs(before):
            moved = f"{(now - before) / abs(before):+.1%}" if before else "from nothing"
            yield f"{name} sums to {now:,.6g} against {before:,.6g} ({moved}), and {percent_text(share)} is the most"


def _without(guarded: Guarded) -> Iterator[str]:
    for name in guarded.guards.without:
        for finding in import_module(f"mottled_finch.core.tables.findings.{name}").find(guarded.table):
            yield f"found: {finding.words.rstrip('.')}"


def _listed(names: list[str]) -> str:
    more = f", and {len(names) - _LISTED:,} more" if len(names) > _LISTED else ""
    return ", ".join(f"“{name}”" for name in names[:_LISTED]) + more


GUARDS: dict[str, Callable[[Guarded], Iterator[str]]] = {
    "records": _records,
    "columns": _columns,
    "known": _known,
    "totals": _totals,
    "without": _without,
}
"""By their keys in a plan."""
