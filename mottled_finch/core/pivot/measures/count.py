"""The number of records. Of nothing it is 0, not a blank."""

import numpy as np
from numpy.typing import NDArray

from ..kernels import Gathered


def count(gathered: Gathered) -> NDArray[np.float64]:
    return gathered.records.astype(np.float64)
