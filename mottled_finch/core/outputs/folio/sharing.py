"""Plates of one page on one scale, with one legend: those of the first, over the values of all."""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ...colors.coloring import Coloring, joint
from ...colors.palettes import BLANK_STEP
from ...colors.scale import Scale
from ...colors.unlike import unlike_of
from ...figures.figure.figure import Figure


def why_not(figures: Sequence[Figure]) -> str:
    """Why plates cannot share one scale; nothing where they can. Members that are unlike share theirs, where the same is said of
    them in all plates.
    """
    own = any(len(figure.coloring.scales) > 1 for figure in figures)
    for figure in figures:
        said_alike = not own or figure.recipe.each == figures[0].recipe.each
        if figure.recipe.color.within != "table" or not said_alike:
            title = figure.facts.filled(figure.recipe.words.title or "", "") or "a plate"
            return f"“{title}” has no one scale: its rows, columns or members are judged by themselves"
    if not any(_values(figure).size for figure in figures):
        return "no cell has a value"
    return ""


def alike(figures: Sequence[Figure]) -> bool:
    """Whether all show the same of the same measure."""
    shown = {(repr(figure.recipe.pivot.measure), figure.recipe.pivot.show.as_) for figure in figures}
    return len(shown) == 1


def same_scale(figures: Sequence[Figure]) -> bool:
    """Whether one color means one number in all of them already."""
    scales = [figure.scale for figure in figures]
    first = scales[0]
    if first is None or any(scale is None for scale in scales):
        return True
    told = {(scale.low, scale.middle, scale.high, scale.cuts, scale.turned) for scale in scales if scale}
    colors = {figure.coloring.colors.tobytes() for figure in figures}
    return len(told) == 1 and len(colors) == 1


def shared(figures: Sequence[Figure], keyed: int) -> list[Figure]:
    """The figures on the scale of the first over the values of all of them, with a legend in the one that is ``keyed`` alone. To be
    laid out anew. Raises TableError where the ends of the first do not fit the values.
    """
    first = figures[0]
    judged = [(each.matrix, each.contents.values, unlike_of(each.recipe.each, each.matrix)) for each in figures]
    scales, regions, colors = joint(first.recipe.color, judged, first.recipe.table.targets)
    kinds = frozenset(kind for figure in figures for kind in _uncolored(figure))
    found = []
    for number, (figure, region) in enumerate(zip(figures, regions, strict=True)):
        coloring = _laid_on(figure, scales, region)
        coloring = replace(coloring, colors=colors, sense=first.coloring.sense)
        found.append(_on(figure, first, coloring, key=number == keyed, kinds=kinds))
    return found


def _laid_on(figure: Figure, scales: Sequence[Scale | None], regions: NDArray[np.int64]) -> Coloring:
    """The coloring of a figure whose cells are on scales that others are on, too."""
    values = figure.contents.values
    steps = np.full(values.shape, BLANK_STEP, dtype=np.uint8)
    own: list[Scale | None] = []
    for i, scale in enumerate(scales):
        there = values[(regions == i) & ~np.isnan(values)]
        if scale is None or not there.size:
            own.append(scale)
            continue
        steps[regions == i] = scale.steps(values[regions == i])
        under, over = int((there < scale.low).sum()), int((there > scale.high).sum())
        own.append(replace(scale, lowest=float(there.min()), highest=float(there.max()), under=under, over=over))
    apart = len(own) > 1 and own[0] is None
    return replace(figure.coloring, scales=tuple(own), regions=regions, steps=steps, apart=apart)


def _on(figure: Figure, first: Figure, coloring: Coloring, *, key: bool, kinds: frozenset[str]) -> Figure:
    """A figure as it is in the colors that it shares."""
    recipe = figure.recipe
    legend = replace(first.recipe.legend, show=True, place="right") if key else replace(recipe.legend, show=False)
    recipe = replace(
        recipe,
        color=replace(first.recipe.color, lit=recipe.color.lit),
        table=replace(recipe.table, targets={**recipe.table.targets, **first.recipe.table.targets}),
        legend=legend,
    )
    contents = replace(figure.contents, elsewhere=kinds)
    facts = replace(figure.facts, recipe=recipe, coloring=coloring, contents=contents)
    return replace(figure, recipe=recipe, coloring=coloring, facts=facts, contents=contents)


def _values(figure: Figure) -> NDArray[np.float64]:
    values = figure.contents.values
    return values[~np.isnan(values)]


def _uncolored(figure: Figure) -> list[str]:
    contents, matrix = figure.contents, figure.matrix
    there = True if matrix.absent is None else ~matrix.absent
    blank = np.isnan(matrix.values) & ~(contents.new | contents.gone) & there
    found = {"blank": blank, "new": contents.new, "gone": contents.gone, "few": contents.few}
    return [why for why, where in found.items() if where.any()]
