"""One figure: a recipe laid on a table, with everything an output may want to say of it."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ...colors.coloring import Coloring, coloring_of
from ...colors.scale import Scale, completed
from ...colors.unlike import unlike_of
from ...common.errors import TableError
from ...common.language import OURS, language_of
from ...common.recipe.spec import LitSpec, PageSpec, Recipe
from ...matrices.pivot import Matrix, Unfinished, make_matrix, measured_beside
from ...matrices.pivot.targets import Editions, ResolvedPivot, no_editions
from ...tables.aggregation.unfinished import unfinished
from ...tables.mends import Library, apply_mends, no_library
from ...tables.table import Table
from ..contents.contents import Contents, contents_of
from ..contents.facts import Facts
from ..contents.likeness import resolved
from ..contents.withholding import withheld, without_totals
from ..scene import Part, Scene, lay_out
from ..scene.type import Typeface
from ..scene.typeface import BUNDLED, typeface_of


@dataclass(frozen=True, kw_only=True, eq=False)
class Figure:
    """``recipe`` says of its color what was left open, too, and of its table the targets that hold; ``unfinished`` are last periods
    that are not over.
    """

    recipe: Recipe
    matrix: Matrix
    contents: Contents
    coloring: Coloring
    facts: Facts
    scene: Scene
    typeface: Typeface = BUNDLED
    unfinished: tuple[Unfinished, ...] = ()

    @property
    def scale(self) -> Scale | None:
        """The scale, or the first of several; None when no cell has a value."""
        return self.coloring.scale


def make_figure(
    table: Table,
    recipe: Recipe,
    targets: Mapping[str, float] | None = None,
    library: Library = no_library,
    editions: Editions = no_editions,
) -> Figure:
    """Mend, pivot, color and lay out. ``targets`` are those kept with the table; the recipe's own stand before them. Mends bring
    columns from tables of the ``library``; ``editions`` are those of the table, to be compared with. Raises TableError when the
    recipe does not fit the table.
    """
    targets = {**(targets or {}), **recipe.table.targets}
    table = apply_mends(table, recipe.table.mends, library).table
    pivot = resolved(recipe, targets, editions)
    matrix = make_matrix(table, pivot)
    staying = withheld(matrix, recipe)
    matrix = without_totals(matrix, staying)
    recipe = replace(recipe, table=replace(recipe.table, targets=targets), color=completed(recipe.color, recipe.pivot))
    unlike = unlike_of(recipe.each, matrix)
    contents = contents_of(table, recipe, pivot, matrix, unlike, staying)
    looked_at = _looked_at(table, pivot, recipe.color.lit, matrix)
    coloring = coloring_of(recipe.color, matrix, contents.values, looked_at=looked_at, targets=targets, unlike=unlike)
    language = language_of(recipe.page.language)
    facts = Facts(table=table, recipe=recipe, matrix=matrix, contents=contents, coloring=coloring, language=language)
    typeface = typeface_of(recipe.page.font)
    scene = lay_out(recipe, facts, typeface)
    return Figure(
        recipe=recipe,
        matrix=matrix,
        contents=contents,
        coloring=coloring,
        facts=facts,
        scene=scene,
        typeface=typeface,
        unfinished=unfinished(table, recipe.pivot),
    )


def laid_anew(figure: Figure, page: PageSpec, outside: Collection[Part] = ()) -> Figure:
    """The figure on another page, with the same numbers and colors, without the words of parts that are told ``outside``."""
    recipe = replace(figure.recipe, page=page)
    scene = lay_out(recipe, figure.facts, figure.typeface, outside)
    return replace(figure, recipe=recipe, scene=scene)


def in_english(figure: Figure) -> Figure:
    """The figure with its facts told in English and with the names of the data, as claims are made."""
    return replace(figure, facts=replace(figure.facts, language=OURS))


def _looked_at(table: Table, pivot: ResolvedPivot, lit: LitSpec | None, matrix: Matrix) -> NDArray[np.float64] | None:
    """What the condition of what is lit is about, where that is not the value itself, of the cells' shape."""
    if lit is None or lit.of == "value":
        return None
    if lit.of == "records":
        return matrix.records.astype(np.float64)
    assert lit.by is not None
    if pivot.correlate is not None:
        raise TableError("coefficients have no other measure; light cells by their value or records", path="color.lit.by")
    return measured_beside(table, pivot, lit.by, "color.lit.by")
