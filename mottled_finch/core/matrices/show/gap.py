"""The distance from a number: above it is positive."""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...tables.table.alike import differences
from .laid import Laid


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    assert isinstance(spec.to, float)
    return differences(laid.values, spec.to)
