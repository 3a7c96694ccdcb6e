"""What all partial aggregates have in common, and the regions they are merged over."""

from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol, Self

import numpy as np
from numpy.typing import NDArray


@dataclass(frozen=True, eq=False)
class Regions:
    """Sets of cells, one behind the other: region i holds ``cells[starts[i]:starts[i + 1]]``. None of them is empty."""

    cells: NDArray[np.int64]
    starts: NDArray[np.int64]

    @classmethod
    def each(cls, cells: int) -> Self:
        """Each cell by itself."""
        return cls(np.arange(cells), np.arange(cells + 1))

    def __len__(self) -> int:
        return len(self.starts) - 1

    def merged(self, values: NDArray[np.generic], how: np.ufunc) -> NDArray[np.generic]:
        """What a ufunc such as ``np.add`` makes of the values of each region's cells, shape (regions,)."""
        with np.errstate(over="ignore", invalid="ignore"):  # what is no finite number ends as a blank
            found: NDArray[np.generic] = how.reduceat(values[self.cells], self.starts[:-1])
        return found


def joined(one: Regions, other: Regions) -> Regions:
    """The regions of both, one behind the other."""
    return Regions(np.concatenate([one.cells, other.cells]), np.concatenate([one.starts, one.starts[-1] + other.starts[1:]]))


def parts_of(numbers: NDArray[np.int64], parts: int = 16) -> list[slice]:
    """Runs of regions that hold about as many values each, to be worked on side by side: the largest first, lest one processor is
    left alone with it.
    """
    ends = np.cumsum(numbers)
    if not len(ends):
        return []
    cuts = np.searchsorted(ends, np.linspace(0, ends[-1], parts + 1)[1:-1])
    edges = np.unique(np.concatenate([[0], cuts, [len(ends)]]))
    runs = [slice(int(a), int(b)) for a, b in pairwise(edges)]
    return sorted(runs, key=lambda run: -int(numbers[run].sum()))


class Partial(Protocol):
    """Partial aggregates by cell, or by region when merged."""

    @property
    def nbytes(self) -> int: ...

    @property
    def numbers(self) -> NDArray[np.int64]:
        """How many values are behind each."""

    def over(self, regions: Regions) -> Self:
        """The same over sets of cells."""
