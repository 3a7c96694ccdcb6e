"""One figure: a recipe laid on a table, with everything an output may want to say of it."""

from dataclasses import dataclass, replace

from .color.scale import Scale, completed, resolve_scale
from .mends import apply_mends
from .pivot import Matrix, Unfinished, colored_values, make_matrix, unfinished
from .recipe.spec import Recipe
from .scene import Scene, lay_out
from .table import Table


@dataclass(frozen=True, kw_only=True, eq=False)
class Figure:
    """``recipe`` says of its color what was left open, too. ``scale`` is None when no cell has a value;
    ``unfinished`` are last periods that are not over.
    """

    recipe: Recipe
    matrix: Matrix
    scale: Scale | None
    scene: Scene
    unfinished: tuple[Unfinished, ...] = ()


def make_figure(table: Table, recipe: Recipe) -> Figure:
    """Mend, pivot, scale and lay out. Raises TableError when the recipe does not fit the table."""
    table = apply_mends(table, recipe.table.mends).table
    matrix = make_matrix(table, recipe.pivot)
    recipe = replace(recipe, color=completed(recipe.color, recipe.pivot))
    scale = resolve_scale(recipe.color, colored_values(matrix))
    return Figure(
        recipe=recipe, matrix=matrix, scale=scale, scene=lay_out(recipe, matrix, scale), unfinished=unfinished(table, recipe.pivot)
    )
