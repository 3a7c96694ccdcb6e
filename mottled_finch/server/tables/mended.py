"""Editions with their table's mends laid on, and what is worked out from them, kept while it is wanted."""

import hashlib
import json
from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Any, Generic, TypeVar

from mottled_finch.core.errors import TableError
from mottled_finch.core.findings import Finding, find_all
from mottled_finch.core.mends import Mended, apply_mends
from mottled_finch.core.recipe import TableSpec, load_table_part
from mottled_finch.core.table import Table as CoreTable

from .models import Edition, Table
from .storage import EDITIONS

T = TypeVar("T")
KEPT_MOST = 6


class Kept(Generic[T]):
    """The last few results by key, the least recently used dropped first. Keys say all that a result depends on.

    Requests that want the same result at the same time wait for the first of them to make it.
    """

    def __init__(self, most: int = KEPT_MOST) -> None:
        self._most = most
        self._results: OrderedDict[str, T] = OrderedDict()
        self._making: dict[str, Lock] = {}
        self._lock = Lock()

    def get(self, key: str, make: Callable[[], T]) -> T:
        with self._lock:
            if key in self._results:
                self._results.move_to_end(key)
                return self._results[key]
            turn = self._making.setdefault(key, Lock())
        with turn:
            with self._lock:
                if key in self._results:
                    return self._results[key]
            try:
                made = make()
            finally:
                with self._lock:
                    self._making.pop(key, None)
            with self._lock:
                self._results[key] = made
                while len(self._results) > self._most:
                    self._results.popitem(last=False)
        return made

    def clear(self) -> None:
        with self._lock:
            self._results.clear()


_MENDED: Kept[Mended] = Kept()
_FINDINGS: Kept[list[Finding]] = Kept(24)


def key_of(edition: Edition, mends: list[dict[str, Any]]) -> str:
    """What a mended edition depends on, as one short text."""
    return f"{edition.pk}:{hashlib.blake2b(json.dumps(mends).encode(), digest_size=12).hexdigest()}"


def spec_of(mends: list[dict[str, Any]]) -> TableSpec:
    return load_table_part({"mends": mends})


def mended(edition: Edition, mends: list[dict[str, Any]]) -> Mended:
    """An edition with mends laid on. One that does not fit is told in its step and passed over."""
    return _MENDED.get(key_of(edition, mends), lambda: apply_mends(EDITIONS.open(edition), spec_of(mends).mends, tolerant=True))


def data_of(table: Table) -> CoreTable:
    """What plates are made from. Raises TableError when a mend does not fit: a figure never leaves one out in silence."""
    found = mended(table.edition(), table.mends())
    for i, step in enumerate(found.steps):
        if step.problem:
            raise TableError(step.problem, path=f"table.mends[{i}]", allowed=found.table.names)
    return found.table


def findings(edition: Edition, mends: list[dict[str, Any]]) -> list[Finding]:
    """What may be wrong with the table as it is mended."""
    return _FINDINGS.get(key_of(edition, mends), lambda: find_all(mended(edition, mends).table))


def forget_all() -> None:
    """Nothing is kept any more; for tests, whose database takes numbers back."""
    _MENDED.clear()
    _FINDINGS.clear()
    EDITIONS.clear()
