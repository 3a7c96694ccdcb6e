"""The largest of the filled values less the smallest; a blank where there is none, 0 of one alone."""

from ...table.finite import finite
from .gatherings import extremes
from .measure import Measure, magnitude_of

MEASURE = Measure(
    gathers=lambda source, spec, path: (extremes(source, spec.of, f"{path}.of", "range"),),
    value=lambda _spec, partial: finite(partial.largest) - finite(partial.smallest),
    magnitude=lambda source, spec: magnitude_of(source, spec.of),
)
