"""Measures, one a file: what a cell says of its records. ``MEASURES`` is the table a new one is entered in."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from ..kernels import Gathered
from .average import average
from .count import count
from .sum import sum_

Measure = Callable[[Gathered], NDArray[np.float64]]
"""What was gathered, to doubles of the same shape; NaN is the blank. Works alike on cells and on totals."""

MEASURES: dict[str, Measure] = {"count": count, "sum": sum_, "average": average}

__all__ = ["MEASURES", "Measure"]
