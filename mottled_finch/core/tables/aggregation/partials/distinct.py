"""The different values of each cell, by their codes.

Numbers of them do not add up: a value that is in two cells is one value of their total. Where there are many cells or values for
the records, codes are gathered cell by cell; else they are marked.
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ..placement import Placement
from .grouped import Grouped, group
from .marks import Marks, gather_marks, worth_marking
from .partial import parts_of

_BLANK = 0


@dataclass(frozen=True, eq=False)
class Distinct(Grouped):
    """Codes by cell."""

    def count(self) -> NDArray[np.int64]:
        """How many different values each cell or region has."""
        pieces = self.pieces()
        found = np.zeros(len(pieces.regions) - 1, dtype=np.int64)
        most = int(self.values.max(initial=0))

        def work(part: slice) -> None:
            seen = np.zeros(most + 1, dtype=np.uint8)
            seen[_BLANK] = 1
            _count_different(pieces, part.start, part.stop, seen, found)

        in_blocks(work, parts_of(self.numbers))
        return found


def gather_distinct(placement: Placement, codes: NDArray[Any], values: int) -> Distinct | Marks:
    """The filled ones of codes of shape (records,), all below ``values``, of any width; code 0 is the blank."""
    if worth_marking(len(codes), placement.cells, values):
        return gather_marks(placement, codes, values)
    return Distinct(*group(placement, codes, codes.dtype.type(_BLANK)))


@compiled
def _count_different(pieces: Any, first: Any, last: Any, seen: Any, found: Any) -> None:  # pragma: no cover - compiled
    """Mark each code when it is first seen in a region, and take the marks off again. The blank is marked from the start."""
    codes, starts, stops, cells, regions = pieces
    for region in range(first, last):
        n = 0
        for j in range(regions[region], regions[region + 1]):
            cell = cells[j]
            for i in range(np.uint64(starts[cell]), np.uint64(stops[cell])):
                code = codes[i]
                n += 1 - seen[code]
                seen[code] = 1
        found[region] = n
        if n == 0:
            continue
        for j in range(regions[region], regions[region + 1]):
            cell = cells[j]
            for i in range(np.uint64(starts[cell]), np.uint64(stops[cell])):
                seen[codes[i]] = 0
        seen[_BLANK] = 1
