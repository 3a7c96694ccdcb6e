"""The sum of one field over the sum of another, never an average of ratios; a blank over zero, or over or of nothing."""

import numpy as np

from .gatherings import sums
from .measure import Measure, magnitude_of, over

MEASURE = Measure(
    gathers=lambda source, spec, path: (
        sums(source, spec, spec.of, f"{path}.of"),
        sums(source, spec, spec.per, f"{path}.per"),
    ),
    value=lambda _spec, of, per: np.where(of.numbers > 0, over(of.sums, per.sums), np.nan),
    magnitude=lambda source, spec: magnitude_of(source, spec.of) / (magnitude_of(source, spec.per) or 1.0),
)
