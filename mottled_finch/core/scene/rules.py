"""Lines under the marks of a matrix, from edge to edge of the cells that are there."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

Rule = tuple[float, float, float, float]
"""From x1, y1 to x2, y2."""
Mask = NDArray[np.bool_]
RuleName = Literal["dividers", "guides"]


def rules_of(
    kind: RuleName, xs: list[float], ys: list[float], width: float, height: float, mark_height: float, gap: float, there: Mask
) -> list[Rule]:
    """Guides run through the middles of marks, in the upper ``mark_height`` of each cell; dividers between cells, which have a gap.

    ``there`` has the shape of the cells.
    """
    level = _along(kind, ys, mark_height / 2, xs, width, gap, there)
    upright = _along(kind, xs, width / 2, ys, height, gap, there.T)
    return [(start, at, stop, at) for at, start, stop in level] + [(at, start, at, stop) for at, start, stop in upright]


def _along(
    kind: RuleName, lines: list[float], middle: float, ends: list[float], length: float, gap: float, there: Mask
) -> list[tuple[float, float, float]]:
    """Where the rule of each line of cells stands, where it starts and where it stops."""
    found = []
    for i, line in enumerate(lines):
        if kind == "guides":
            at, beside = line + middle, there[i]
        elif i > 0:
            at, beside = line - gap / 2, there[i - 1] | there[i]
        else:
            continue
        cells = np.flatnonzero(beside)
        if len(cells):
            found.append((at, ends[cells[0]], ends[cells[-1]] + length))
    return found
