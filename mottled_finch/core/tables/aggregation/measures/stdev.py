"""The standard deviation of the filled values, with n - 1 below the line; a blank for fewer than two."""

import numpy as np

from ...table.alike import EPSILON, settled
from .gatherings import spread
from .measure import Measure, over

MEASURE = Measure(
    gathers=lambda source, spec, path: (spread(source, spec.of, f"{path}.of", "stdev"),),
    value=lambda _spec, partial: settled(
        np.sqrt(over(partial.squares, np.maximum(partial.numbers - 1, 0))), EPSILON * partial.sizes
    ),
)
