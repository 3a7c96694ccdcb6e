"""Numbers cell by cell, of which a median or a percentile is one."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..kernels import compiled, in_blocks
from ..placing import Placement
from .grouped import Grouped, group


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
            room = np.empty(max(1, int(numbers[part].max())))
            _choose(self.values, self.starts, regions.cells, regions.starts, part.start, part.stop, share, room, found)

        list(in_blocks(work, self.parts()))
        return found


def gather_values(placement: Placement, values: NDArray[np.float64]) -> Values:
    """The filled ones of values of shape (records,)."""
    return Values(*group(placement, values, np.nan))


@compiled
def _choose(
    values: Any, starts: Any, cells: Any, regions: Any, first: Any, last: Any, share: Any, room: Any, found: Any
) -> None:  # pragma: no cover - compiled
    """Copy the values of each region together and choose among them."""
    for region in range(first, last):
        n = 0
        for j in range(regions[region], regions[region + 1]):
            cell = cells[j]
            for i in range(starts[cell], starts[cell + 1]):
                room[n] = values[i]
                n += 1
        if n == 0:
            continue
        exact = share * (n - 1)
        below = int(np.floor(exact))
        low = _select(room, n, below)
        if exact > below:
            high = room[below + 1]
            for i in range(below + 2, n):
                high = min(high, room[i])
            # Written so that two equal values give just that value.
            low = low + (high - low) * (exact - below) if high > low else low
        found[region] = low


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
