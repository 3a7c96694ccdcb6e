"""Numbers cell by cell, of which a median or a percentile is one."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ...kernels.sift import sift
from ..placement import Placement
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
        numbers, pieces = self.numbers, self.pieces()
        found = np.full(len(numbers), np.nan)

        def work(part: slice) -> None:
            room = np.empty(int(numbers[part].max()) + 1)
            _choose(pieces, self.filled, (part.start, part.stop), share, room, found)

        in_blocks(work, parts_of(self.numbers))
        return found


def gather_values(placement: Placement, values: NDArray[np.float64]) -> Values:
    """The filled ones of values of shape (records,)."""
    return Values(*group(placement, values, np.nan))


_FEW = 300
"""Values among which it is not worth while to draw a sample first."""


@compiled
def _choose(pieces: Any, filled: Any, part: Any, share: Any, room: Any, found: Any) -> None:  # pragma: no cover - compiled
    """Choose among the values of each region of a part, from one to another.

    Two values of a sample that most likely enclose the one sought are found first; one sweep then counts what is below them and
    sets aside what is between, among which the same is done again (R. W. Floyd and R. L. Rivest, "Expected Time Bounds for
    Selection", 1975). Where a sample misled, it is done without.
    """
    cells, regions = pieces.cells, pieces.regions
    for region in range(part[0], part[1]):
        begin, end = regions[region], regions[region + 1]
        n = 0
        for j in range(begin, end):
            n += filled[cells[j]]
        if n == 0:
            continue
        exact = share * (n - 1)
        k = int(np.floor(exact))
        between = exact - k
        low, high = -np.inf, np.inf
        if n > _FEW:
            size = _sample(pieces, begin, end, n, room)
            low, high = _enclosing(room, 0, size, k, n)
        below, m = _between(pieces, begin, end, low, high, room)
        if not _within(k, below, m, n):
            below, m = _between(pieces, begin, end, -np.inf, np.inf, room)
        k -= below
        start = 0  # of what is left, in the room
        while m > _FEW and start + 3 * m <= len(room):
            size = _sample_again(room, start, m)
            low, high = _enclosing(room, start + m, size, k, m)
            next_start = start + m + size
            below, left = sift(room, start, start + m, low, high, room, next_start)
            left -= next_start
            if 2 * left > m or not _within(k, below, left, m):
                break
            start, m, k = next_start, left, k - below
        answer = _select(room, start, start + m - 1, start + k)
        if between > 0:
            above = room[start + k + 1]
            for i in range(start + k + 2, start + m):
                above = min(above, room[i])
            # Written so that two equal values, finite or not, give just that value.
            answer = answer + (above - answer) * between if above > answer else answer
        found[region] = answer


@compiled
def _within(k: Any, below: Any, left: Any, n: Any) -> Any:  # pragma: no cover - compiled
    """Whether those left of n values hold the k-th and, if there is one, the next."""
    return below <= k and (k + 1 < below + left or below + left == n)


@compiled
def _enclosing(room: Any, start: Any, size: Any, k: Any, n: Any) -> Any:  # pragma: no cover - compiled
    """Between which two values the k-th of n most likely is, by a sample of so many of them in the room."""
    part = (k + 0.5) / n
    around = 3.0 * np.sqrt(size * part * (1 - part)) + 2.0
    below, above = int(np.floor(part * size - around)), int(np.ceil(part * size + around))
    low, high = -np.inf, np.inf
    stop = start + size - 1
    if below >= 0:
        low = _select(room, start, stop, start + below)
        start += below
        above -= below
        size -= below
    if above < size:
        high = _select(room, start, stop, start + above)
    return low, high


@compiled
def _step(n: Any) -> Any:  # pragma: no cover - compiled
    """One of how many values goes into a sample of n."""
    return int(np.floor(n ** (1.0 / 3.0)))


@compiled
def _sample(pieces: Any, first: Any, last: Any, n: Any, room: Any) -> Any:  # pragma: no cover - compiled
    """Put values of a region into room, evenly spaced, and say how many. NaN is none."""
    values, starts, stops, cells, _ = pieces
    step = _step(n)
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
def _sample_again(room: Any, start: Any, n: Any) -> Any:  # pragma: no cover - compiled
    """Put some of the n values in the room behind them, and say how many."""
    step = _step(n)
    size = 0
    for i in range(start + step // 2, start + n, step):
        room[start + n + size] = room[i]
        size += 1
    return size


@compiled
def _between(pieces: Any, first: Any, last: Any, low: Any, high: Any, room: Any) -> Any:  # pragma: no cover - compiled
    """Put the values of a region from low to high into room; say how many are below these, and how many these are. NaN is none of
    either.
    """
    values, starts, stops, cells, _ = pieces
    below = at = 0
    for j in range(first, last):
        more, at = sift(values, starts[cells[j]], stops[cells[j]], low, high, room, at)
        below += more
    return below, at


@compiled
def _select(room: Any, left: Any, right: Any, k: Any) -> Any:  # pragma: no cover - compiled
    """The value that is at place k when those from left to right are in order; smaller ones end before it, larger ones behind it.

    C. A. R. Hoare, "Algorithm 65: Find" (1961), with the middle of three as the pivot.
    """
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
