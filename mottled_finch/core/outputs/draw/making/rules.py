"""Colors as rules: from which value on a cell has which color, exactly as the scale gives it."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ....colors.ink import inks_on
from ....colors.palettes import BLANK_STEP
from ....colors.scale import Scale
from ....figures.figure.figure import Figure

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Rule:
    """A color, its ink, and the least value that has it."""

    least: float
    fill: str
    ink: str


def rules_of(figure: Figure) -> list[Rule]:
    """The rules from the lowest color on, of a figure whose cells are judged together and all lit by the number they hold; none
    where one cell's color follows from more than its number.
    """
    coloring, contents = figure.coloring, figure.contents
    scale = coloring.scale
    if scale is None or coloring.apart or coloring.lit is not None or sum(each is not None for each in coloring.scales) > 1:
        return []
    if contents.printed is not contents.values:
        return []
    inks = inks_on(coloring.colors)
    steps = _steps(scale, len(coloring.colors))
    leasts = _leasts(scale, len(steps))
    found = {  # of steps that begin at one value the last is the color of that value
        least: Rule(least, coloring.hexes[step], str(inks[step]))
        for least, step in zip(leasts, steps, strict=True)
        if least < np.inf
    }
    return list(found.values())


def _steps(scale: Scale, colors: int) -> list[int]:
    """The steps of a scale from its low end to its high one."""
    if scale.cuts is not None:
        return list(scale.band_steps)
    return list(range(colors))[:: -1 if scale.turned else 1]


def _leasts(scale: Scale, steps: int) -> list[float]:
    """The least value of each step: cuts as they are, of a ramp found by halving until no number lies between."""
    if scale.cuts is not None:
        return [-np.inf, *scale.cuts]
    order = np.arange(1, steps)

    def reaches(values: Floats) -> NDArray[np.bool_]:
        found = scale.steps(values).astype(int)
        found = BLANK_STEP - 1 - found if scale.turned else found
        return np.asarray(found >= order)

    low = np.full(steps - 1, np.nextafter(min(scale.low, scale.lowest), -np.inf))
    high = np.full(steps - 1, np.nextafter(max(scale.high, scale.highest), np.inf))
    high = np.where(reaches(high), high, np.inf)
    low = np.where(reaches(low), -np.inf, low)
    there = np.isfinite(low) & np.isfinite(high)
    while True:
        middle = np.where(there, low / 2 + high / 2, 0.0)
        middle = np.where((middle > low) & (middle < high), middle, high)
        if not (there & (middle < high)).any():
            return [-np.inf, *np.where(np.isneginf(low), -np.inf, high).tolist()]
        above = reaches(np.where(there, middle, scale.low))
        high, low = np.where(there & above, middle, high), np.where(there & ~above, middle, low)
