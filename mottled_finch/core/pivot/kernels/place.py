"""The cell of each record, as one number.

Sides and conditions are all of one kind: codes, and a table that says what a code adds to the number. A blank side adds
OUTSIDE and a condition that is not met adds REJECTED, which no cell's number reaches.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from .compiled import compiled

OUTSIDE = 1 << 23
"""More than any cell, and few enough that seven levels together stay below REJECTED."""
REJECTED = 1 << 26
MAX_TERMS = 32
FEW_CELLS = 1 << 12
FEW_TERMS = 3
"""No more cells than that, and terms, are numbered in two bytes: what is rejected three times over is no more than these hold."""
FEW_OUTSIDE, FEW_REJECTED = 1 << 12, 1 << 14
_STRIDE = 4096
"""Records that are looked up before their numbers, still at hand, are settled."""


def in_few(table: NDArray[np.uint32]) -> NDArray[np.uint16]:
    """A table of what codes add, for two bytes."""
    few = np.where(table >= OUTSIDE, FEW_OUTSIDE, table)
    return np.where(table >= REJECTED, FEW_REJECTED, few).astype(np.uint16)


@compiled
def add(codes: Any, table: Any, sums: Any) -> None:  # pragma: no cover - compiled
    """Add to ``sums`` what ``table`` has for each code. Codes of any width; all of one length."""
    for i in range(np.uint64(len(codes))):
        sums[i] += table[codes[i]]


@compiled
def settle(sums: Any, cells: Any, rejected: Any) -> None:  # pragma: no cover - compiled
    """In place: cells as they are; what is outside becomes ``cells``, what is rejected ``cells + 1``.

    All are of one type, so that many are compared in one step.
    """
    spare = cells + 1
    for i in range(np.uint64(len(sums))):
        place = sums[i]
        kept = min(place, cells)
        sums[i] = kept if place < rejected else spare


@compiled
def place_1(a: Any, tables: Any, index: Any, cells: Any, rejected: Any) -> None:  # pragma: no cover - compiled
    first = tables[0]
    length, start = np.uint64(len(a)), np.uint64(0)
    while start < length:
        end = min(start + np.uint64(_STRIDE), length)
        for i in range(start, end):
            index[i] = first[a[i]]
        settle(index[start:end], cells, rejected)
        start = end


@compiled
def place_2(a: Any, b: Any, tables: Any, index: Any, cells: Any, rejected: Any) -> None:  # pragma: no cover - compiled
    first, second = tables[0], tables[1]
    length, start = np.uint64(len(a)), np.uint64(0)
    while start < length:
        end = min(start + np.uint64(_STRIDE), length)
        for i in range(start, end):
            index[i] = first[a[i]] + second[b[i]]
        settle(index[start:end], cells, rejected)
        start = end


@compiled
def place_3(a: Any, b: Any, c: Any, tables: Any, index: Any, cells: Any, rejected: Any) -> None:  # pragma: no cover - compiled
    first, second, third = tables[0], tables[1], tables[2]
    length, start = np.uint64(len(a)), np.uint64(0)
    while start < length:
        end = min(start + np.uint64(_STRIDE), length)
        for i in range(start, end):
            index[i] = first[a[i]] + second[b[i]] + third[c[i]]
        settle(index[start:end], cells, rejected)
        start = end


@compiled
def count(index: Any, counts: Any) -> None:  # pragma: no cover - compiled
    """Count the records of each place."""
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        counts[index[i]] += one
