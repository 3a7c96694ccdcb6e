"""The share of the total shown: of the row's, the column's, the group's or that of all. Over a total of nothing it is a blank.

A group is made of the cells that have all levels but the innermost in common, on both sides.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from .laid import Laid


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    values = laid.values
    if spec.of == "row":
        totals = values[:, -1:]
    elif spec.of == "column":
        totals = values[-1:, :]
    elif spec.of == "group":
        totals = values[np.ix_(laid.row_group, laid.column_group)]
    else:
        totals = values[-1:, -1:]
    found = laid.blanks()
    np.divide(values, totals, out=found, where=np.broadcast_to(totals != 0, values.shape))
    return found
