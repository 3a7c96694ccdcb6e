"""Measures, one a file: what a cell says of its records. ``MEASURES`` is the table a new one is entered in."""

from .average import AVERAGE
from .count import COUNT
from .distinct import DISTINCT
from .max import MAX
from .measure import Gathering, Measure
from .median import MEDIAN
from .min import MIN
from .percentile import PERCENTILE
from .ratio import RATIO
from .share import SHARE
from .stdev import STDEV
from .sum import SUM

MEASURES: dict[str, Measure] = {
    "count": COUNT,
    "sum": SUM,
    "average": AVERAGE,
    "median": MEDIAN,
    "min": MIN,
    "max": MAX,
    "distinct": DISTINCT,
    "stdev": STDEV,
    "percentile": PERCENTILE,
    "share": SHARE,
    "ratio": RATIO,
}

__all__ = ["MEASURES", "Gathering", "Measure"]
