"""Large arrays whose memory is used again.

Memory fresh from the system is slow at first touch: for ten million records that costs more than the whole pass over them.
"""

from collections import deque
from threading import Lock
from typing import Any
from weakref import finalize

import numpy as np
from numpy.typing import NDArray

MOST = 256 * 1024**2
"""Bytes of memory that nobody uses at the moment but is held on to."""
_WORTH = 1 << 20


class _Loan:
    """A block while it is lent. Every array that looks at it, and every part of one, holds on to the loan; when the last of them
    goes, so does the loan, and the block comes back.
    """

    def __init__(self, block: NDArray[np.uint8]) -> None:
        self.__array_interface__ = block.__array_interface__


class Buffers:
    """Blocks of memory, each lent out as one array. A block is free again when no array looks at it any more."""

    def __init__(self) -> None:
        self._free: list[NDArray[np.uint8]] = []
        self._back: deque[NDArray[np.uint8]] = deque()
        self._lock = Lock()

    def empty(self, length: int, kind: Any) -> NDArray[Any]:
        """An array of so many values, whatever they are; like ``np.empty``."""
        size = length * np.dtype(kind).itemsize
        if size < _WORTH:
            return np.empty(length, dtype=kind)
        with self._lock:
            self._take_back()
            block = self._taken(size)
        if block is None:
            block = np.empty(size, dtype=np.uint8)
        loan = _Loan(block)
        # It may come back in any thread and at any time, also while this one holds the lock: so it is only laid down here.
        finalize(loan, self._back.append, block).atexit = False
        found: NDArray[Any] = np.asarray(loan)[:size].view(kind)
        return found

    def clear(self) -> None:
        """Hold on to nothing any more."""
        with self._lock:
            self._take_back()
            self._free = []

    @property
    def free_bytes(self) -> int:
        """Bytes that nobody uses."""
        with self._lock:
            self._take_back()
            return sum(block.nbytes for block in self._free)

    def _take_back(self) -> None:
        """What came back is free, and the longest held goes back to the system where that is too much."""
        while self._back:
            self._free.append(self._back.popleft())
        over = sum(block.nbytes for block in self._free) - MOST
        while over > 0:
            over -= self._free.pop(0).nbytes

    def _taken(self, size: int) -> NDArray[np.uint8] | None:
        """A free block, large enough and at most twice as large as needed: the one used last, which may still be in a cache."""
        for i, block in reversed(list(enumerate(self._free))):
            if size <= block.nbytes <= 2 * size:
                return self._free.pop(i)
        return None


BUFFERS = Buffers()
