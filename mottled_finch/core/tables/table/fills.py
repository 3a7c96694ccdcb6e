"""Numbers that stand where there is none, such as -9999 or 1e20: what sources write for a blank."""

import numpy as np
from numpy.typing import NDArray

TIMES = 1e9
"""How many times larger than all others a number is that cannot be one of them."""
_FAR = 5.0
"""How many times larger than all others a usual fill is that is one."""
_MOST = 4
_SAMPLE = 1 << 14
_NINES = [sign * (10.0**digits - 1) for digits in range(2, 14) for sign in (1, -1) if digits > 2 or sign < 0]
_ENDS = [2.0**31 - 1, -(2.0**31), 2.0**15 - 1, -(2.0**15), 2.0**16 - 1, 2.0**32 - 1]
_USUAL = frozenset([*_NINES, *_ENDS])
"""Nines (99 is too often a number), and the ends of whole numbers of two and four bytes."""
_NEVER = frozenset(
    [sign * value for value in (1e20, 1e30, 1e32, 1e34, 1e35, 1e36, 1e38) for sign in (1.0, -1.0)]
    + [
        sign * value
        for value in (9.96921e36, 9.969209968386869e36, 3.4028234663852886e38, 3.4e38, 3.402823e38)
        for sign in (1.0, -1.0)
    ]
)
"""What formats of measured data write, which nobody counts or measures."""


def fills_of(values: NDArray[np.float64]) -> tuple[float, ...]:
    """The numbers among values of shape (records,) that look like fills, the farthest first; NaN is a blank, infinity passed over.

    A fill is the smallest or the largest: never a number (1e20), or far from all others and one that is usual (-9999 among
    temperatures, or below zero where nothing else is), or 1e9 times as large as any other.
    """
    found: list[float] = []
    sample = np.abs(values[:: max(1, len(values) // _SAMPLE)])
    sample = sample[np.isfinite(sample) & (sample > 0)]
    usual = float(np.median(sample)) if len(sample) else 0.0
    left = values if not np.isinf(values).any() else values[~np.isinf(values)]
    while len(left) and len(found) < _MOST:
        low, high = float(np.fmin.reduce(left)), float(np.fmax.reduce(left))
        if np.isnan(low):
            break
        ends = sorted((low, high), key=abs, reverse=True)
        likely = (end for end in ends if end in _NEVER or end in _USUAL or abs(end) >= TIMES * usual)
        fill = next((end for end in likely if _is_far(end, left[left != end])), None)
        if fill is None:
            break
        found.append(fill)
        left = left[left != fill]
    return tuple(found)


def _is_far(end: float, rest: NDArray[np.float64]) -> bool:
    if end in _NEVER:
        return True
    low, high = float(np.fmin.reduce(rest, initial=np.inf)), float(np.fmax.reduce(rest, initial=-np.inf))
    if not np.isfinite(low) or not np.isfinite(high) or low == high == 0:
        return False
    size = max(abs(low), abs(high))
    if end in _USUAL and (abs(end) >= _FAR * size or (end < 0 <= low)):
        return True
    return bool(abs(end) >= TIMES * size)
