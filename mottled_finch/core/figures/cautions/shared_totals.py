"""Totals in the colors of the cells lie beyond the scale: sums of many cells all get the color of its end."""

from dataclasses import replace

import numpy as np

from .caution import Caution, Cure, Seen

_SHARE = 0.5
"""Of the totals: more than that beyond the ends, and their colors say nothing."""


def find(seen: Seen) -> Caution | None:
    pivot, scale = seen.recipe.pivot, seen.figure.scale
    totals = np.array([box.value for box in seen.figure.scene.boxes if box.part == "totals" and box.value is not None])
    if scale is None or not totals.size:
        return None
    beyond = int(((totals < scale.low) | (totals > scale.high)).sum())
    if beyond <= _SHARE * totals.size:
        return None
    own = replace(seen.recipe, pivot=replace(pivot, totals=replace(pivot.totals, color="own")))
    words = f"{beyond} of the totals lie beyond the scale of the cells and all have the color of its end."
    return Caution(name="shared_totals", words=words, cure=Cure(words="Give them colors of their own", recipe=own))
