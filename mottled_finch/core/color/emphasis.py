"""The emphasis: which cells keep their color."""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from ..figure.targets import within_limits
from ..recipe.spec import EmphasisSpec


def lit_by(
    emphasis: EmphasisSpec, values: NDArray[np.float64], looked_at: NDArray[np.float64], targets: Mapping[str, float]
) -> NDArray[np.bool_]:
    """Which cells are lit. ``values`` are those of the cells, and ``looked_at`` what the condition is about, of one shape; a blank
    of either is never lit. Of equal values all or none are among the highest, all where any is.
    """
    found: NDArray[np.bool_] = ~np.isnan(values) & ~np.isnan(looked_at)
    if emphasis.highest is not None or emphasis.lowest is not None:
        among = np.sort(looked_at[found])
        if not len(among):
            return found
        if emphasis.highest is not None:
            return np.asarray(found & (looked_at >= among[max(0, len(among) - emphasis.highest)]))
        assert emphasis.lowest is not None
        return np.asarray(found & (looked_at <= among[min(len(among), emphasis.lowest) - 1]))
    return found & within_limits(emphasis, looked_at, targets, "color.emphasis")
