"""Means and sums of squared deviations from them.

In two passes, the deviations being from the cell's own mean, and merged by the updating formula of T. F. Chan, G. H. Golub and
R. J. LeVeque, "Algorithms for Computing the Sample Variance" (1983): no square of a large number is ever taken.
"""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks
from ...kernels.exact import two_sum
from ..placement import Placement
from .partial import Regions
from .sums import sums_by_place


@dataclass(frozen=True, eq=False)
class Spread:
    """``squares`` are the sums of squared deviations from ``means``; both are 0 where there is no value."""

    means: NDArray[np.float64]
    squares: NDArray[np.float64]
    numbers: NDArray[np.int64]

    @property
    def sizes(self) -> NDArray[np.float64]:
        """How large the values are: the root of the mean of their squares."""
        with np.errstate(over="ignore", invalid="ignore"):
            return np.sqrt(self.means * self.means + self.squares / np.maximum(self.numbers, 1))

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
    """Two passes. ``values`` has shape (records,), NaN for a blank; the rest of the records are counted along."""
    sums, blanks = sums_by_place(placement, values)
    placement.counted(sums.numbers + blanks)
    with np.errstate(over="ignore", invalid="ignore"):
        means = (sums.sums + sums.errors) / np.maximum(sums.numbers, 1)

    def work(number: int) -> NDArray[np.float64]:
        found = np.zeros(2 * placement.places)
        _deviate(placement.block(number), values[placement.blocks[number]], means, found)
        return found

    squares, errors = np.zeros(placement.places), np.zeros(placement.places)
    for found in in_blocks(work, range(len(placement.blocks))):
        squares, off = two_sum(squares, found[::2])
        with np.errstate(over="ignore", invalid="ignore"):
            errors += found[1::2] + off
    spots = placement.spots
    return Spread(means[spots], (squares + errors)[spots], sums.numbers[spots])


def _merged(one: Any, other: Any) -> Any:
    """Means, squares and numbers of two sets of values together."""
    (mean, squares, number), (mean2, squares2, number2) = one, other
    both = number + number2
    share = number2 / np.maximum(both, 1)
    with np.errstate(over="ignore", invalid="ignore"):  # infinite values end as blanks
        apart = mean2 - mean
        return mean + apart * share, squares + squares2 + apart * apart * number * share, both


@compiled
def _deviate(index: Any, values: Any, means: Any, found: Any) -> None:  # pragma: no cover - compiled
    """``found`` are pairs: the sum of the squares, and what it is off by."""
    one = np.uint64(1)
    for i in range(np.uint64(len(index))):
        value = values[i]
        if value == value:
            place = np.uint64(index[i])
            apart = value - means[place]
            square = apart * apart
            first = place << one
            total = found[first]
            new = total + square
            back = new - total
            found[first] = new
            found[first + one] += (total - (new - back)) + (square - back)
