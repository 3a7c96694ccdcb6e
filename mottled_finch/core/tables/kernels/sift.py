"""Sifting values: counting those below a range, and setting aside those within.

Written without a branch, since which values lie where follows no pattern that a processor could guess.
"""

from typing import Any

import numpy as np

from .compiled import compiled


@compiled
def sift(values: Any, start: Any, stop: Any, low: Any, high: Any, room: Any, at: Any) -> Any:  # pragma: no cover - compiled
    """Put the values from ``low`` to ``high`` among ``values[start:stop]`` into ``room``, from ``at`` on. NaN is none of them.

    What is returned is how many were below the range, and where the room is filled to; the place behind that may be written to.
    """
    below, at = np.uint64(0), np.uint64(at)
    for i in range(np.uint64(start), np.uint64(stop)):
        value = values[i]
        room[at] = value
        below += np.uint64(value < low)
        at += np.uint64((low <= value) & (value <= high))
    return np.int64(below), np.int64(at)
