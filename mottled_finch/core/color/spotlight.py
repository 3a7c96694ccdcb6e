"""The spotlight: which cells keep their color."""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from ..recipe.spec import SpotlightSpec
from ..targets import within_limits


def lit_by(
    spot: SpotlightSpec, values: NDArray[np.float64], looked_at: NDArray[np.float64], targets: Mapping[str, float]
) -> NDArray[np.bool_]:
    """Which cells are lit. ``values`` are those of the cells, and ``looked_at`` what the condition is about, of one shape; a blank
    of either is never lit. Of equal values all or none are among the highest, all where any is.
    """
    found: NDArray[np.bool_] = ~np.isnan(values) & ~np.isnan(looked_at)
    if spot.highest is not None or spot.lowest is not None:
        among = np.sort(looked_at[found])
        if not len(among):
            return found
        if spot.highest is not None:
            return np.asarray(found & (looked_at >= among[max(0, len(among) - spot.highest)]))
        assert spot.lowest is not None
        return np.asarray(found & (looked_at <= among[min(len(among), spot.lowest) - 1]))
    return found & within_limits(spot, looked_at, targets, "color.spotlight")
