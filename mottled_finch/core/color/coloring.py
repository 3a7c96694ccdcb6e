"""Which color each cell has: palette, scales, bands and what is lit together."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..pivot import Matrix
from ..recipe.spec import ColorSpec
from .house import faded, house_colors
from .lit import lit_by
from .palettes import BLANK_STEP, PALETTES, STEPS
from .regions import regions_of
from .scale import DEFAULT_PALETTE, Scale, resolve_scale
from .spaces import Bytes, bytes_of


@dataclass(frozen=True, kw_only=True, eq=False)
class Coloring:
    """``scales`` has one for all cells, or one for each region; a region without values has None. ``regions`` gives each cell's.

    ``steps``, of the cells' shape, are places in ``colors`` of shape (steps, 3), 255 for a blank. ``lit`` says which cells a
    condition lights; without one it is None.
    """

    scales: tuple[Scale | None, ...]
    regions: NDArray[np.int64]
    steps: NDArray[np.uint8]
    colors: Bytes
    lit: NDArray[np.bool_] | None = None

    @property
    def scale(self) -> Scale | None:
        """The scale, or the first of several that has values: what is alike in all of them can be read from it."""
        return next((scale for scale in self.scales if scale is not None), None)

    @property
    def grays(self) -> Bytes:
        return faded(self.colors)


def coloring_of(
    color: ColorSpec,
    matrix: Matrix,
    values: NDArray[np.float64],
    looked_at: NDArray[np.float64] | None = None,
    targets: Mapping[str, float] | None = None,
) -> Coloring:
    """The coloring of a matrix by the values it shows. ``looked_at`` is what the condition of what is lit is about."""
    regions = regions_of(matrix, color.within)
    scales: list[Scale | None] = []
    steps = np.full(values.size, BLANK_STEP, dtype=np.uint8)
    ends = np.cumsum(np.bincount(regions.ravel(), minlength=1))
    for where in np.split(np.argsort(regions.ravel(), kind="stable"), ends[:-1]):
        among = values.ravel()[where]
        scale = resolve_scale(color, among, targets)
        scales.append(scale)
        if scale is not None:
            steps[where] = scale.steps(among)
    lit = None
    if color.lit is not None:
        lit = lit_by(color.lit, values, values if looked_at is None else looked_at, targets or {})
    bands = None if color.bands is None else max((scale.number_of_steps for scale in scales if scale), default=1)
    return Coloring(
        scales=tuple(scales), regions=regions, steps=steps.reshape(values.shape), colors=colors_of(color, bands), lit=lit
    )


def totals_can_share(color: ColorSpec) -> bool:
    """Whether totals can have the colors of the cells: these are judged together, and all of them are lit."""
    return color.within == "table" and color.lit is None


def colors_of(color: ColorSpec, bands: int | None = None) -> Bytes:
    """The 255 colors a recipe asks for, from the low end of the scale to the high one, or one for each of so many bands."""
    if bands is not None and color.bands is not None and color.bands.colors:
        given = np.stack([bytes_of(each.lower()) for each in color.bands.colors[:bands]])
        return given[::-1] if color.reverse else given
    palette = PALETTES[color.palette or DEFAULT_PALETTE]
    if color.colors:
        colors = house_colors(color.colors)
        colors = colors[::-1] if color.reverse else colors
    else:
        colors = palette.colors_for(color.high_is, color.reverse)
    if bands is None:
        return colors
    to_the_ends = bool(color.colors) or palette.kind == "bands"
    return np.asarray(colors[[_step_of_band(i, bands, to_the_ends) for i in range(bands)]])


def _step_of_band(band: int, bands: int, to_the_ends: bool) -> int:
    """Where a band's color stands on a palette: evenly from end to end, or at the middle of its share of a ramp, whose ends would
    be too strong for a whole band.
    """
    if to_the_ends and bands > 1:
        return int(band * (STEPS - 1) / (bands - 1) + 0.5)
    return int((band + 0.5) / bands * (STEPS - 1) + 0.5)
