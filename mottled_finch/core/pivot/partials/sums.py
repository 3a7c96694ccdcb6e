"""Sums and numbers of values. They merge by addition: to rounding, and the same on every machine."""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ..kernels import compiled, in_blocks
from ..placing import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Sums:
    """``sums`` of the filled values, 0 where there is none, and how many these are."""

    sums: NDArray[np.float64]
    numbers: NDArray[np.int64]

    @property
    def nbytes(self) -> int:
        return self.sums.nbytes + self.numbers.nbytes

    def over(self, regions: Regions) -> Self:
        return type(self)(regions.merged(self.sums, np.add), regions.merged(self.numbers, np.add))  # type: ignore[arg-type]

    def accumulated(self, axis: int) -> Self:
        """Of arrays of two sides: each with all before it along the axis."""
        return type(self)(np.cumsum(self.sums, axis), np.cumsum(self.numbers, axis))


def gather_sums(placement: Placement, values: NDArray[np.float64]) -> Sums:
    """One pass. ``values`` has shape (records,), NaN for a blank; the rest of the records are counted along."""
    places = placement.places

    def work(number: int) -> tuple[NDArray[np.float64], NDArray[np.uint32]]:
        pairs = np.zeros(2 * places)
        blanks = np.zeros(places, dtype=np.uint32)
        _add_up(placement.block(number), values[placement.blocks[number]], pairs, blanks)
        return pairs, blanks

    sums, records, blanks = np.zeros(places), np.zeros(places), np.zeros(places, dtype=np.int64)
    for pairs, blank in in_blocks(work, range(len(placement.blocks))):
        sums += pairs[::2]
        records += pairs[1::2]
        blanks += blank
    counts = records.astype(np.int64)
    placement.counted(counts)
    cells = placement.cells
    return Sums(sums[:cells], (counts - blanks)[:cells])


@compiled
def _add_up(index: Any, values: Any, pairs: Any, blanks: Any) -> None:  # pragma: no cover - compiled
    """Sum and count of each place stand side by side, so that both are added in one step."""
    one = np.uint64(1)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        value = values[i]
        if value != value:
            blanks[place] += np.uint32(1)
            value = 0.0
        place += place
        pairs[place] += value
        pairs[place + one] += 1.0
