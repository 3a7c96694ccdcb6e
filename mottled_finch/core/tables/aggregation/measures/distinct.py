"""The number of different values. Of nothing it is 0, not a blank."""

from .gatherings import distinct
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (distinct(source, spec.of, f"{path}.of"),),
    value=lambda _spec, partial: partial.count().astype(float),
)
