"""Sums in which each key counts once: of numbers that came from another table, and so stand in every record of their key.

They do not add up: a key that is in two cells counts once in their total. So the keys are gathered cell by cell, as different
values are.
"""

from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks, read_only
from ...table.alike import EPSILON
from ..placement import Placement
from .grouped import Grouped, group
from .partial import parts_of
from .sums import Sums

_NONE = 0


@dataclass(frozen=True, eq=False)
class Once(Grouped):
    """Keys by cell, and ``amounts``, the number of each key; key 0 is none."""

    amounts: NDArray[np.float64] = field(kw_only=True)

    @property
    def total(self) -> NDArray[np.float64]:
        """The sums without what rounding left in them; NaN for what is no number to reckon with."""
        return self._found.total

    @property
    def terms(self) -> NDArray[np.int64]:
        """How many keys there are."""
        return self._found.terms

    @cached_property
    def _found(self) -> Sums:
        pieces = self.pieces()
        sums, errors, sizes = (np.zeros(len(pieces.regions) - 1) for _ in range(3))
        terms = np.zeros(len(pieces.regions) - 1, dtype=np.int64)

        def work(part: slice) -> None:
            seen = np.zeros(len(self.amounts), dtype=np.uint8)
            seen[_NONE] = 1
            _add_once(pieces, (part.start, part.stop), self.amounts, seen, (sums, errors, sizes), terms)

        in_blocks(work, parts_of(self.numbers))
        return Sums(sums, errors, EPSILON * sizes, terms)


def gather_once(placement: Placement, keys: NDArray[Any], amounts: NDArray[np.float64]) -> Once:
    """Of keys, of shape (records,), which are places in ``amounts``; key 0 is none."""
    return Once(*group(placement, keys, keys.dtype.type(_NONE)), amounts=read_only(amounts))


@compiled
def _add_once(pieces: Any, part: Any, amounts: Any, seen: Any, found: Any, terms: Any) -> None:  # pragma: no cover - compiled
    """Mark each key when it is first seen in a region, and take the marks off again. That of none is marked from the start.
    ``found`` are the sums, what they are off by, and the sizes of what is not whole.
    """
    keys, starts, stops, cells, regions = pieces
    sums, errors, sizes = found
    for region in range(part[0], part[1]):
        total, error, size, n = 0.0, 0.0, 0.0, 0
        for j in range(regions[region], regions[region + 1]):
            cell = cells[j]
            for i in range(np.uint64(starts[cell]), np.uint64(stops[cell])):
                key = keys[i]
                if seen[key] == 0:
                    seen[key] = 1
                    value = amounts[key]
                    new = total + value
                    back = new - total
                    error += (total - (new - back)) + (value - back)
                    total = new
                    size += abs(value) if value != np.rint(value) else 0.0
                    n += 1
        sums[region], errors[region], sizes[region] = total, error, size
        terms[region] = n
        if n == 0:
            continue
        for j in range(regions[region], regions[region + 1]):
            cell = cells[j]
            for i in range(np.uint64(starts[cell]), np.uint64(stops[cell])):
                seen[keys[i]] = 0
        seen[_NONE] = 1
