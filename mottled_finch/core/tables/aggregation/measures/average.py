"""The arithmetic mean of the filled values; a blank where there is none."""

from .gatherings import sums
from .measure import Measure, over

MEASURE = Measure(
    gathers=lambda source, spec, path: (sums(source, spec, spec.of, f"{path}.of"),),
    value=lambda _spec, partial: over(partial.total, partial.terms),
)
