"""Type below the least size that is read where such a page is looked at: printed values, or heads."""

from dataclasses import replace
from math import floor

from ..recipe.page_type import least_type
from ..recipe.spec import LevelSpec, Recipe
from ..vocabulary import PAGE_TERMS
from .caution import Caution, Cure, Seen

_SHARE = 0.9
"""Of the least size: a little less is not worth a word."""
_LINE, _PRINTED_LINE = 1.2, 1.75
"""Of the least size: the height of a row that can have it, and of one whose values can."""


def find(seen: Seen) -> Caution | None:
    scene, least = seen.figure.scene, least_type(seen.recipe.page)
    if scene.grid is None:
        return None
    heads = min(
        (text.size for text in scene.texts if text.part == "heads" and (text.row, text.column) != (None, None)), default=least
    )
    values = scene.grid.print_size if scene.grid.prints and seen.recipe.cells.size is None else least
    size = min(heads, values)
    if size >= least * _SHARE:
        return None
    cures = [cure for cure in (_hidden(seen, values < least * _SHARE), _fewer(seen, heads < least * _SHARE), _larger(seen)) if cure]
    what = "Values are printed" if values <= heads else "Heads are set"
    return Caution(
        name="small_type",
        words=f"{what} in {size:g} points; a page of this use is read from {least:g} on.",
        cure=cures[0] if cures else None,
        more=tuple(cures[1:]),
    )


def _hidden(seen: Seen, small: bool) -> Cure | None:
    recipe = seen.recipe
    return Cure(words="Hide the values", recipe=replace(recipe, cells=replace(recipe.cells, values="none"))) if small else None


def _fewer(seen: Seen, small: bool) -> Cure | None:
    """As many of the rows as have room, the largest, the rest gathered; of one level of categories."""
    recipe, grid = seen.recipe, seen.figure.scene.grid
    rows: tuple[LevelSpec, ...] = recipe.pivot.rows
    if not small or grid is None or len(rows) != 1 or rows[0].cut is not None or rows[0].bins is not None:
        return None
    line = _PRINTED_LINE if seen.figure.contents.wanted.any() else _LINE
    number = floor((grid.foot - grid.ys[0]) / (least_type(recipe.page) * line)) - 1
    if recipe.pivot.correlate is not None or not 2 <= number < len(grid.ys) - 1:
        return None
    changed: Recipe = replace(recipe, pivot=replace(recipe.pivot, rows=(replace(rows[0], top=number, others=True),)))
    return Cure(words=f"Leave the {number} largest, gather the rest", recipe=changed)


def _larger(seen: Seen) -> Cure | None:
    """The next larger of the pages that have a name."""
    page = seen.recipe.page
    larger = [each for each in PAGE_TERMS.values() if each.width * each.height > page.width * page.height]
    if not larger or page.least_type is not None:
        return None
    best = min(larger, key=lambda each: (each.least_type / each.height, each.width))
    changed = replace(seen.recipe, page=replace(page, width=best.width, height=best.height))
    return Cure(words=f"Take a larger page: {best.title.lower()}", recipe=changed)
