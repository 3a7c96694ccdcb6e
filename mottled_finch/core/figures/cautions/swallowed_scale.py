"""One extreme swallows the scale: nearly all cells are squeezed into a small part of the colors."""

from dataclasses import replace
from typing import Literal

import numpy as np

from ...common.recipe.spec import EndSpec
from ...tables.table.rounding import percent_text
from .caution import Caution, Cure, Seen, cells_named

_LEAST_CELLS = 12
_TAIL = 2.0
"""Percent of the cells beyond which an end is looked at."""
_SHARE = 0.45
"""Of the scale: where the other cells take no more than this, they can hardly be told apart."""


def find(seen: Seen) -> Caution | None:
    color, scale = seen.figure.recipe.color, seen.figure.scale
    if scale is None or scale.cuts is not None or seen.apart or scale.spread.name != "linear":
        return None
    values = seen.figure.contents.values
    filled = np.sort(values[~np.isnan(values)])
    if len(filled) < _LEAST_CELLS or scale.high <= scale.low:
        return None
    top, foot = np.percentile(filled, [100 - _TAIL, _TAIL]).tolist()
    from_below, from_above = (scale.middle, scale.middle) if scale.has_middle else (scale.low, scale.high)
    ends: tuple[tuple[Literal["high", "low"], float, bool, float, float], ...] = (
        ("high", filled[-1], color.high == EndSpec(at="highest"), top - from_below, scale.high - from_below),
        ("low", filled[0], color.low == EndSpec(at="lowest"), from_above - foot, from_above - scale.low),
    )
    for name, end, open_end, rest, whole in ends:
        if open_end and 0 < rest < _SHARE * whole:
            share = f"{percent_text(1 - rest / whole)} of the colors, so that the others look alike"
            named = cells_named(seen.figure.matrix, values == end)
            alone = np.count_nonzero(filled > top if name == "high" else filled < foot) == 1
            words = f"The {name}est cell, {named}, takes {share}." if alone else f"The few {name}est cells, {named}, take {share}."
            return Caution(name="swallowed_scale", words=words, cure=_clip(seen, name))
    return None


def _clip(seen: Seen, name: Literal["high", "low"]) -> Cure:
    color = seen.recipe.color
    end = EndSpec(percentile=100 - _TAIL if name == "high" else _TAIL)
    clipped = replace(color, high=end) if name == "high" else replace(color, low=end)
    return Cure(words=f"Clip the {name} end", recipe=replace(seen.recipe, color=clipped))
