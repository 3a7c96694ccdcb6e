"""Blocks of records, and the threads that work on them."""

import os
from collections.abc import Callable, Iterable, Sequence
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from typing import TypeVar

from ..canceling import check_wanted, wanted_here

T = TypeVar("T")
U = TypeVar("U")

BLOCK = 1 << 18
"""Records of a block: small enough to be counted in half a double, large enough to make what surrounds a kernel cheap."""
PLACES = 1 << 23
"""Cells that all blocks together may hold while they are merged."""


def blocks_of(records: int, cells: int = 0) -> list[slice]:
    """The blocks of so many records. Large matrices get fewer of them, since each block has cells of its own."""
    most = max(1, PLACES // max(cells, 1))
    length = max(BLOCK, -(-records // most))
    return [slice(start, min(start + length, records)) for start in range(0, records, length)]


def in_blocks(work: Callable[[U], T], over: Sequence[U]) -> Iterable[T]:
    """What ``work`` makes of each, in order, on all processors. Raises Canceled between two of them when nobody waits any more."""
    wanted = wanted_here()

    def one(each: U) -> T:
        check_wanted(wanted)
        return work(each)

    if len(over) == 1:
        return [one(over[0])]
    return _pool().map(one, over)


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(max(1, len(os.sched_getaffinity(0))), thread_name_prefix="pivot")
