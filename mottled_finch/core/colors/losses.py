"""What color-weak eyes, or gray print, lose of a figure's colors."""

import numpy as np

from .lab import difference, lab_from_bytes
from .spaces import Bytes
from .vision import VISIONS, seen

TOLD_APART = 7.0
"""CIEDE2000 from which two fields that do not touch are told apart for certain."""
_PLACES = 9


def losses_of(colors: Bytes, bands: list[str] | None = None) -> dict[str, str]:
    """By vision, one sentence about what cannot be told apart any more; visions that lose nothing are left out.

    ``colors`` run from the low end to the high one; with ``bands``, their names in words, each is one band. Along a ramp, places a
    quarter or more apart are compared.
    """
    found = {}
    at = range(len(colors)) if bands is not None else np.floor(np.linspace(0, len(colors) - 1, _PLACES) + 0.5).astype(int)
    nearest = 1 if bands is not None else 2
    for vision in VISIONS:
        lab = lab_from_bytes(seen(colors[list(at)], vision))
        apart = difference(lab[:, None], lab[None, :])
        apart[np.tri(len(lab), k=nearest - 1, dtype=bool)] = np.inf  # each pair once, and none that is too near to be meant
        i, j = divmod(int(apart.argmin()), len(lab))
        if apart[i, j] >= TOLD_APART:
            continue
        if bands is not None:
            found[vision] = f'"{bands[i]}" and "{bands[j]}" look alike'
        elif i < _PLACES // 2 < j:
            found[vision] = "The two sides look alike"
        else:
            found[vision] = "Values far apart look alike"
    return found
