"""Partial aggregates: what is gathered of the records of each group, in a form that merges.

That of two sets of records is made of those of each, and a total is merged from what is under it. Counts,
sums, extremes and spreads are a few numbers a cell and merge exactly, or to rounding; a median or a percentile needs the values
themselves, which are therefore gathered cell by cell and looked through again for each total. Different values are marked, which
merges exactly too, or gathered where marks would take too much room.
"""

from .counts import Counts, gather_counts
from .distinct import Distinct, gather_distinct
from .extremes import Extremes, gather_extremes
from .grouped import Grouped
from .marks import Marks
from .met import Met, gather_met
from .once import Once, gather_once
from .partial import Partial, Regions, joined
from .spread import Spread, gather_spread
from .sums import Sums, gather_sums
from .values import Values, gather_values

__all__ = [
    "Counts",
    "Distinct",
    "Extremes",
    "Grouped",
    "Marks",
    "Met",
    "Once",
    "Partial",
    "Regions",
    "Spread",
    "Sums",
    "Values",
    "gather_counts",
    "gather_distinct",
    "gather_extremes",
    "gather_met",
    "gather_once",
    "gather_spread",
    "gather_sums",
    "gather_values",
    "joined",
]
