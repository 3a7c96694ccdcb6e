"""Means and sums of squared deviations from them.

Within a block in two sweeps, the deviations being from the block's own mean, and merged by the updating formula of T. F. Chan,
G. H. Golub and R. J. LeVeque, "Algorithms for Computing the Sample Variance" (1983): no square of a large number is ever taken.
"""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ..placement import Placement
from .partial import Regions
from .sums import add_up


@dataclass(frozen=True, eq=False)
class Spread:
    """``squares`` are the sums of squared deviations from ``means``; both are 0 where there is no value."""

    means: NDArray[np.float64]
    squares: NDArray[np.float64]
    numbers: NDArray[np.int64]

    @property
    def nbytes(self) -> int:
        return 3 * self.means.nbytes

    def over(self, regions: Regions) -> Self:
        numbers: Any = regions.merged(self.numbers, np.add)
        with np.errstate(over="ignore", invalid="ignore"):
            means: Any = regions.merged(self.means * self.numbers, np.add) / np.maximum(numbers, 1)
            lengths = np.diff(regions.starts)
            apart = self.means[regions.cells] - np.repeat(means, lengths)
            squares: Any = np.add.reduceat(
                self.squares[regions.cells] + self.numbers[regions.cells] * apart * apart, regions.starts[:-1]
            )
        return type(self)(means, squares, numbers)

    def accumulated(self, axis: int) -> Self:
        steps = [each.copy() for each in (self.means, self.squares, self.numbers)]
        means, squares, numbers = (np.moveaxis(each, axis, 0) for each in steps)
        for i in range(1, len(means)):
            means[i], squares[i], numbers[i] = _merged(
                (means[i - 1], squares[i - 1], numbers[i - 1]), (means[i], squares[i], numbers[i])
            )
        return type(self)(*steps)  # type: ignore[arg-type]


def gather_spread(placement: Placement, values: NDArray[np.float64]) -> Spread:
    """One pass over memory. ``values`` has shape (records,), NaN for a blank; the rest of the records are counted along."""
    places = placement.places

    def work(number: int) -> tuple[tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.int64]], NDArray[np.uint32]]:
        index, part = placement.block(number), values[placement.blocks[number]]
        sums, squares, blanks = np.zeros(2 * places), np.zeros(places), np.zeros(places, dtype=np.uint32)
        add_up(index, part, sums, blanks)
        means, counts = sums[::2] / np.maximum(sums[1::2], 1), sums[1::2].astype(np.int64)
        _deviate(index, part, means, squares)
        return (means, squares, counts), blanks

    found: Any = (np.zeros(places), np.zeros(places), np.zeros(places, dtype=np.int64))
    blanks = np.zeros(places, dtype=np.int64)
    for of_block, blanks_of_block in in_blocks(work, range(len(placement.blocks))):
        found = _merged(found, of_block)
        blanks += blanks_of_block
    means, squares, numbers = found
    placement.counted(numbers + blanks)
    spots = placement.spots
    return Spread(means[spots], squares[spots], numbers[spots])


def _merged(one: Any, other: Any) -> Any:
    """Means, squares and numbers of two sets of values together."""
    (mean, squares, number), (mean2, squares2, number2) = one, other
    both = number + number2
    share = number2 / np.maximum(both, 1)
    with np.errstate(over="ignore", invalid="ignore"):  # infinite values end as blanks
        apart = mean2 - mean
        return mean + apart * share, squares + squares2 + apart * apart * number * share, both


@compiled
def _deviate(index: Any, values: Any, means: Any, squares: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(index))):
        value = values[i]
        if value == value:
            place = np.uint64(index[i])
            apart = value - means[place]
            squares[place] += apart * apart
