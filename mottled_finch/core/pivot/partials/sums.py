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

    def work(number: int) -> tuple[NDArray[np.float64], NDArray[np.uint32], NDArray[np.uint32]]:
        sums, filled, blank = np.zeros(places), np.zeros(places, dtype=np.uint32), np.zeros(places, dtype=np.uint32)
        _add_up(placement.block(number), values[placement.blocks[number]], sums, filled, blank)
        return sums, filled, blank

    sums, numbers, blanks = np.zeros(places), np.zeros(places, dtype=np.int64), np.zeros(places, dtype=np.int64)
    for block, filled, blank in in_blocks(work, range(len(placement.blocks))):
        sums += block
        numbers += filled
        blanks += blank
    placement.counted(numbers + blanks)
    return Sums(sums[placement.spots], numbers[placement.spots])


@compiled
def _add_up(index: Any, values: Any, sums: Any, filled: Any, blank: Any) -> None:  # pragma: no cover - compiled
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        place = index[i]
        value = values[i]
        if value == value:
            sums[place] += value
            filled[place] += one
        else:
            blank[place] += one
