"""The sum of one field over the sum of another, never an average of ratios; a blank over zero, or over or of nothing."""

import numpy as np

from .gatherings import sums
from .measure import Measure, over

MEASURE = Measure(
    gathers=lambda source, spec, path: (
        sums(source, spec, spec.of, f"{path}.of"),
        sums(source, spec, spec.per, f"{path}.per"),
    ),
    value=lambda _spec, of, per: np.where(of.numbers > 0, over(of.total, per.total), np.nan),
)
