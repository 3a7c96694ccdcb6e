"""Which color each cell has: palette, scales, bands and what is lit together."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ..common.errors import TableError
from ..common.recipe.spec import ColorSpec, EachSpec, Recipe
from ..matrices.pivot import Matrix
from .house import faded, house_colors
from .lit import lit_by
from .palettes import BLANK_STEP, PALETTES, STEPS
from .regions import regions_of
from .scale import DEFAULT_PALETTE, Scale, resolve_scale
from .spaces import Bytes, bytes_of, hex_of
from .unlike import Unlike, own_color, sense_of


@dataclass(frozen=True, kw_only=True, eq=False)
class Coloring:
    """``scales`` has one for all cells, or one for each region; a region without values has None. ``regions`` gives each cell's.
    ``apart`` says that there is no one scale of all cells, or of all but those that have their own.

    ``steps``, of the cells' shape, are places in ``colors`` of shape (steps, 3), 255 for a blank. ``lit`` says which cells a
    condition lights; without one it is None. ``sense`` is what high is, where it is in the figure as a whole.
    """

    scales: tuple[Scale | None, ...]
    regions: NDArray[np.int64]
    apart: bool
    steps: NDArray[np.uint8]
    colors: Bytes
    sense: str
    lit: NDArray[np.bool_] | None = None

    @property
    def scale(self) -> Scale | None:
        """The scale, or the first of several that has values: what is alike in all of them can be read from it."""
        return next((scale for scale in self.scales if scale is not None), None)

    @cached_property
    def hexes(self) -> tuple[str, ...]:
        """The colors as ``#rrggbb``."""
        return tuple(hex_of(color) for color in self.colors)

    @property
    def grays(self) -> Bytes:
        return faded(self.colors)


def coloring_of(
    color: ColorSpec,
    matrix: Matrix,
    values: NDArray[np.float64],
    *,
    looked_at: NDArray[np.float64] | None = None,
    targets: Mapping[str, float] | None = None,
    unlike: Unlike | None = None,
) -> Coloring:
    """The coloring of a matrix by the values it shows. ``looked_at`` is what the condition of what is lit is about; ``unlike`` are
    members with scales of their own.
    """
    regions, own = _judged(color, matrix, unlike)
    sense = sense_of(color, unlike)
    scales: list[Scale | None] = []
    ends = np.cumsum(np.bincount(regions.ravel(), minlength=len(own)))
    wheres = np.split(np.argsort(regions.ravel(), kind="stable"), ends[:-1])
    for where, setting in zip(wheres, own, strict=True):
        scales.append(_scale_of(color, values.ravel()[where], targets, setting, sense))
    color = replace(color, high_is=sense)  # type: ignore[arg-type]
    scales, colors = _colored(color, scales, own)
    steps = np.full(values.size, BLANK_STEP, dtype=np.uint8)
    for where, scale in zip(wheres, scales, strict=True):
        if scale is not None:
            steps[where] = scale.steps(values.ravel()[where])
    lit = None
    if color.lit is not None:
        lit = lit_by(color.lit, values, values if looked_at is None else looked_at, targets or {})
    return Coloring(
        scales=tuple(scales),
        regions=regions,
        apart=color.within != "table" or (len(scales) > 1 and scales[0] is None),
        steps=steps.reshape(values.shape),
        colors=colors,
        sense=sense,
        lit=lit,
    )


Judged = tuple[Matrix, NDArray[np.float64], Unlike | None]
"""A matrix whose cells are judged together, the values it shows, and members with scales of their own."""


def joint(
    color: ColorSpec, judged: Sequence[Judged], targets: Mapping[str, float]
) -> tuple[tuple[Scale | None, ...], list[NDArray[np.int64]], Bytes]:
    """Scales worked out over several matrices of which the same is said, the region of each cell of every one, and the colors."""
    keys = [np.full(values.shape, -1) if own is None else own.by_cell(own.scale, matrix.shape) for matrix, values, own in judged]
    settings: dict[int, EachSpec | None] = {-1: None}
    for _, _, own in judged:
        settings |= {} if own is None else {key: own.setting(i) for i, key in enumerate(own.scale.tolist()) if key >= 0}
    among = np.concatenate([values.ravel() for _, values, _ in judged])
    whose = np.concatenate([each.ravel() for each in keys])
    known = sorted(settings)
    sense = sense_of(color, judged[0][2])
    scales = [_scale_of(color, among[whose == key], targets, settings[key], sense) for key in known]
    left, colors = _colored(replace(color, high_is=sense), scales, [settings[key] for key in known])  # type: ignore[arg-type]
    return tuple(left), [np.searchsorted(known, each) for each in keys], colors


