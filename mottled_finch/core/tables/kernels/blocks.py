"""Blocks of records, and the threads that work on them."""

import os
from collections import deque
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from typing import TypeVar, cast

from .canceling import check_wanted, wanted_here

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


def in_blocks(work: Callable[[U], T], over: Sequence[U]) -> list[T]:
    """What ``work`` makes of each, in order, on all processors. Raises Canceled between two of them when nobody waits any more.

    The thread that asks works along, and each takes what is next: handing over one by one would cost as much as a small block.
    """
    wanted = wanted_here()
    found: list[T | None] = [None] * len(over)
    left = iter(range(len(over)))

    def take() -> None:
        try:
            for i in left:  # one step of it is one step of Python's own, so that no two threads take the same
                check_wanted(wanted)
                found[i] = work(over[i])
        finally:
            deque(left, maxlen=0)  # where one gave up, the others take nothing more

    others = [_pool().submit(take) for _ in range(min(_processors(), len(over)) - 1)]
    try:
        take()
    finally:
        for other in others:
            if not other.cancel():
                other.result()
    return cast(list[T], found)


def _processors() -> int:
    return len(os.sched_getaffinity(0))


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(max(1, _processors() - 1), thread_name_prefix="pivot")
