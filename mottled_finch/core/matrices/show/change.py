"""The change from the member before, along the rows (downward) or columns (to the right): the difference, or ``relative`` to the
member before, over its size. The first has none; neither has one whose neighbour is a blank, or is 0 for a relative change.

Parts of one moment, such as months in years, run on from group to group; other groups begin anew.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...tables.table.alike import differences
from .laid import Laid


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    found = laid.blanks()
    downward = spec.along == "rows"
    values, out = (laid.values.T, found.T) if downward else (laid.values, found)
    for start, stop in laid.row_steps if downward else laid.column_steps:
        before, now = values[:, start : stop - 1], values[:, start + 1 : stop]
        difference = differences(now, before)
        if spec.relative:
            quotient = np.full(difference.shape, np.nan)
            np.divide(difference, np.abs(before), out=quotient, where=before != 0)
            difference = quotient
        out[:, start + 1 : stop] = difference
    return found
