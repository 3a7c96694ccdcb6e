"""The largest of the filled values less the smallest; a blank where there is none, 0 of one alone."""

from ...table.alike import differences
from ...table.finite import finite
from .gatherings import extremes
from .measure import Measure

MEASURE = Measure(
    gathers=lambda source, spec, path: (extremes(source, spec.of, f"{path}.of", "range"),),
    value=lambda _spec, partial: differences(finite(partial.largest), finite(partial.smallest)),
)
