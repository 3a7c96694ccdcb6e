"""The standard score within the row, the column or the whole: how many standard deviations (n - 1 below the line) a cell lies above
the mean of its line's cells. Where these do not vary it is a blank.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...tables.table.alike import differences, joined
from .laid import Laid, lines


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    found = laid.blanks()
    for values, out in lines(laid, spec.of or "whole", found):
        filled = joined(values[~np.isnan(values)])
        # Equal values are told by comparing them: rounding would leave them a spread of almost nothing.
        if len(filled) > 1 and filled.min() < filled.max():
            out[:] = differences(values, filled.mean()) / filled.std(ddof=1)
    return found
