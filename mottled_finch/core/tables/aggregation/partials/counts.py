"""Numbers of records. They merge exactly."""

from dataclasses import dataclass
from typing import Self

import numpy as np
from numpy.typing import NDArray

from ..placement import Placement
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Counts:
    """How many records each cell has."""

    numbers: NDArray[np.int64]

    @property
    def nbytes(self) -> int:
        return self.numbers.nbytes

    def over(self, regions: Regions) -> Self:
        return type(self)(regions.merged(self.numbers, np.add))  # type: ignore[arg-type]

    def accumulated(self, axis: int) -> Self:
        """Of an array of two sides: each with all before it along the axis."""
        return type(self)(np.cumsum(self.numbers, axis))


def gather_counts(placement: Placement) -> Counts:
    return Counts(placement.records)
