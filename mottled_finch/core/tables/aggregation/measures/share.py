"""The share of a cell's records that meet a condition, 0 to 1; a blank where there is no record."""

from .gatherings import met
from .measure import Measure, over

MEASURE = Measure(
    gathers=lambda source, spec, path: (met(source, spec, f"{path}.where"),),
    value=lambda _spec, partial: over(partial.met, partial.numbers),
)