def _scale_of(
    color: ColorSpec,
    values: NDArray[np.float64],
    targets: Mapping[str, float] | None,
    setting: EachSpec | None,
    sense: str,
) -> Scale | None:
    """The scale of some cells, by what is said of all and of these alone."""
    scale = _resolved(color if setting is None else own_color(color, setting), values, targets, setting)
    opposite = {"good": "bad", "bad": "good"}.get(sense)
    if scale is not None and setting is not None and opposite is not None and setting.high_is == opposite:
        return replace(scale, turned=True)
    return scale


def _judged(color: ColorSpec, matrix: Matrix, unlike: Unlike | None) -> tuple[NDArray[np.int64], list[EachSpec | None]]:
    """The region of each cell, those of all that have no scale of their own first, and what is said of each region."""
    regions = regions_of(matrix, color.within)
    number = int(regions.max(initial=0)) + 1
    if unlike is None or (unlike.scale < 0).all():
        return regions, [None] * number
    said = [unlike.setting(i) if scale >= 0 else None for i, scale in enumerate(unlike.scale.tolist())]
    if color.within == ("row" if unlike.down else "column"):
        return regions, said
    own = unlike.by_cell(unlike.scale + 1, matrix.shape)
    found, numbered = np.unique(own * number + regions, return_inverse=True)
    numbered = numbered.reshape(matrix.shape)
    first = np.unique(numbered, return_index=True)[1].tolist()
    settings = [said[divmod(at, matrix.shape[1])[0 if unlike.down else 1]] for at in first]
    if color.within == "table" and found[0] != 0:
        return numbered + 1, [None, *settings]  # the first region is that of all others, of which there are none
    return numbered, settings


def _resolved(
    color: ColorSpec, values: NDArray[np.float64], targets: Mapping[str, float] | None, setting: EachSpec | None
) -> Scale | None:
    """The scale of some cells; what is wrong with one of their own is told of these."""
    try:
        return resolve_scale(color, values, targets)
    except TableError as error:
        if setting is None:
            raise
        name = ", ".join(setting.labels) or "all"
        raise TableError(f'of "{name}", {error.message}', path=error.path.replace("color", "each", 1)) from error


def _colored(color: ColorSpec, scales: list[Scale | None], own: Sequence[EachSpec | None]) -> tuple[list[Scale | None], Bytes]:
    """The colors that all scales share, and where bands of some alone are, the scales with places for them among those of the
    ramp.
    """
    there = [scale for scale in scales if scale is not None]
    if not any(setting is not None and setting.bands is not None for setting in own):
        bands = None if color.bands is None else max((scale.number_of_steps for scale in there), default=1)
        return scales, colors_of(color, bands)
    counts = {0 if scale.cuts is None else scale.number_of_steps for scale in there}
    if len(counts) == 1 and 0 not in counts:
        return scales, colors_of(color, counts.pop())
    to_the_ends = _to_the_ends(color)

    def stopped(scale: Scale | None) -> Scale | None:
        if scale is None or scale.cuts is None:
            return scale
        number = scale.number_of_steps
        return replace(scale, stops=tuple(_step_of_band(i, number, to_the_ends) for i in range(number)))

    return [stopped(scale) for scale in scales], colors_of(color)


def totals_can_share(recipe: Recipe) -> bool:
    """Whether totals can have the colors of the cells: these are judged together, and all of them are lit."""
    color = recipe.color
    return color.within == "table" and color.lit is None and not any(each.judged for each in recipe.each)


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
    return np.asarray(colors[[_step_of_band(i, bands, _to_the_ends(color)) for i in range(bands)]])


def _to_the_ends(color: ColorSpec) -> bool:
    return bool(color.colors) or PALETTES[color.palette or DEFAULT_PALETTE].kind == "bands"


def _step_of_band(band: int, bands: int, to_the_ends: bool) -> int:
    """Where a band's color stands on a palette: evenly from end to end, or at the middle of its share of a ramp, whose ends would
    be too strong for a whole band.
    """
    if to_the_ends and bands > 1:
        return int(band * (STEPS - 1) / (bands - 1) + 0.5)
    return int((band + 0.5) / bands * (STEPS - 1) + 0.5)
