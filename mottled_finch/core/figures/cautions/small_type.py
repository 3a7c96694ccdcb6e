"""Type below the least size that is read where such a page is looked at: printed values, or heads."""

from dataclasses import replace
from math import ceil, floor
from typing import Literal

from ...common.recipe.page_type import SLIDE_FROM, least_type
from ...common.recipe.spec import LevelSpec, Recipe
from ...common.vocabulary import LIMITS
from ..scene.cells import PADDING
from .caution import Caution, Cure, Seen

_SHARE = 0.9
"""Of the least size: a little less is not worth a word."""
_LINE, _PRINTED_LINE = 1.2, 1.75
"""Of the least size: what a row or a turned column takes that can have it, and a row whose values can."""
Side = Literal["rows", "columns"]


def find(seen: Seen) -> Caution | None:
    scene, least = seen.figure.scene, least_type(seen.recipe.page)
    if scene.grid is None:
        return None
    heads: dict[Side, float] = {"rows": least, "columns": least}
    for text in scene.texts:
        if text.part == "heads" and (text.row is None) != (text.column is None):
            side: Side = "columns" if text.row is None else "rows"
            heads[side] = min(heads[side], text.size)
    values = scene.grid.print_size if scene.grid.prints and seen.recipe.cells.size is None else least
    size = min(*heads.values(), values)
    if size >= least * _SHARE:
        return None
    small = [side for side, each in heads.items() if each < least * _SHARE]
    if not small:
        wide = scene.grid.cell_width - least * PADDING
        typeface = seen.figure.typeface
        low = all(typeface.width_of(text, least, 600 if scene.grid.bold else 400) <= wide for text in set(scene.grid.prints))
        cures = [_hidden(seen), _fewer(seen, "rows") if low else None]
    else:
        cures = [_fewer(seen, small[0]) if len(small) == 1 else None]
    lines = least * _PRINTED_LINE / scene.grid.cell_height if seen.figure.contents.wanted.any() else 1.0
    cures.append(_larger(seen, max(least / size, lines)))
    found = [cure for cure in cures if cure]
    what = "Values are printed" if values <= size else "Heads are set"
    return Caution(
        name="small_type",
        words=f"{what} in {size:g} points; a page of this use is read from {least:g} on.",
        cure=found[0] if found else None,
        more=tuple(found[1:]),
    )


def _hidden(seen: Seen) -> Cure:
    recipe = seen.recipe
    return Cure(words="Hide the values", recipe=replace(recipe, cells=replace(recipe.cells, values="none")))


def _fewer(seen: Seen, side: Side) -> Cure | None:
    """As many members of a side as have room, the largest, the rest gathered; of one level of categories."""
    recipe, grid = seen.recipe, seen.figure.scene.grid
    levels: tuple[LevelSpec, ...] = getattr(recipe.pivot, side)
    printed = seen.figure.contents.wanted.any()
    if grid is None or recipe.pivot.correlate is not None or recipe.pivot.split is not None or len(levels) != 1:
        return None
    if levels[0].cut is not None or levels[0].bins is not None or (side == "columns" and printed):
        return None
    room, members = (grid.foot - grid.ys[0], len(grid.ys)) if side == "rows" else (grid.right - grid.xs[0], len(grid.xs))
    number = floor(room / (least_type(recipe.page) * (_PRINTED_LINE if printed else _LINE))) - 1
    if not 2 <= number < members - 1:
        return None
    fewer = (replace(levels[0], top=number, others=True),)
    pivot = replace(recipe.pivot, rows=fewer) if side == "rows" else replace(recipe.pivot, columns=fewer)
    changed: Recipe = replace(recipe, pivot=pivot)
    return Cure(words=f"Leave the {number} largest, gather the rest", recipe=changed)


def _larger(seen: Seen, grow: float) -> Cure | None:
    """A page so much larger that the same type is large enough on it. A slide is as large as it is."""
    page = seen.recipe.page
    width, height = ceil(page.width * grow), ceil(page.height * grow)
    if page.width >= SLIDE_FROM or page.height >= page.width or max(width, height) > LIMITS.page_most:
        return None
    own = least_type(page)  # told, since it would follow from the new size
    changed = replace(seen.recipe, page=replace(page, width=width, height=height, least_type=own))
    return Cure(words=f"Take a larger page, {width:,} × {height:,} points", recipe=changed)
