"""How values are spread between the ends of a scale: each as it is, or by another number that rises with it."""

from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..common.errors import TableError
from ..common.recipe.spec import SpreadName

Floats = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Spread:
    """``around`` is the number near zero up to which ``log_both`` is nearly straight; ``values`` are the different values of the
    cells, which rise, and ``ranks`` where each stands among all, both of ``rank`` alone.
    """

    name: SpreadName = "linear"
    around: float = 1.0
    values: Floats = field(default_factory=lambda: np.zeros(0))
    ranks: Floats = field(default_factory=lambda: np.zeros(0))

    def of(self, values: Floats | float) -> Floats:
        """The number by which a value is spread; NaN stays NaN."""
        with np.errstate(divide="ignore", invalid="ignore"):
            return np.asarray(_SPREADS[self.name][0](self, np.asarray(values, dtype=np.float64)))

    def back(self, number: float) -> float:
        """The value that is spread by a number."""
        return float(_SPREADS[self.name][1](self, np.asarray(number, dtype=np.float64)))


_Way = Callable[[Spread, Floats], Floats]
_SPREADS: dict[SpreadName, tuple[_Way, _Way]] = {
    "linear": (lambda _, value: value, lambda _, number: number),
    # What is not above zero lies infinitely far below.
    "log": (lambda _, value: np.log10(np.where(value <= 0, 0.0, value)), lambda _, number: np.asarray(10.0**number)),
    "log_both": (
        lambda spread, value: np.sign(value) * np.log1p(np.abs(value) / spread.around),
        lambda spread, number: np.sign(number) * np.expm1(np.abs(number)) * spread.around,
    ),
    "rank": (
        lambda spread, value: np.where(np.isnan(value), np.nan, np.interp(value, spread.values, spread.ranks)),
        lambda spread, number: np.asarray(np.interp(number, spread.ranks, spread.values)),
    ),
}
"""There and back, by name."""


def spread_of(name: SpreadName, filled: Floats, low: float, high: float) -> Spread:
    """The spread of a scale from low to high over cells of which ``filled`` are the values. Raises TableError where a logarithm
    has no place for an end.
    """
    if name == "log" and low <= 0:
        raise TableError(
            f"a logarithm needs ends above zero, and the low end is at {low:g}; put it above zero, or spread the values "
            "by logarithm around 0, or by rank",
            path="color.scale",
            received=low,
        )
    if name == "log_both":
        return Spread(name=name, around=max(abs(low), abs(high)) / 100 or 1.0)
    if name == "rank":
        values, numbers = np.unique(filled, return_counts=True)
        # Equal values share the middle of their ranks.
        return Spread(name=name, values=values, ranks=np.cumsum(numbers) - (numbers - 1) / 2)
    return Spread(name=name)
