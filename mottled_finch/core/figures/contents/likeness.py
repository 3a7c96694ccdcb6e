"""What members are alike by: the places that their cells have on the scale, as a reader sees them."""

from collections.abc import Mapping
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ...colors.coloring import coloring_of
from ...colors.scale import completed
from ...colors.unlike import unlike_of
from ...common.recipe.spec import Recipe
from ...matrices.pivot import Matrix, colored_values
from ...matrices.pivot.targets import Editions, ResolvedPivot, no_editions, with_targets
from .withholding import withheld


def resolved(recipe: Recipe, targets: Mapping[str, float], editions: Editions = no_editions) -> ResolvedPivot:
    """The pivot of a recipe as it is laid on a table: with numbers where it names targets, the edition that it is shown against,
    and what its members are alike by. Raises TableError for a target or an edition that the table does not have.
    """
    pivot = with_targets(recipe.pivot, targets, editions)
    if not any(order.by == "likeness" and order.distance == "colored" for order in (pivot.order.rows, pivot.order.columns)):
        return pivot
    return replace(pivot, likened=lambda matrix: _places(matrix, recipe, targets))


def _places(matrix: Matrix, recipe: Recipe, targets: Mapping[str, float]) -> NDArray[np.float64]:
    """Where each cell stands on its scale, from 0 to 1, shape of the cells; NaN for a blank and for what is hidden. All of a band
    stand at one place.
    """
    rows, columns = matrix.shape
    values = np.where(withheld(matrix, recipe)[:rows, :columns], np.nan, colored_values(matrix))
    color = replace(completed(recipe.color, recipe.pivot), lit=None)
    coloring = coloring_of(color, matrix, values, targets=targets, unlike=unlike_of(recipe.each, matrix))
    found = np.full(values.shape, np.nan)
    for i, scale in enumerate(coloring.scales):
        if scale is not None:
            where = coloring.regions == i
            found[where] = scale.stands(values[where])
    return found
