"""Values gathered cell by cell: what a median is chosen from, and different values are counted in.

They do not merge into a few numbers. A total is worked out from all values under it, looked through together; so it is exact.
"""

from dataclasses import dataclass, replace
from typing import Any, NamedTuple, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import BUFFERS, compiled, in_blocks, place
from ..placement import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Grouped:
    """Values by cell: those of cell i are ``values[starts[i]:stops[i]]``, in no order that means anything, blanks among them;
    ``filled`` are those that are none.

    ``regions`` say over which sets of cells to answer; without them each cell is one.
    """

    values: NDArray[Any]
    starts: NDArray[np.int64]
    stops: NDArray[np.int64]
    filled: NDArray[np.int64]
    regions: Regions | None = None

    @property
    def nbytes(self) -> int:
        return self.values.nbytes + 3 * self.starts.nbytes

    @property
    def numbers(self) -> NDArray[np.int64]:
        return self.filled if self.regions is None else self.regions.merged(self.filled, np.add)  # type: ignore[return-value]

    def over(self, regions: Regions) -> Self:
        return replace(self, regions=regions)

    def pieces(self) -> "Pieces":
        """What kernels read of them."""
        regions = self.asked()
        return Pieces(self.values, self.starts, self.stops, regions.cells, regions.starts)

    def asked(self) -> Regions:
        """The regions, or one for each cell."""
        return Regions.each(len(self.starts)) if self.regions is None else self.regions


class Pieces(NamedTuple):
    """What kernels read of grouped values and the regions that are asked for: region i is of the cells
    ``cells[regions[i]:regions[i + 1]]``.
    """

    values: Any
    starts: Any
    stops: Any
    cells: Any
    regions: Any


def group(
    placement: Placement, values: NDArray[Any], blank: Any
) -> tuple[NDArray[Any], NDArray[np.int64], NDArray[np.int64], NDArray[np.int64]]:
    """Values by place, where each cell's begin and end, and how many of them are neither NaN nor ``blank``.

    Two passes: how many records each block has in each place, then each value to its own.
    """
    blocks, spare = range(len(placement.blocks)), placement.places - 1

    def count(number: int) -> NDArray[np.uint32]:
        counts = np.zeros(placement.places, dtype=np.uint32)
        place.count(placement.block(number), counts)
        return counts

    by_block = np.array(in_blocks(count, blocks), dtype=np.int64).reshape(len(blocks), placement.places)
    placement.counted(by_block.sum(axis=0))
    ends = np.cumsum(placement.counts)[:-1]
    starts = np.concatenate([[0], ends])
    # Where each block begins to write in each place.
    nexts = starts[:-1] + (np.cumsum(by_block, axis=0) - by_block)[:, :-1]
    grouped = BUFFERS.empty(int(starts[-1]), values.dtype)

    def scatter(number: int) -> NDArray[np.uint32]:
        blanks = np.zeros(placement.places, dtype=np.uint32)
        _scatter(placement.block(number), values[placement.blocks[number]], blank, spare, nexts[number], blanks, grouped)
        return blanks

    blanks = sum(in_blocks(scatter, blocks), np.zeros(placement.places, dtype=np.int64))
    spots = placement.spots
    return grouped, starts[spots], starts[spots + 1], placement.records - blanks[spots]


@compiled
def _scatter(
    index: Any, values: Any, blank: Any, spare: Any, nexts: Any, blanks: Any, grouped: Any
) -> None:  # pragma: no cover - compiled
    most, one = np.uint64(spare), np.uint32(1)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        if place < most:
            value = values[i]
            grouped[np.uint64(nexts[place])] = value
            nexts[place] += 1
            if value != value or value == blank:
                blanks[place] += one
