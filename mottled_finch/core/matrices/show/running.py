"""The measure of all records up to here, along the rows (downward) or columns (to the right), beginning anew in each group.

For a count or a sum this is the running total; for others it is taken from the records, too: the average so far, the smallest so
far. A blank stays one. Totals over the side it runs along are as they are.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from .laid import Laid


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    found = laid.running(0 if spec.along == "rows" else 1)
    return np.where(np.isnan(laid.values), np.nan, found)
