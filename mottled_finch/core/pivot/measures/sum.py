"""The sum of the filled values. A sum of nothing is a blank, not 0."""

import numpy as np
from numpy.typing import NDArray

from ..kernels import Gathered


def sum_(gathered: Gathered) -> NDArray[np.float64]:
    return np.where(gathered.numbers > 0, gathered.sums, np.nan)
