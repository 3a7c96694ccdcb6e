"""Large arrays whose memory is used again.

Memory fresh from the system is slow at first touch: for ten million records that costs more than the whole pass over them.
"""

import sys
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray

MOST = 256 * 1024**2
"""Bytes of memory that nobody uses at the moment but is held on to."""
_WORTH = 1 << 20
_OURS = 3
"""References to a block that nobody else uses: the list's, the loop's and the one that counts them."""


class Buffers:
    """Blocks of memory, each lent out as one array. A block is free again when no array looks at it any more."""

    def __init__(self) -> None:
        self._blocks: list[NDArray[np.uint8]] = []
        self._lock = Lock()

    def empty(self, length: int, kind: Any) -> NDArray[Any]:
        """An array of so many values, whatever they are; like ``np.empty``."""
        size = length * np.dtype(kind).itemsize
        if size < _WORTH:
            return np.empty(length, dtype=kind)
        with self._lock:
            block = self._free(size)
            if block is None:
                block = np.empty(size, dtype=np.uint8)
                self._blocks.append(block)
            found: NDArray[Any] = block[:size].view(kind)
            self._shrink()
        return found

    def clear(self) -> None:
        """Hold on to nothing any more."""
        with self._lock:
            self._blocks = []

    def _free(self, size: int) -> NDArray[np.uint8] | None:
        """A block that nobody uses, large enough and at most twice as large as needed."""
        for block in self._blocks:
            if size <= block.nbytes <= 2 * size and sys.getrefcount(block) == _OURS:
                return block
        return None

    def _shrink(self) -> None:
        """Give the longest held of the free blocks back to the system where they are too many."""
        free = [block.nbytes for block in self._blocks if sys.getrefcount(block) == _OURS]
        over = sum(free) - MOST
        kept = []
        for block in self._blocks:
            if over > 0 and sys.getrefcount(block) == _OURS:
                over -= block.nbytes
            else:
                kept.append(block)
        self._blocks = kept


BUFFERS = Buffers()
