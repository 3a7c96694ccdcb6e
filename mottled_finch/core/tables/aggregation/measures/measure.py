"""What every measure is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ....common.recipe.conditions import MeasureSpec
from ..partials import Partial
from ..placement import Placement
from ..source import Source


@dataclass(frozen=True)
class Gathering:
    """A partial result a measure is made of. ``key`` names it in the table's memory: measures that need the same share it."""

    key: str
    make: Callable[[Placement], Partial]


@dataclass(frozen=True)
class Measure:
    """``gathers`` says which partial results a spec needs of a source; the path is that of the measure in the recipe. ``value``
    takes them, by cell or merged, to doubles, without what rounding left of what ought to be nothing; NaN is the blank.
    """

    gathers: Callable[[Source, MeasureSpec, str], tuple[Gathering, ...]]
    value: Callable[..., NDArray[np.float64]]


def over(numerator: NDArray[Any], denominator: NDArray[Any]) -> NDArray[np.float64]:
    """A quotient; a blank where it would be over zero."""
    found = np.full(np.shape(numerator), np.nan)
    np.divide(numerator, denominator, out=found, where=denominator != 0)
    return found
