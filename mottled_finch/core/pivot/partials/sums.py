"""Sums and numbers of values. They merge by addition: to rounding, and the same on every machine."""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ..placement import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Sums:
    """``sums`` of the filled values, 0 where there is none, and how many these are."""

    sums: NDArray[np.float64]
    numbers: NDArray[np.int64]

    @property
    def terms(self) -> NDArray[np.int64]:
        """How many values were added."""
        return self.numbers

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
        sums, blanks = np.zeros(2 * places), np.zeros(places, dtype=np.uint32)
        add_up(placement.block(number), values[placement.blocks[number]], sums, blanks)
        return sums, blanks

    sums, blanks = np.zeros(2 * places), np.zeros(places, dtype=np.int64)
    for of_block, blanks_of_block in in_blocks(work, range(len(placement.blocks))):
        sums += of_block
        blanks += blanks_of_block
    numbers = sums[1::2].astype(np.int64)
    placement.counted(numbers + blanks)
    return Sums(sums[::2][placement.spots], numbers[placement.spots])


@compiled
def add_up(index: Any, values: Any, sums: Any, blanks: Any) -> None:  # pragma: no cover - compiled
    """``sums`` are pairs: of the filled values, the sum and the number."""
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        value = values[i]
        if value == value:
            first = place << np.uint64(1)
            sums[first] += value
            sums[first + np.uint64(1)] += 1.0
        else:
            blanks[place] += one
