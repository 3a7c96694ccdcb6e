"""What every measure is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...recipe.conditions import MeasureSpec
from ...table.finite import finite
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
    takes them, by cell or merged, to doubles; NaN is the blank. ``magnitude`` is how large the numbers are that it reckons with, in
    its own units, and so what rounding may leave of a value that ought to be nothing; ``adds_up`` says that this grows with their
    number.
    """

    gathers: Callable[[Source, MeasureSpec, str], tuple[Gathering, ...]]
    value: Callable[..., NDArray[np.float64]]
    magnitude: Callable[[Source, MeasureSpec], float] = lambda _source, _spec: 0.0
    adds_up: bool = False


def magnitude_of(source: Source, field: str | None) -> float:
    """The largest size among the numbers of a field, or among sixteen thousand of them evenly apart; 0 where it has none."""

    def found() -> np.float64:
        values = source.table.column(field or "", "").data
        sizes = np.abs(finite(values[:: max(1, len(values) // SAMPLED)]))
        return np.float64(np.fmax.reduce(sizes, initial=0.0))

    return float(source.memory.keep(f"magnitude {field!r}", found))


SAMPLED = 1 << 14


def over(numerator: NDArray[Any], denominator: NDArray[Any]) -> NDArray[np.float64]:
    """A quotient; a blank where it would be over zero."""
    found = np.full(np.shape(numerator), np.nan)
    np.divide(numerator, denominator, out=found, where=denominator != 0)
    return found
