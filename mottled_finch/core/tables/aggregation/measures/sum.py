"""The sum of the filled values. A sum of nothing is a blank, not 0."""

import numpy as np

from .gatherings import sums
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (sums(source, spec, spec.of, f"{path}.of"),),
    value=lambda _spec, partial: np.where(partial.numbers > 0, partial.total, np.nan),
)
