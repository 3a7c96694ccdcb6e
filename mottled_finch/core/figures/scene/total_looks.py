"""The looks of totals: without color, or with a scale of their own, since a total inside the scale of the cells would flatten
everything else.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from ...colors.coloring import Coloring, colors_of, totals_can_share
from ...colors.ink import inks_on
from ...colors.palettes import BLANK_STEP
from ...colors.scale import resolve_scale
from ...colors.spaces import hex_of
from ...common.recipe.spec import EndSpec, Recipe
from ...common.vocabulary import Theme


class Seen(Protocol):
    """What the colors of totals follow from."""

    @property
    def recipe(self) -> Recipe: ...

    @property
    def coloring(self) -> Coloring: ...

    @property
    def theme(self) -> Theme: ...


@dataclass(frozen=True)
class Look:
    """A band's fill and the ink on it; ``step`` and ``value`` as in Box."""

    fill: str
    ink: str
    step: int | None = None
    value: float | None = None


def plain(seen: Seen) -> Look:
    return Look(seen.theme.band, seen.theme.ink)


def looks_of(seen: Seen, values: NDArray[np.float64], lines: Sequence[tuple[int, int]], *, crossing: bool = False) -> list[Look]:
    """The looks of a line of totals, each at its row and column: plain, on the scale of the cells, or from the lowest to the
    highest of those that are judged together. Where two lines of totals cross, one has nothing to be judged by.
    """
    if seen.recipe.pivot.totals.color == "shared":
        return _shared(seen, values)
    looks = [plain(seen)] * values.size
    if seen.recipe.pivot.totals.color == "none" or crossing:
        return looks
    regions = _regions(seen, lines)
    for region in np.unique(regions).tolist():
        where = np.flatnonzero(regions == region)
        if region >= 0 and where.size == 1:
            continue  # nothing to be judged by
        turned = region >= 0 and getattr(seen.coloring.scales[region], "turned", False)
        for i, look in zip(where.tolist(), _own(seen, values[where], turned), strict=True):
            looks[i] = look
    return looks


def _regions(seen: Seen, lines: Sequence[tuple[int, int]]) -> NDArray[np.int64]:
    """The scales of the members whose totals these are, where some are unlike the others, else -1 for all of a line."""
    each = seen.recipe.each
    if not any(one.judged for one in each):
        return np.full(len(lines), -1)
    regions = seen.coloring.regions
    side, by_member = (0, regions[:, 0]) if each[0].row is not None else (1, regions[0])
    members = [line[side] for line in lines]
    return np.array([by_member[member] if 0 <= member < len(by_member) else -1 for member in members])


def _own(seen: Seen, values: NDArray[np.float64], turned: bool) -> list[Look]:
    color = replace(seen.recipe.color, low=EndSpec(at="lowest"), middle=None, high=EndSpec(at="highest"), bands=None)
    if color.scale == "log" and (values <= 0).any():
        color = replace(color, scale="linear")  # a total may be where the cells never are
    scale = resolve_scale(color, values)
    if scale is None:
        return [plain(seen)] * values.size
    colors = colors_of(color)
    inks = inks_on(colors)
    steps = replace(scale, turned=turned).steps(values)
    same = seen.recipe.color.bands is None  # as the colors of the cells, which in bands are others
    return [
        plain(seen) if step >= len(colors) else Look(hex_of(colors[step]), str(inks[step]), step if same else None)
        for step in steps.tolist()
    ]


def _shared(seen: Seen, values: NDArray[np.float64]) -> list[Look]:
    coloring = seen.coloring
    if coloring.scale is None or not totals_can_share(seen.recipe):
        return [plain(seen)] * values.size
    inks = inks_on(coloring.colors)
    return [
        plain(seen) if step == BLANK_STEP else Look(coloring.hexes[step], str(inks[step]), step, value)
        for step, value in zip(coloring.scale.steps(values.ravel()).tolist(), values.ravel().tolist(), strict=True)
    ]
