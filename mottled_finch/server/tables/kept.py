"""Results that are kept in memory while they are wanted."""

from collections import OrderedDict
from collections.abc import Callable, Collection, Hashable
from threading import Lock
from typing import Any, Generic, TypeVar
from weakref import WeakSet

K = TypeVar("K", bound=Hashable)
T = TypeVar("T")


KEPT: "WeakSet[Kept[Any, Any]]" = WeakSet()
"""All that this process keeps."""


class Kept(Generic[K, T]):
    """Results by key, of which the least recently used go when it is ``too_much``, but never the last.

    Keys say all that a result depends on, so nothing goes stale. Requests that want the same result at the same time wait for
    the first of them to make it.
    """

    def __init__(self, too_much: Callable[[Collection[T]], bool]) -> None:
        self._too_much = too_much
        self._results: OrderedDict[K, T] = OrderedDict()
        self._making: dict[K, Lock] = {}
        self._lock = Lock()
        KEPT.add(self)

    def shed(self) -> bool:
        """Forget the half that was longest not asked for, of two results or more; whether there was any."""
        with self._lock:
            many = len(self._results) // 2
            for _ in range(many):
                self._results.popitem(last=False)
        return many > 0

    def get(self, key: K, make: Callable[[], T]) -> T:
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
            except BaseException:
                with self._lock:
                    self._making.pop(key, None)
                raise
            with self._lock:
                self._making.pop(key, None)
                self._results[key] = made
                while len(self._results) > 1 and self._too_much(self._results.values()):
                    self._results.popitem(last=False)
        return made

    def forget(self, key: K) -> None:
        with self._lock:
            self._results.pop(key, None)
