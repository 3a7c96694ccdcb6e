"""How large a number may be to be reckoned with: squares and differences of two such numbers are still numbers."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.vocabulary.limits import LARGEST


def finite(values: NDArray[Any]) -> NDArray[np.float64]:
    """Values as they are; what is no number, or beyond the largest, is NaN."""
    return np.where(np.abs(values) <= LARGEST, values, np.nan)
