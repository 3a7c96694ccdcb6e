"""Colors of the house's own in place of a palette: one to five, from the low end of the scale to the high one."""

from collections.abc import Sequence

import numpy as np

from ..common.vocabulary import LIMITS
from .palettes import STEPS
from .spaces import Bytes, bytes_from_linear, bytes_of, linear_from_oklab, oklab_from_bytes

_MIDDLE = "#f5f5f2"
_TINT = 0.97, 0.12
"""Lightness of the tint one color begins at, and its share of that color's chroma."""


def house_colors(hexes: Sequence[str], steps: int = STEPS) -> Bytes:
    """So many colors through all that are given, shape (steps, 3). These stand evenly spaced; what is between them runs straight
    through OKLab. One color alone rises from its own light tint.
    """
    lab = oklab_from_bytes(np.stack([bytes_of(each.lower()) for each in hexes]))
    if len(lab) == 1:
        lightness, chroma = _TINT
        lab = np.stack([np.array([lightness, *(chroma * lab[0, 1:])]), lab[0]])
    places = np.linspace(0, len(lab) - 1, steps)
    between = np.stack([np.interp(places, np.arange(len(lab)), lab[:, i]) for i in range(3)], axis=-1)
    return bytes_from_linear(linear_from_oklab(between))


def suggested(accents: Sequence[str]) -> list[tuple[str, tuple[str, ...]]]:
    """Colors of the house that the accents of its theme make, each with a name: two about a light middle, each alone, and all."""
    own = tuple(dict.fromkeys(accents))
    about = [("Two sides", (own[1], _MIDDLE, own[0]))] if len(own) > 1 else []
    bands = [("All, for bands", own[: LIMITS.colors_most])] if len(own) > 2 else []
    return [*about, *((each, (each,)) for each in own), *bands]


def faded(colors: Bytes) -> Bytes:
    """What colors become where cells are not lit: light grays, in the order of the colors' lightness."""
    lightness = 0.80 + 0.16 * oklab_from_bytes(colors)[..., :1]
    return bytes_from_linear(
        linear_from_oklab(np.concatenate([lightness, np.zeros_like(lightness), np.zeros_like(lightness)], axis=-1))
    )
