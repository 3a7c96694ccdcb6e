"""Each row (or column) against its own largest, or its first: 1 is the one it is set against, so that large members do not drown
the rest. Against nothing, against 0, or against a largest below 0 it is a blank.
"""

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import ShowSpec
from .laid import Laid, lines


def shown(spec: ShowSpec, laid: Laid) -> NDArray[np.float64]:
    found = laid.blanks()
    for values, out in lines(laid, spec.of or "row", found):
        base = _first(values) if spec.to == "first" else _largest(values)
        if base > 0:
            out[:] = values / base
    return found


def _first(values: NDArray[np.float64]) -> float:
    filled = values[~np.isnan(values)]
    return float(filled[0]) if len(filled) else 0.0


def _largest(values: NDArray[np.float64]) -> float:
    return float(np.nanmax(values)) if not np.isnan(values).all() else 0.0
