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
NARROW = 4
"""So many narrow codes are looked up in one go."""


@compiled
def add(codes: Any, table: Any, sums: Any) -> None:  # pragma: no cover - compiled
    """Add to ``sums`` what ``table`` has for each code. Codes of any width; all of one length."""
    for i in range(np.uint64(len(codes))):
        sums[i] += table[codes[i]]


@compiled
def finish(sums: Any, index: Any, cells: Any) -> None:  # pragma: no cover - compiled
    """Cells as they are; what is outside becomes ``cells``, what is rejected ``cells + 1``."""
    spare = np.uint32(cells)
    for i in range(np.uint64(len(sums))):
        place = sums[i]
        kept = min(place, spare)
        index[i] = kept if place < np.uint32(REJECTED) else spare + np.uint32(1)


@compiled
def place_1(a: Any, tables: Any, index: Any, cells: Any) -> None:  # pragma: no cover - compiled
    spare = np.uint32(cells)
    first = tables[0]
    for i in range(np.uint64(len(a))):
        place = first[a[i]]
        kept = min(place, spare)
        index[i] = kept if place < np.uint32(REJECTED) else spare + np.uint32(1)


@compiled
def place_2(a: Any, b: Any, tables: Any, index: Any, cells: Any) -> None:  # pragma: no cover - compiled
    spare = np.uint32(cells)
    first, second = tables[0], tables[1]
    for i in range(np.uint64(len(a))):
        place = first[a[i]] + second[b[i]]
        kept = min(place, spare)
        index[i] = kept if place < np.uint32(REJECTED) else spare + np.uint32(1)


@compiled
def place_3(a: Any, b: Any, c: Any, tables: Any, index: Any, cells: Any) -> None:  # pragma: no cover - compiled
    spare = np.uint32(cells)
    first, second, third = tables[0], tables[1], tables[2]
    for i in range(np.uint64(len(a))):
        place = first[a[i]] + second[b[i]] + third[c[i]]
        kept = min(place, spare)
        index[i] = kept if place < np.uint32(REJECTED) else spare + np.uint32(1)


@compiled
def count(index: Any, counts: Any) -> None:  # pragma: no cover - compiled
    """Count the records of each place."""
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        counts[index[i]] += one


Index = NDArray[Any]
"""uint16, or uint32 where there are more places than that can number."""
