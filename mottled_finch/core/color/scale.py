"""The scale: where the ends and the middle sit, and which step of the palette a value gets."""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.spec import ColorSpec, EndSpec, PivotSpec
from .palettes import BLANK_STEP, MIDDLE, PALETTES, STEPS


@dataclass(frozen=True, kw_only=True)
class Scale:
    """A resolved scale, in units of the values.

    ``middle`` always has a number: where the recipe names none it is halfway between the ends and ``has_middle`` is false.
    ``lowest`` and ``highest`` are those of the cells, so that an end inside them clips. All are None when every cell is blank.
    """

    low: float
    middle: float
    high: float
    lowest: float
    highest: float
    has_middle: bool

    @property
    def clips_low(self) -> bool:
        return self.lowest < self.low

    @property
    def clips_high(self) -> bool:
        return self.highest > self.high

    def steps(self, values: NDArray[np.float64]) -> NDArray[np.uint8]:
        """The palette step of each value, same shape; 255 for a blank. Values beyond an end get the end's color."""
        # Two straight pieces meet at the middle. Where a piece has no width, everything on it is at its outer end.
        below = _share(values, self.low, self.middle, 0.0)
        above = _share(values, self.middle, self.high, 1.0)
        place = np.where(values < self.middle, below * MIDDLE, MIDDLE + above * (STEPS - 1 - MIDDLE))
        place = np.where(values == self.middle, float(MIDDLE), place)
        blank = np.isnan(values)
        # Half steps go up, as Math.floor(x + 0.5) does where the screen recolors while a handle is dragged.
        return np.where(blank, BLANK_STEP, np.floor(np.where(blank, 0, place) + 0.5)).astype(np.uint8)


def _share(values: NDArray[np.float64], start: float, end: float, without_width: float) -> NDArray[np.float64]:
    if end <= start:
        return np.full(values.shape, without_width)
    with np.errstate(over="ignore"):  # far beyond the end of a very short piece is still the end
        return np.clip((values - start) / (end - start), 0, 1)


def resolve_scale(color: ColorSpec, values: NDArray[np.float64]) -> Scale | None:
    """The scale of these cells; None when every one of them is blank. Raises TableError when low, middle and high cross."""
    filled = values[~np.isnan(values)]
    if not len(filled):
        return None
    low, high = _place(color.low, filled), _place(color.high, filled)
    middle = None if color.middle is None else _place(color.middle, filled)
    if low > high:
        raise TableError(
            f"the low end of the scale ({low:g}) lies above the high end ({high:g}); move one of them",
            path="color.low",
            received=low,
        )
    if middle is not None and not low <= middle <= high:
        # An end left to the data gives way: a middle of 5 minutes still means 5 in a month when nobody was late.
        if middle > high and color.high.at == "highest":
            high = middle
        elif middle < low and color.low.at == "lowest":
            low = middle
        else:
            raise TableError(
                f"the middle of the scale ({middle:g}) lies outside its ends ({low:g} to {high:g}); move one of them",
                path="color.middle",
                received=middle,
            )
    return Scale(
        low=low,
        middle=(low + high) / 2 if middle is None else middle,
        high=high,
        lowest=float(filled.min()),
        highest=float(filled.max()),
        has_middle=middle is not None,
    )


def _place(end: EndSpec, filled: NDArray[np.float64]) -> float:
    if end.percentile is not None:
        return float(np.percentile(filled, end.percentile))  # linear between order statistics
    if end.percent is not None:
        return float(filled.min() + end.percent / 100 * (filled.max() - filled.min()))
    if end.at == "lowest":
        return float(filled.min())
    if end.at == "highest":
        return float(filled.max())
    assert isinstance(end.at, float)
    return end.at


DEFAULT_PALETTE = "water-mint"
COEFFICIENT_PALETTE = "fritillary"


def completed(color: ColorSpec, pivot: PivotSpec) -> ColorSpec:
    """The color with what the recipe leaves open. Coefficients always run from -1 over 0 to 1, so that figures compare."""
    if pivot.correlate is None:
        return replace(color, palette=color.palette or DEFAULT_PALETTE)
    return replace(
        color,
        palette=color.palette or COEFFICIENT_PALETTE,
        low=EndSpec(at=-1.0) if color.low == EndSpec(at="lowest") else color.low,
        middle=color.middle or EndSpec(at=0.0),
        high=EndSpec(at=1.0) if color.high == EndSpec(at="highest") else color.high,
    )


def palette_colors(color: ColorSpec) -> NDArray[np.uint8]:
    """The 255 colors a recipe asks for, from the low end of the scale to the high one; shape (255, 3)."""
    return PALETTES[color.palette or DEFAULT_PALETTE].colors_for(color.high_is, color.reverse)
