"""A sentence that names no table: which of several it is of, and what it says of each."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.matrices.statement.typed import Understood, named_of, understand
from mottled_finch.core.tables.table import Table

T = TypeVar("T")
_LOOKED_AT = 4
"""Tables that are opened to see what a sentence says of them: those whose columns it names most."""


@dataclass(frozen=True, kw_only=True)
class Fitting(Generic[T]):
    """A table that a sentence may be of, with what it says of it."""

    table: T
    understood: Understood


def tables_that_fit(
    text: str,
    tables: Sequence[T],
    called: Callable[[T], str],
    columns: Callable[[T], Sequence[str]],
    opened: Callable[[T], Table],
) -> list[Fitting[T]]:
    """The tables that a sentence may be of, those of which least of it is left over first; of equals, in the order given.

    ``called`` gives a table's name, ``columns`` the names of its columns without opening it, ``opened`` its records.
    """
    named = [(named_of(text, columns(table)), table) for table in tables]
    ranked = [table for count, table in sorted(named, key=lambda each: -each[0]) if count > 0]
    found = []
    for table in ranked[:_LOOKED_AT]:
        try:
            found.append(Fitting(table=table, understood=understand(text, opened(table), called(table))))
        except RecipeError:
            continue
    return sorted(found, key=lambda each: _left_over(each.understood))


def _left_over(understood: Understood) -> tuple[int, int]:
    return sum(len(left.text) for left in understood.left), sum(not doubt.sure for doubt in understood.doubts)
