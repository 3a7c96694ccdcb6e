"""The smallest of the filled values; a blank where there is none."""

import numpy as np

from .gatherings import extremes
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (extremes(source, spec.of, f"{path}.of", "min"),),
    value=lambda _spec, partial: np.where(partial.numbers > 0, partial.smallest, np.nan),
)
