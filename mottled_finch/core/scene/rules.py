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
    """The cells of one panel: where columns and rows begin, the size of a cell, and the gap behind it."""

    xs: list[float]
    ys: list[float]
    width: float
    height: float
    gap: float


def rules_of(kind: RuleName, lattice: Lattice, symbol_height: float, there: Mask) -> list[Rule]:
    """Guides run through the middles of symbols, in the upper ``symbol_height`` of each cell, and not through values that are
    printed below; dividers between cells, which have a gap. ``there`` has the shape of the cells.
    """
    xs, ys, gap = lattice.xs, lattice.ys, lattice.gap
    level = _along(kind, ys, symbol_height / 2, xs, lattice.width, gap, there)
    if kind == "guides" and symbol_height < lattice.height:
        middles = [(x + lattice.width / 2, y) for i, y in enumerate(ys) for j, x in enumerate(xs) if there[i, j]]
        broken = [(x, y, x, y + symbol_height) for x, y in middles]
        return [(start, at, stop, at) for at, start, stop in level] + broken
    upright = _along(kind, xs, lattice.width / 2, ys, lattice.height, gap, there.T)
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
