"""The arithmetic mean of the filled values; a blank where there is none."""

import numpy as np
from numpy.typing import NDArray

from ..kernels import Gathered


def average(gathered: Gathered) -> NDArray[np.float64]:
    with np.errstate(invalid="ignore"):  # 0 / 0 is the blank wanted here
        quotient: NDArray[np.float64] = gathered.sums / gathered.numbers
    return quotient
