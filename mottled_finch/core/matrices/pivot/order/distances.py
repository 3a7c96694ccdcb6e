"""How far members are apart, by the cells both have.

Blanks are left out pair by pair; a sum over the cells that are left is scaled up to all of them, so that a pair with few in common
is neither near nor far for that alone. A pair with nothing in common is as far apart as the farthest pair that has.
"""

import numpy as np
from numpy.typing import NDArray

Table = NDArray[np.float64]


def distances(values: Table, how: str) -> Table:
    """The distance of each pair of rows, shape (rows, rows), by ``euclidean`` (as ``colored``, of places on the scale, is, too),
    ``cityblock``, ``cosine`` or ``correlation``.

    The distances of SciPy's functions of these names where nothing is blank. A row without direction (all 0, or all equal for the
    correlation) is at distance 1 from others, and at 0 from its like.
    """
    filled = ~np.isnan(values)
    numbers = np.where(filled, values, 0.0)
    both = filled.astype(float) @ filled.astype(float).T
    columns = values.shape[1]
    scale = np.divide(columns, both, out=np.zeros_like(both), where=both > 0)
    if how == "cityblock":
        found = np.array(
            [(np.abs(numbers - row) * (filled & there)).sum(axis=1) for row, there in zip(numbers, filled, strict=True)]
        )
        found *= scale
    elif how in ("euclidean", "colored"):
        found = np.array(
            [((numbers - row) ** 2 * (filled & there)).sum(axis=1) for row, there in zip(numbers, filled, strict=True)]
        )
        found = np.sqrt(found * scale)
    else:
        found = 1 - _alike(numbers, filled, centered=how == "correlation")
    found[both == 0] = np.nan
    found = np.where(np.isnan(found), np.nanmax(found, initial=0.0), found)
    np.fill_diagonal(found, 0.0)
    even: Table = np.maximum((found + found.T) / 2, 0.0)
    return even


def _alike(numbers: Table, filled: NDArray[np.bool_], *, centered: bool) -> Table:
    """The cosine of the angle of each pair, of deviations from their means if centered."""
    found = np.ones((len(numbers), len(numbers)))
    for i, (row, there) in enumerate(zip(numbers, filled, strict=True)):
        shared = filled & there
        mine, theirs = np.where(shared, row, 0.0), np.where(shared, numbers, 0.0)
        if centered:
            count = np.maximum(shared.sum(axis=1, keepdims=True), 1)
            mine = np.where(shared, mine - mine.sum(axis=1, keepdims=True) / count, 0.0)
            theirs = np.where(shared, theirs - theirs.sum(axis=1, keepdims=True) / count, 0.0)
        lengths = np.sqrt((mine**2).sum(axis=1) * (theirs**2).sum(axis=1))
        flat = lengths <= 1e-12 * np.abs(numbers).max(initial=1.0) ** 2
        same = flat & ((mine - theirs) ** 2 <= 1e-24).all(axis=1)
        cosine = np.divide((mine * theirs).sum(axis=1), lengths, out=np.zeros(len(numbers)), where=~flat)
        found[i] = np.where(same, 1.0, np.clip(cosine, -1, 1))
    return found
