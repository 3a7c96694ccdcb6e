"""Every measure of a number's filled values in plain Python, for the tests that hold the engine against brute force."""

import math
import statistics
from collections.abc import Callable, Sequence

import numpy as np

from mottled_finch.core.common.vocabulary import MEASURE_TERMS

PLAIN: dict[str, Callable[[Sequence[float]], float]] = {
    "sum": math.fsum,
    "average": lambda values: math.fsum(values) / len(values),
    "median": statistics.median,
    "min": min,
    "max": max,
    "range": lambda values: max(values) - min(values),
    "stdev": lambda values: statistics.stdev(values) if len(values) > 1 else math.nan,
    "percentile": lambda values: float(np.percentile(values, 90)),
}
"""Of at least one value; of a percentile the 90th."""

OF_ONE_NUMBER = [take for take, term in MEASURE_TERMS.items() if term.keys == ("of",) and term.numbers]
"""Measures that are said by one column of numbers alone."""
