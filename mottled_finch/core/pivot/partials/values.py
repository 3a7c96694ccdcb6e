"""Numbers cell by cell, of which a median or a percentile is one."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..kernels import compiled, in_blocks
from ..placing import Placement
from .grouped import Grouped, group
from .partial import parts_of


@dataclass(frozen=True, eq=False)
class Values(Grouped):
    """Numbers by cell."""

    def quantile(self, share: float) -> NDArray[np.float64]:
        """The value below which a share of 0 to 1 of the values lies, by linear interpolation between order statistics: numbering
        them from 0, the one at ``share * (n - 1)``. NaN of nothing. (R. J. Hyndman and Y. Fan, "Sample Quantiles in Statistical
        Packages", 1996, definition 7.)
        """
        numbers, regions = self.numbers, self.asked()
        found = np.full(len(regions), np.nan)

        def work(part: slice) -> None:
            room = np.empty(int(numbers[part].max()) + 1)
            _choose(
                self.values,
                self.starts,
                self.stops,
                self.filled,
                regions.cells,
                regions.starts,
                part.start,
                part.stop,
                share,
                room,
                found,
            )

        in_blocks(work, parts_of(self.numbers))
        return found


def gather_values(placement: Placement, values: NDArray[np.float64]) -> Values:
    """The filled ones of values of shape (records,)."""
    return Values(*group(placement, values, np.nan))


_FEW = 600
"""Values among which it is not worth while to draw a sample first."""


@compiled
def _choose(
    values: Any,
    starts: Any,
    stops: Any,
    filled: Any,
    cells: Any,
    regions: Any,
    first: Any,
    last: Any,
    share: Any,
    room: Any,
    found: Any,
) -> None:  # pragma: no cover - compiled
    """Choose among the values of each region.

    Two values of a sample that most likely enclose the one sought are found first; one sweep without a branch then counts what is
    below them and sets aside what is between (R. W. Floyd and R. L. Rivest, "Expected Time Bounds for Selection", 1975). Where the
    sample misled, all values are chosen among.
    """
    for region in range(first, last):
        n = 0
        for j in range(regions[region], regions[region + 1]):
            n += filled[cells[j]]
        if n == 0:
            continue
        exact = share * (n - 1)
        k = int(np.floor(exact))
        low, high = -np.inf, np.inf
        if n > _FEW:
            size = _sample(values, starts, stops, cells, regions[region], regions[region + 1], n, room)
            part = (k + 0.5) / n
            around = 3.0 * np.sqrt(size * part * (1 - part)) + 2.0
            below_rank, above_rank = int(np.floor(part * size - around)), int(np.ceil(part * size + around))
            if below_rank >= 0:
                low = _select(room, size, below_rank)
            if above_rank < size:
                high = _select(room, size, above_rank)
        below, m = _between(values, starts, stops, cells, regions[region], regions[region + 1], low, high, room)
        if not (below <= k and k + 1 < below + m) and m < n:
            below, m = _between(values, starts, stops, cells, regions[region], regions[region + 1], -np.inf, np.inf, room)
        k -= below
        answer = _select(room, m, k)
        if exact > k + below:
            above = room[k + 1]
            for i in range(k + 2, m):
                above = min(above, room[i])
            # Written so that two equal values, finite or not, give just that value.
            answer = answer + (above - answer) * (exact - below - k) if above > answer else answer
        found[region] = answer


@compiled
def _sample(
    values: Any, starts: Any, stops: Any, cells: Any, first: Any, last: Any, n: Any, room: Any
) -> Any:  # pragma: no cover - compiled
    """Put values of a region into room, evenly spaced, and say how many. NaN is none."""
    step = int(np.floor(n ** (1.0 / 3.0)))
    size = 0
    skip = step // 2
    for j in range(first, last):
        begin, end = starts[cells[j]], stops[cells[j]]
        i = begin + skip
        while i < end:
            value = values[i]
            room[size] = value
            size += 1 if value == value else 0
            i += step
        skip = i - end
    return size


@compiled
def _between(
    values: Any, starts: Any, stops: Any, cells: Any, first: Any, last: Any, low: Any, high: Any, room: Any
) -> Any:  # pragma: no cover - compiled
    """Put the values of a region from low to high into room; say how many are below these, and how many these are. NaN is none of
    either.
    """
    below = np.uint64(0)
    m = np.uint64(0)
    for j in range(first, last):
        for i in range(np.uint64(starts[cells[j]]), np.uint64(stops[cells[j]])):
            value = values[i]
            room[m] = value
            m += np.uint64((value >= low) & (value <= high))
            below += np.uint64(value < low)
    return np.int64(below), np.int64(m)


@compiled
def _select(room: Any, n: Any, k: Any) -> Any:  # pragma: no cover - compiled
    """The k-th smallest of the first n values; smaller ones end before it, larger ones behind it.

    C. A. R. Hoare, "Algorithm 65: Find" (1961), with the middle of three as the pivot.
    """
    left, right = 0, n - 1
    while left < right:
        middle = (left + right) >> 1
        a, b, c = room[left], room[middle], room[right]
        pivot = max(min(a, b), min(max(a, b), c))
        i, j = left, right
        while i <= j:
            while room[i] < pivot:
                i += 1
            while pivot < room[j]:
                j -= 1
            if i <= j:
                kept = room[i]
                room[i] = room[j]
                room[j] = kept
                i += 1
                j -= 1
        if k <= j:
            right = j
        elif k >= i:
            left = i
        else:
            break
    return room[k]
