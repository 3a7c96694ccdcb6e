"""Smallest and largest values. They merge exactly: the smallest of the smallest."""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ..kernels import compiled, in_blocks
from ..placing import Placement
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
    """One pass. ``values`` has shape (records,), NaN for a blank."""
    places = placement.places

    def work(number: int) -> tuple[NDArray[np.float64], NDArray[np.uint32]]:
        ends = np.empty(2 * places)
        ends[::2], ends[1::2] = np.inf, -np.inf
        counts = np.zeros(places, dtype=np.uint32)
        _compare(placement.block(number), values[placement.blocks[number]], ends, counts)
        return ends, counts

    smallest, largest = np.full(places, np.inf), np.full(places, -np.inf)
    numbers = np.zeros(places, dtype=np.int64)
    for ends, counts in in_blocks(work, range(len(placement.blocks))):
        np.minimum(smallest, ends[::2], out=smallest)
        np.maximum(largest, ends[1::2], out=largest)
        numbers += counts
    spots = placement.spots
    return Extremes(smallest[spots], largest[spots], numbers[spots])


@compiled
def _compare(index: Any, values: Any, ends: Any, counts: Any) -> None:  # pragma: no cover - compiled
    one = np.uint64(1)
    for i in range(np.uint64(len(index))):
        place = np.uint64(index[i])
        value = values[i]
        if value == value:
            counts[place] += np.uint32(1)
            place += place
            ends[place] = min(ends[place], value)
            ends[place + one] = max(ends[place + one], value)
