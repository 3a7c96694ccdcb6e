"""Values gathered cell by cell: what a median is chosen from, and different values are counted in.

They do not merge into a few numbers. A total is worked out from all values under it, looked through together; so it is exact.
"""

from dataclasses import dataclass, replace
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ..kernels import BUFFERS, compiled, in_blocks
from ..placing import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Grouped:
    """Filled values by cell: those of cell i are ``values[starts[i]:starts[i + 1]]``, in no order that means anything.

    ``regions`` say over which sets of cells to answer; without them each cell is one.
    """

    values: NDArray[Any]
    starts: NDArray[np.int64]
    regions: Regions | None = None

    @property
    def nbytes(self) -> int:
        return self.values.nbytes + self.starts.nbytes

    @property
    def numbers(self) -> NDArray[np.int64]:
        lengths = np.diff(self.starts)
        return lengths if self.regions is None else self.regions.merged(lengths, np.add)  # type: ignore[return-value]

    def over(self, regions: Regions) -> Self:
        return replace(self, regions=regions)

    def asked(self) -> Regions:
        """The regions, or one for each cell."""
        return Regions.each(len(self.starts) - 1) if self.regions is None else self.regions


def group(placement: Placement, values: NDArray[Any], blank: Any) -> tuple[NDArray[Any], NDArray[np.int64]]:
    """Values by cell, and where each cell's begin. NaN and ``blank`` are left out.

    Two passes: how many values each block has for each cell, then each value to its place.
    """
    blocks = range(len(placement.blocks))

    def count(number: int) -> NDArray[np.uint32]:
        counts = np.zeros(placement.places, dtype=np.uint32)
        _count(placement.block(number), values[placement.blocks[number]], blank, counts)
        return counts[: placement.cells]

    by_block = np.array(list(in_blocks(count, blocks)), dtype=np.int64).reshape(len(blocks), placement.cells)
    starts = np.concatenate([[0], np.cumsum(by_block.sum(axis=0))])
    nexts = starts[:-1] + np.cumsum(by_block, axis=0) - by_block  # where each block begins to write in each cell
    grouped = BUFFERS.empty(int(starts[-1]), values.dtype)

    def scatter(number: int) -> None:
        where = placement.blocks[number]
        _scatter(placement.block(number), values[where], blank, placement.cells, nexts[number], grouped)

    list(in_blocks(scatter, blocks))
    return grouped, starts


@compiled
def _count(index: Any, values: Any, blank: Any, counts: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(index))):
        value = values[i]
        counts[index[i]] += np.uint32(1) if value == value and value != blank else np.uint32(0)


@compiled
def _scatter(index: Any, values: Any, blank: Any, cells: Any, nexts: Any, grouped: Any) -> None:  # pragma: no cover - compiled
    most = np.uint64(cells)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        value = values[i]
        if place < most and value == value and value != blank:
            grouped[np.uint64(nexts[place])] = value
            nexts[place] += 1
