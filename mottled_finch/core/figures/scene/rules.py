"""Lines under the symbols of a matrix, from edge to edge of the cells that are there."""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Rule = tuple[float, float, float, float]
"""From x1, y1 to x2, y2."""
Mask = NDArray[np.bool_]
RuleName = Literal["dividers", "guides"]


@dataclass(frozen=True, kw_only=True)
class Lattice:
    """The cells of one panel: where columns and rows begin, how wide and high they are, and the gap behind a cell."""

    xs: list[float]
    ys: list[float]
    widths: list[float]
    heights: list[float]
    gap: float


def rules_of(kind: RuleName, lattice: Lattice, foot: float, there: Mask) -> list[Rule]:
    """Guides run through the middles of symbols, which leave the ``foot`` of each cell to its value, and not through values;
    dividers between cells, which have a gap. ``there`` has the shape of the cells.
    """
    xs, ys, gap = lattice.xs, lattice.ys, lattice.gap
    middles = [(height - foot) / 2 for height in lattice.heights]
    level = _along(kind, ys, middles, (xs, lattice.widths), gap, there)
    if kind == "guides" and foot > 0:
        broken = [
            (x + width / 2, y, x + width / 2, y + height - foot)
            for i, (y, height) in enumerate(zip(ys, lattice.heights, strict=True))
            for j, (x, width) in enumerate(zip(xs, lattice.widths, strict=True))
            if there[i, j]
        ]
        return [(start, at, stop, at) for at, start, stop in level] + broken
    upright = _along(kind, xs, [width / 2 for width in lattice.widths], (ys, lattice.heights), gap, there.T)
    return [(start, at, stop, at) for at, start, stop in level] + [(at, start, at, stop) for at, start, stop in upright]


def _along(
    kind: RuleName, lines: list[float], middles: list[float], ends: tuple[list[float], list[float]], gap: float, there: Mask
) -> list[tuple[float, float, float]]:
    """Where the rule of each line of cells stands, where it starts and where it stops. ``ends`` are where the cells of a line
    begin, and how long they are.
    """
    found = []
    for i, line in enumerate(lines):
        if kind == "guides":
            at, beside = line + middles[i], there[i]
        elif i > 0:
            at, beside = line - gap / 2, there[i - 1] | there[i]
        else:
            continue
        cells = np.flatnonzero(beside)
        if len(cells):
            last = cells[-1]
            found.append((at, ends[0][cells[0]], ends[0][last] + ends[1][last]))
    return found
