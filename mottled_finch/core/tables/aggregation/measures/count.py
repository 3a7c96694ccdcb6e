"""The number of records. Of nothing it is 0, not a blank."""

from ..partials import gather_counts
from .measure import Gathering, Measure

MEASURE = Measure(
    gathers=lambda _source, _spec, _path: (Gathering("counts", gather_counts),),
    value=lambda _spec, counts: counts.numbers.astype(float),
)
