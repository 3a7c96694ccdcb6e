"""The value below which so many percent of the filled values lie, interpolated; a blank where there is none."""

from .gatherings import values_of
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (values_of(source, spec.of, f"{path}.of", "percentile"),),
    value=lambda spec, partial: partial.quantile(spec.p / 100),
)
