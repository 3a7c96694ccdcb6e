"""Totals in the colors of the cells lie beyond the scale: sums of many cells all get the color of its end."""

from dataclasses import replace

import numpy as np

from ..color.coloring import totals_can_share
from .caution import Caution, Cure, Seen

_SHARE = 0.5
"""Of the totals: more than that beyond the ends, and their colors say nothing."""


def find(seen: Seen) -> Caution | None:
    pivot, matrix, scale = seen.recipe.pivot, seen.figure.matrix, seen.figure.scale
    if scale is None or pivot.totals.color != "shared" or not totals_can_share(seen.recipe.color):
        return None
    rows, columns = matrix.values.shape
    parts = [
        *([matrix.all_values[:rows, -1]] if pivot.totals.rows else []),
        *([matrix.all_values[-1, :columns]] if pivot.totals.columns else []),
        *([matrix.all_values[rows:-1, :columns].ravel()] if pivot.totals.row_groups else []),
        *([matrix.all_values[:rows, columns:-1].ravel()] if pivot.totals.column_groups else []),
    ]
    totals = np.concatenate(parts) if parts else np.zeros(0)
    beyond = int(((totals < scale.low) | (totals > scale.high)).sum())
    if beyond <= _SHARE * int((~np.isnan(totals)).sum()):
        return None
    own = replace(seen.recipe, pivot=replace(pivot, totals=replace(pivot.totals, color="own")))
    words = f"{beyond} of the totals lie beyond the scale of the cells and all have the color of its end."
    return Caution(name="shared_totals", words=words, cure=Cure(words="Give them colors of their own", recipe=own))
