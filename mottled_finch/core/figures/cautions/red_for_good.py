"""Good values in red, or bad ones in green: the colors say the opposite of what is meant."""

from dataclasses import replace

import numpy as np

from ...colors.spaces import Bytes, oklab_from_bytes
from .caution import Caution, Cure, Seen

_LEAST_CHROMA = 0.07
_RED, _GREEN = (0.0, 62.0), (110.0, 205.0)
"""Hues in OKLCH, in degrees, that readers take for trouble and for well."""


def find(seen: Seen) -> Caution | None:
    color, colors = seen.recipe.color, seen.figure.coloring.colors
    if color.high_is == "neither" or len(colors) < 2:
        return None
    good, bad = (colors[-1], colors[0]) if color.high_is == "good" else (colors[0], colors[-1])
    if _within(good, _RED) and not _within(bad, _RED):
        words = "What is good has a red that readers take for trouble."
    elif _within(bad, _GREEN) and not _within(good, _GREEN):
        words = "What is bad has a green that readers take for well."
    else:
        return None
    turned = replace(seen.recipe, color=replace(color, reverse=not color.reverse))
    return Caution(name="red_for_good", words=words, cure=Cure(words="Turn the colors", recipe=turned))


def _within(color: Bytes, hues: tuple[float, float]) -> bool:
    _, a, b = oklab_from_bytes(color).tolist()
    hue = float(np.degrees(np.arctan2(b, a))) % 360
    return bool(np.hypot(a, b) >= _LEAST_CHROMA and hues[0] <= hue <= hues[1])
