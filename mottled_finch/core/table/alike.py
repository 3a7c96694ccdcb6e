"""What equal means: numbers that differ by no more than rounding are one number.

Doubles hold 15 digits, and sums lose a few of them: 0.1 + 0.2 is not 0.3, and the deviations of three times 0.2 are not all 0. Such
noise must not become a color, a rank, or a place among the largest. Two values are equal here when they agree to about twelve
significant digits; ``noise`` is what the values may be off by all the same, in their own units, where larger numbers were summed
that cancel.
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
    """The values, same shape, equal ones made the same number; NaN stays NaN.

    A value as near as ``noise`` to zero is zero. One that is off a number of a dozen digits by rounding alone is that number, and
    of others that are equal all become the smallest.
    """
    found = np.asarray(values, dtype=np.float64)
    if not found.size:
        return found
    sizes = np.abs(found)
    within = np.broadcast_to(np.asarray(noise, dtype=np.float64), found.shape)
    found = np.where(sizes <= within, 0.0, _written(found, np.maximum(within, 4 * EPSILON * sizes)))
    if not _any_near(found, float(np.max(noise))):
        return found
    return _joined(found, np.maximum(within, SHARE * sizes))


def _any_near(values: NDArray[np.float64], noise: float) -> bool:
    """Whether any two different values may be within reach of each other: asked first, since hardly ever any are."""
    rising = np.sort(values, axis=None)
    step = np.diff(rising)
    reach = np.maximum(np.abs(rising[1:]), np.abs(rising[:-1])) * SHARE
    with np.errstate(invalid="ignore"):
        return bool(((step > 0) & (step <= np.maximum(reach, noise))).any())


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


def _joined(values: NDArray[np.float64], within: NDArray[np.float64]) -> NDArray[np.float64]:
    """Runs of values, each within reach of the next, as the smallest of them. Whole numbers are exact, and never joined."""
    flat, reach = values.ravel(), within.ravel()
    order = np.argsort(flat, kind="stable")
    rising = flat[order]
    with np.errstate(invalid="ignore"):
        step = np.diff(rising)
        near = (step > 0) & (step <= np.maximum(reach[order][1:], reach[order][:-1]))
        near &= ~((rising[1:] == np.rint(rising[1:])) & (rising[:-1] == np.rint(rising[:-1])))
    if not near.any():
        return values
    starts = np.concatenate([[True], ~near & ~(step == 0)])
    first = np.maximum.accumulate(np.where(starts, np.arange(len(rising)), 0))
    out = np.empty_like(flat)
    out[order] = rising[first]
    return out.reshape(values.shape)
