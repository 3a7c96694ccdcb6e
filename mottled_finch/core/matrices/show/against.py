"""Against the same of another side: the difference from it, the ratio to it, or the difference in percent of its size.

What only one side has, or none, is a blank, and so is a ratio to nothing. Totals are set against totals, each from the records of
its side.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...tables.table.alike import differences
from .laid import Laid


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    here, there, on_both = laid.values, laid.there, laid.on_both
    assert there is not None and on_both is not None
    if spec.by == "ratio":
        found = _over(here, there)
    else:
        found = differences(here, there)
        if spec.by == "percent":
            found = _over(found, np.abs(there))
    return np.where(on_both, found, np.nan)


def _over(value: NDArray[np.float64], other: NDArray[np.float64]) -> NDArray[np.float64]:
    found = np.full(value.shape, np.nan)
    np.divide(value, other, out=found, where=other != 0)
    return found
