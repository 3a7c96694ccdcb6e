"""What pivots of one table leave for the next: the cells of its records, what was gathered by cell, members cut from moments.

Keys say all that a thing depends on, and tables never change, so nothing goes stale. Asking for another show, order or measure
then touches no more records than it must.
"""

from collections import OrderedDict
from collections.abc import Callable
from itertools import count
from threading import Lock
from typing import Protocol, TypeVar, cast
from weakref import WeakKeyDictionary

from ..table import Table


class Sized(Protocol):
    @property
    def nbytes(self) -> int: ...


T = TypeVar("T", bound=Sized)
LEAST_BYTES, MOST_BYTES = 64 * 1024**2, 384 * 1024**2


class Memory:
    """Things by key, the least recently used of which go when they take more than ``most`` bytes. Safe between threads.

    What two threads make at once, both make: none waits for a lock while it works, and they make the same.
    """

    def __init__(self, most: int) -> None:
        self.most = most
        self._things: OrderedDict[str, Sized] = OrderedDict()
        self._lock = Lock()

    def keep(self, key: str, make: Callable[[], T]) -> T:
        """The thing of that key, made now unless it is kept already."""
        with self._lock:
            if key in self._things:
                self._things.move_to_end(key)
                return cast(T, self._things[key])
        made = make()
        with self._lock:
            kept = cast(T, self._things.setdefault(key, made))
            self._shrink()
        return kept

    def _shrink(self) -> None:
        taken = sum(thing.nbytes for thing in self._things.values())
        while taken > self.most and len(self._things) > 1:
            _, gone = self._things.popitem(last=False)
            taken -= gone.nbytes

    def __contains__(self, key: str) -> bool:
        return key in self._things

    def __len__(self) -> int:
        return len(self._things)


_MEMORIES: "WeakKeyDictionary[Table, Memory]" = WeakKeyDictionary()
_LOCK = Lock()


def memory_of(table: Table) -> Memory:
    """The memory of a table, which goes with it. It takes about as much again as the table does, within limits."""
    with _LOCK:
        if table not in _MEMORIES:
            _MEMORIES[table] = Memory(min(max(LEAST_BYTES, table.nbytes), MOST_BYTES))
        return _MEMORIES[table]


_SERIALS: "WeakKeyDictionary[Table, int]" = WeakKeyDictionary()
_NEXT = count(1)


def serial_of(table: Table) -> int:
    """A number that no other table has had: what is kept of two tables together names one of them by it."""
    with _LOCK:
        return _SERIALS.setdefault(table, next(_NEXT))


def forget(table: Table) -> None:
    """Begin anew, as if the table had just been opened."""
    with _LOCK:
        _MEMORIES.pop(table, None)
