"""How many records meet a condition. Counts merge exactly."""

from dataclasses import dataclass
from typing import Any, Self

import numpy as np
from numpy.typing import NDArray

from ...kernels import compiled, in_blocks, read_only
from ..placement import Placement
from ..source import Test
from .partial import Regions


@dataclass(frozen=True, eq=False)
class Met:
    """``met`` of the ``numbers`` of records of each cell."""

    met: NDArray[np.int64]
    numbers: NDArray[np.int64]

    @property
    def nbytes(self) -> int:
        return 2 * self.met.nbytes

    def over(self, regions: Regions) -> Self:
        return type(self)(regions.merged(self.met, np.add), regions.merged(self.numbers, np.add))  # type: ignore[arg-type]

    def accumulated(self, axis: int) -> Self:
        return type(self)(np.cumsum(self.met, axis), np.cumsum(self.numbers, axis))


def gather_met(placement: Placement, test: Test) -> Met:
    """One pass over codes. A record whose field is blank does not meet the condition, and is counted all the same."""
    codes, flags = read_only(test[0]), test[1].astype(np.uint32)

    def work(number: int) -> NDArray[np.int64]:
        counts = np.zeros(placement.places, dtype=np.uint32)
        _count(placement.block(number), codes[placement.blocks[number]], flags, counts)
        return counts.astype(np.int64)

    met = sum(in_blocks(work, range(len(placement.blocks))), np.zeros(placement.places, dtype=np.int64))
    return Met(met[placement.spots], placement.records)


@compiled
def _count(index: Any, codes: Any, flags: Any, counts: Any) -> None:  # pragma: no cover - compiled
    for i in range(np.uint64(len(index))):
        counts[index[i]] += flags[codes[i]]
