"""The scale: where the ends and the middle sit, how values are spread between them, and which step a value gets."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from ..common.errors import TableError
from ..common.recipe.spec import ColorSpec, EndSpec, PivotSpec
from ..matrices.pivot.targets import target_of
from .cuts import cuts_of
from .palettes import BLANK_STEP, MIDDLE, PALETTES, STEPS
from .spread import Spread, spread_of


@dataclass(frozen=True, kw_only=True, eq=False)
class Scale:
    """A resolved scale, in units of the values.

    ``middle`` always has a number: where the recipe names none it is halfway between the ends, as values are spread, and
    ``has_middle`` is false. ``lowest`` and ``highest`` are those of the cells, so that an end inside them clips: ``under`` and
    ``over`` count the cells beyond. With ``cuts`` there are bands in place of a ramp, each with one of the ``stops`` among the
    colors, or with that of its number. One that is ``turned`` has the colors of its high end at its low one: high is bad there, and
    good in the rest of the figure.
    """

    low: float
    middle: float
    high: float
    lowest: float
    highest: float
    has_middle: bool
    under: int = 0
    over: int = 0
    spread: Spread = field(default_factory=Spread)
    cuts: tuple[float, ...] | None = None
    turned: bool = False
    stops: tuple[int, ...] | None = None

    @property
    def clips_low(self) -> bool:
        return self.lowest < self.low

    @property
    def clips_high(self) -> bool:
        return self.highest > self.high

    def places(self, values: NDArray[np.float64]) -> NDArray[np.float64]:
        """Where each value stands on the scale, 0 at the low end to 1 at the high one; what lies beyond an end is at that end."""
        low, middle, high = (float(self.spread.of(each)) for each in (self.low, self.middle, self.high))
        spread = self.spread.of(values)
        # Two straight pieces meet at the middle. Where a piece has no width, everything on it is at its outer end.
        below, above = _share(spread, low, middle, 0.0), _share(spread, middle, high, 1.0)
        place = np.where(spread < middle, below / 2, 0.5 + above / 2)
        place = np.where(spread == middle, 0.5, place)
        return np.where(np.isnan(values), np.nan, place)

    def stands(self, values: NDArray[np.float64]) -> NDArray[np.float64]:
        """Where each value is seen to stand, from 0 to 1: its place, or that of its band among all; the other way round where the
        scale is turned.
        """
        if self.cuts is None:
            place = self.places(values)
        else:
            place = np.where(np.isnan(values), np.nan, np.searchsorted(self.cuts, values, side="right") / max(1, len(self.cuts)))
        return 1 - place if self.turned else place

    def steps(self, values: NDArray[np.float64]) -> NDArray[np.uint8]:
        """The step of each value, same shape; 255 for a blank. A value on a cut is in the band above it."""
        blank = np.isnan(values)
        if self.cuts is not None:
            bands = np.array(self.band_steps, dtype=np.uint8)
            return np.where(blank, BLANK_STEP, bands[np.searchsorted(self.cuts, values, side="right")]).astype(np.uint8)
        # Half steps go up, as Math.floor(x + 0.5) does where the screen recolors while a handle is dragged.
        place = np.where(blank, 0, self.places(values)) * (2 * MIDDLE)
        step = np.floor(place + 0.5)
        return np.where(blank, BLANK_STEP, 2 * MIDDLE - step if self.turned else step).astype(np.uint8)

    @property
    def band_steps(self) -> tuple[int, ...]:
        """The step of each band, from the lowest on."""
        steps = tuple(range(self.number_of_steps)) if self.stops is None else self.stops
        return steps[::-1] if self.turned else steps

    @property
    def number_of_steps(self) -> int:
        return STEPS if self.cuts is None else len(self.cuts) + 1


def _share(values: NDArray[np.float64], start: float, end: float, without_width: float) -> NDArray[np.float64]:
    if end <= start:
        return np.full(values.shape, without_width)
    with np.errstate(over="ignore", invalid="ignore"):  # far beyond the end of a very short piece is still the end
        return np.clip((values - start) / (end - start), 0, 1)


def resolve_scale(color: ColorSpec, values: NDArray[np.float64], targets: Mapping[str, float] | None = None) -> Scale | None:
    """The scale of these cells; None when every one of them is blank. Raises TableError when low, middle and high cross, for a
    target that is not there, a logarithm of what is not above zero, or cuts that do not rise.
    """
    filled = values[~np.isnan(values)]
    if not len(filled):
        return None
    targets = targets or {}
    middle = None if color.middle is None else _place(color.middle, filled, targets, "color.middle")
    low, high = _ends(color, filled, middle, targets)
    if low > high:
        # An end left to the data gives way: 5 minutes still means 5 in a month when nobody was late.
        if not _stands(color.high):
            high = low
        elif not _stands(color.low):
            low = high
        else:
            raise TableError(
                f"the low end of the scale ({low:g}) lies above the high end ({high:g}); move one of them",
                path="color.low",
                received=low,
            )
    if middle is not None and not low <= middle <= high:
        if middle > high and not _stands(color.high):
            high = middle
        elif middle < low and not _stands(color.low):
            low = middle
        elif not _stands(color.middle):
            middle = min(max(middle, low), high)
        else:
            raise TableError(
                f"the middle of the scale ({middle:g}) lies outside its ends ({low:g} to {high:g}); move one of them",
                path="color.middle",
                received=middle,
            )
    spread = spread_of(color.scale, filled, low, high)
    return Scale(
        low=low,
        middle=_halfway(spread, low, high) if middle is None else middle,
        high=high,
        lowest=float(filled.min()),
        highest=float(filled.max()),
        has_middle=middle is not None,
        under=int((filled < low).sum()),
        over=int((filled > high).sum()),
        spread=spread,
        cuts=None if color.bands is None else cuts_of(color.bands, filled, low, high, targets),
    )


def _ends(color: ColorSpec, filled: NDArray[np.float64], middle: float | None, targets: Mapping[str, float]) -> tuple[float, float]:
    """Both ends. One that is mirrored lies as far from the middle, or from 0, as the other; or both as far as the farthest cell."""
    mirrored = [end.at == "mirrored" for end in (color.low, color.high)]
    middle = middle or 0.0
    if not any(mirrored):
        return _place(color.low, filled, targets, "color.low"), _place(color.high, filled, targets, "color.high")
    if all(mirrored):
        far = float(np.abs(filled - middle).max())
        return middle - far, middle + far
    if mirrored[0]:
        high = _place(color.high, filled, targets, "color.high")
        return middle - max(high - middle, 0.0), high
    low = _place(color.low, filled, targets, "color.low")
    return low, middle + max(middle - low, 0.0)


def _halfway(spread: Spread, low: float, high: float) -> float:
    if spread.name == "linear":
        return (low + high) / 2
    return min(max(spread.back(float(spread.of(low) + spread.of(high)) / 2), low), high)


def _stands(end: EndSpec | None) -> bool:
    """Whether the place is a number or target, which does not move with the data."""
    return end is not None and (isinstance(end.at, float) or end.target is not None)


def _place(end: EndSpec, filled: NDArray[np.float64], targets: Mapping[str, float], path: str) -> float:
    if end.target is not None:
        return target_of(end.target, targets, f"{path}.target")
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


def _two_sided(color: ColorSpec) -> bool:
    return color.palette is None or PALETTES[color.palette].two_sided


DEFAULT_PALETTE = "water-mint"
COEFFICIENT_PALETTE = "fritillary"


def completed(color: ColorSpec, pivot: PivotSpec) -> ColorSpec:
    """The color with what the recipe leaves open. Coefficients always run from -1 over 0 to 1, so that figures compare; what is set
    against another side runs as far below no change as above it.
    """
    if pivot.show.as_ == "against" and not color.colors and color.middle is None and _two_sided(color):
        return replace(
            color,
            palette=color.palette or COEFFICIENT_PALETTE,
            low=EndSpec(at="mirrored") if color.low == EndSpec(at="lowest") else color.low,
            middle=EndSpec(at=1.0 if pivot.show.by == "ratio" else 0.0),
            high=EndSpec(at="mirrored") if color.high == EndSpec(at="highest") else color.high,
        )
    if pivot.correlate is None:
        return replace(color, palette=color.palette or DEFAULT_PALETTE)
    return replace(
        color,
        palette=color.palette or COEFFICIENT_PALETTE,
        low=EndSpec(at=-1.0) if color.low == EndSpec(at="lowest") else color.low,
        middle=color.middle or EndSpec(at=0.0),
        high=EndSpec(at=1.0) if color.high == EndSpec(at="highest") else color.high,
    )
