"""Which cells keep their color."""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from ..common.recipe.spec import LitSpec
from ..matrices.pivot.targets import within_limits
from ..tables.table.alike import joined


def lit_by(
    lit: LitSpec, values: NDArray[np.float64], looked_at: NDArray[np.float64], targets: Mapping[str, float]
) -> NDArray[np.bool_]:
    """Which cells are lit. ``values`` are those of the cells, and ``looked_at`` what the condition is about, of one shape; a blank
    of either is never lit. Of equal values all or none are among the highest, all where any is.
    """
    found: NDArray[np.bool_] = ~np.isnan(values) & ~np.isnan(looked_at)
    if lit.highest is not None or lit.lowest is not None:
        looked_at = joined(looked_at)
        among = np.sort(looked_at[found])
        if not len(among):
            return found
        if lit.highest is not None:
            return np.asarray(found & (looked_at >= among[max(0, len(among) - lit.highest)]))
        assert lit.lowest is not None
        return np.asarray(found & (looked_at <= among[min(len(among), lit.lowest) - 1]))
    return found & within_limits(lit, looked_at, targets, "color.lit")
