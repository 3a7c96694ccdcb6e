"""The tables of the library by name, as mends bring columns from them."""

import hashlib
import json
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Any

from mottled_finch.core.common.errors import TableError, did_you_mean
from mottled_finch.core.tables.mends import Library, Mended
from mottled_finch.core.tables.mends.bringing.library import circle
from mottled_finch.core.tables.table import Table as CoreTable

from ..finding import free_name
from .models import Edition, Table


@dataclass(frozen=True, kw_only=True)
class Standing:
    """An edition and the mends to be laid on it, with the tables that these bring columns from, as all of them stand at one time.

    ``others`` are these by name; a text says why one is not to be had.
    """

    edition: Edition
    mends: list[dict[str, Any]]
    others: "dict[str, Standing | str]" = field(default_factory=dict)

    @property
    def key(self) -> str:
        """What the mended edition depends on, as one short text."""
        parts = [self.mends, {name: other if isinstance(other, str) else other.key for name, other in self.others.items()}]
        digest = hashlib.blake2b(json.dumps(parts if self.others else self.mends).encode(), digest_size=12).hexdigest()
        return f"{self.edition.pk}:{digest}"


def standing_of(edition: Edition, mends: list[dict[str, Any]]) -> Standing:
    """An edition with mends, and all that these bring columns from."""
    return _standing(edition, mends, ())


def _standing(edition: Edition, mends: list[dict[str, Any]], within: tuple[int, ...]) -> Standing:
    within = (*within, edition.table_id)
    others: dict[str, Standing | str] = {}
    for name in names_in(mends):
        other = table_named(name)
        if other is None:
            others[name] = f'there is no table "{name}"; {did_you_mean(name, _names())}'
        elif other.pk in within:
            others[name] = circle(name, "").message
        else:
            others[name] = _standing(other.edition(), other.mends(), within)
    return Standing(edition=edition, mends=mends, others=others)


def all_others(standing: Standing) -> dict[str, Standing]:
    """All tables by name that a standing edition brings columns from, by itself or by others."""
    found: dict[str, Standing] = {}
    for name, other in standing.others.items():
        if isinstance(other, Standing):
            found |= {name: other, **all_others(other)}
    return found


def names_in(mends: list[dict[str, Any]]) -> Iterator[str]:
    """The tables that mends bring columns from."""
    return iter(dict.fromkeys(mend["from"] for mend in mends if mend["do"] == "bring"))


def table_named(name: str) -> Table | None:
    """The table of a name; of several, the one that had it first. One in the bin is found where no other has its name."""
    return Table.named(name=name, current__isnull=False)


def free_table_name(name: str) -> str:
    """The name, or one with a number behind that no table has: mends find tables by name."""
    return free_name(name, _names(), 200)


def _names() -> list[str]:
    return list(Table.objects.values_list("name", flat=True))


def users_of(table: Table) -> list[Table]:
    """The tables whose mends that stand bring columns from this one."""
    others = Table.standing(removed=True).exclude(pk=table.pk)
    named = table_named(table.name)
    return [other for other in others if table.name in names_in(other.mends())] if named and named.pk == table.pk else []


def library_of(standing: Standing, make: Callable[[Standing], Mended]) -> Library:
    """Where the mends of a standing edition find other tables; ``make`` mends these."""

    def find(name: str, path: str) -> CoreTable:
        other = standing.others.get(name, f'there is no table "{name}" to bring columns from')
        if isinstance(other, str):
            raise TableError(other, path=path, received=name)
        found = make(other)
        for step in found.steps:
            if step.problem:
                raise TableError(f'“{step.words}” does not fit "{name}": {step.problem}', path=path, received=name)
        return found.table

    return find
