"""Smallest and largest values. They merge exactly: the smallest of the smallest."""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, compiled_for_numbers, in_blocks
from ..placement import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Extremes:
    """Infinite the wrong way round where there is no value."""

    smallest: NDArray[np.float64]
    largest: NDArray[np.float64]
    numbers: NDArray[np.int64]

    @property
    def nbytes(self) -> int:
        return 3 * self.smallest.nbytes

    def over(self, regions: Regions) -> Self:
        return type(self)(
            regions.merged(self.smallest, np.minimum),  # type: ignore[arg-type]
            regions.merged(self.largest, np.maximum),  # type: ignore[arg-type]
            regions.merged(self.numbers, np.add),  # type: ignore[arg-type]
        )

    def accumulated(self, axis: int) -> Self:
        return type(self)(
            np.minimum.accumulate(self.smallest, axis),
            np.maximum.accumulate(self.largest, axis),
            np.cumsum(self.numbers, axis),
        )


def gather_extremes(placement: Placement, values: NDArray[np.float64]) -> Extremes:
    """One pass. ``values`` has shape (records,), NaN for a blank; the rest of the records are counted along."""
    places = placement.places

    def work(number: int) -> tuple[NDArray[np.float64], NDArray[np.uint32], NDArray[np.uint32]]:
        ends = np.full(2 * places, np.inf)
        filled, blanks = np.zeros(places, dtype=np.uint32), np.zeros(places, dtype=np.uint32)
        _compare(placement.block(number), values[placement.blocks[number]], ends, filled, blanks)
        return ends, filled, blanks

    ends = np.full(2 * places, np.inf)
    numbers, blanks = np.zeros(places, dtype=np.int64), np.zeros(places, dtype=np.int64)
    for of_block, filled, blanks_of_block in in_blocks(work, range(len(placement.blocks))):
        np.minimum(ends, of_block, out=ends)
        numbers += filled
        blanks += blanks_of_block
    placement.counted(numbers + blanks)
    spots = placement.spots
    return Extremes(ends[::2][spots], -ends[1::2][spots], numbers[spots])


@compiled_for_numbers
def _lower(ends: Any, first: Any, value: Any) -> None:  # pragma: no cover - compiled
    """The pair that begins at ``first`` is lowered to the value and to its opposite, where these are less."""
    second = first + np.uint64(1)
    ends[first] = min(ends[first], value)
    ends[second] = min(ends[second], -value)


@compiled
def _compare(index: Any, values: Any, ends: Any, filled: Any, blanks: Any) -> None:  # pragma: no cover - compiled
    """``ends`` are pairs: the smallest value, and the smallest of the opposites, which is the opposite of the largest."""
    one = np.uint32(1)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        value = values[i]
        if value == value:
            filled[place] += one
            first = place << np.uint64(1)
            _lower(ends, first, value)
        else:
            blanks[place] += one
