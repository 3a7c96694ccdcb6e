"""What equal means: numbers that differ by no more than rounding are one number.

Doubles hold 15 digits, and sums lose a few of them: 0.1 + 0.2 is not 0.3, and the deviations of three times 0.2 are not all 0. Such
noise must not become a color, a rank, or a place among the largest.

``settled`` makes of a value what it would be without that noise, from what that value alone was made of: no other value has a part
in it. ``joined`` is for comparing values with each other: there, two are equal that agree to about twelve significant digits.
"""

import numpy as np
from numpy.typing import NDArray

SHARE = 2.0**-40
"""Twelve digits."""
EPSILON = 2.0**-50
"""What a few steps of rounding cost, as a share of the numbers that were reckoned with."""
_POWERS = 22
"""Powers of ten that doubles hold exactly."""


def settled(values: NDArray[np.float64], noise: NDArray[np.float64] | float = 0.0) -> NDArray[np.float64]:
    """The values, same shape, each without what rounding left in it; NaN stays NaN.

    ``noise`` is what each may be off by, in its own units: more than its own digits say where larger numbers were summed that
    cancel. A value as near as that to zero is zero, and one that is off a number of a dozen digits by rounding alone is that
    number.
    """
    found = np.asarray(values, dtype=np.float64)
    if not found.size:
        return found
    sizes = np.abs(found)
    within = np.broadcast_to(np.asarray(noise, dtype=np.float64), found.shape)
    return np.where(sizes <= within, 0.0, _written(found, np.maximum(within, 4 * EPSILON * sizes)))


def differences(one: NDArray[np.float64], other: NDArray[np.float64] | float) -> NDArray[np.float64]:
    """One less the other, settled: a difference is off by what its numbers are off by, however small it is itself."""
    return settled(one - other, EPSILON * np.maximum(np.abs(one), np.abs(other)))


def _written(values: NDArray[np.float64], near: NDArray[np.float64]) -> NDArray[np.float64]:
    """Each value as it would be written with so few digits that only one number in five hundred is as near by chance, where it is
    as near to that as said.
    """
    with np.errstate(all="ignore"):
        power = np.floor(-np.log10(1000 * near))
        fits = np.isfinite(power) & (np.abs(power) <= _POWERS)
        scale = 10.0 ** np.where(fits, np.abs(power), 0.0)
        short = np.where(power >= 0, np.rint(values * scale) / scale, np.rint(values / scale) * scale)
        return np.where(fits & (np.abs(short - values) <= near), short, values)


def joined(values: NDArray[np.float64]) -> NDArray[np.float64]:
    """The values to be compared with each other, same shape: of runs in which each agrees with the next to twelve digits all are
    the smallest; NaN stays NaN. Whole numbers are exact, and never joined.
    """
    flat = values.ravel()
    order = np.argsort(flat, kind="stable")
    rising = flat[order]
    reach = SHARE * np.abs(rising)
    with np.errstate(invalid="ignore"):
        step = np.diff(rising)
        near = (step > 0) & (step <= np.maximum(reach[1:], reach[:-1]))
        near &= ~((rising[1:] == np.rint(rising[1:])) & (rising[:-1] == np.rint(rising[:-1])))
    if not near.any():
        return values
    starts = np.concatenate([[True], ~near & ~(step == 0)])
    first = np.maximum.accumulate(np.where(starts, np.arange(len(rising)), 0))
    out = np.empty_like(flat)
    out[order] = rising[first]
    return out.reshape(values.shape)
