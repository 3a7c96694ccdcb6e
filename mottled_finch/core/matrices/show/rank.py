"""The place among the cells of the row, the column or the whole: 1 is the highest, equal values share the best place."""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from ...tables.table.alike import joined
from .laid import Laid, lines


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    from scipy.stats import rankdata  # takes a second to load, which no other figure should wait for

    found = laid.blanks()
    for values, out in lines(laid, spec.of or "whole", found):
        filled = ~np.isnan(values)
        out[filled] = rankdata(-joined(values[filled]), method="min")
    return found
