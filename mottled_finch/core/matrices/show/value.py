"""The measure as it is."""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from .laid import Laid


def shown(_spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    return laid.values
