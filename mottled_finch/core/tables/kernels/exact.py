"""Sums that keep what rounding would take: each is a double and, beside it, what that one is off by.

D. E. Knuth, "The Art of Computer Programming", volume 2 (1969), section 4.2.2, theorem B; T. Ogita, S. M. Rump and S. Oishi,
"Accurate Sum and Dot Product" (2005), algorithm Sum2: as exact as if reckoned with twice the digits. So it does not matter in which
parts a sum is made, and none of it depends on what else is summed beside it.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from .compiled import compiled

Floats = NDArray[np.float64]


def two_sum(one: Floats, other: Floats) -> tuple[Floats, Floats]:
    """The sum of two arrays, and what it is off by."""
    with np.errstate(over="ignore", invalid="ignore"):  # what is no finite number ends as a blank
        found = one + other
        back = found - one
        return found, (one - (found - back)) + (other - back)


@compiled
def add_over(cells: Any, starts: Any, sums: Any, errors: Any, found: Any, off: Any) -> None:  # pragma: no cover - compiled
    """The sums, with their errors, of the cells ``cells[starts[i]:starts[i + 1]]`` of each region."""
    for region in range(len(starts) - 1):
        total, error = 0.0, 0.0
        for j in range(starts[region], starts[region + 1]):
            value = sums[cells[j]]
            new = total + value
            back = new - total
            error += (total - (new - back)) + (value - back)
            error += errors[cells[j]]
            total = new
        found[region] = total
        off[region] = error
