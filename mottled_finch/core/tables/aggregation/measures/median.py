"""The middle one of the filled values, or halfway between the two in the middle; a blank where there is none."""

from .gatherings import values_of
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (values_of(source, spec.of, f"{path}.of", "median"),),
    value=lambda _spec, partial: partial.quantile(0.5),
)
