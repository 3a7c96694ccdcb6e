"""Plates of one page on one scale, with one legend: those of the first, over the values of all."""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ..color.scale import Scale, resolve_scale
from ..figure.figure import Figure


def why_not(figures: Sequence[Figure]) -> str:
    """Why plates cannot share one scale; nothing where they can."""
    for figure in figures:
        if figure.coloring.apart or len(figure.coloring.scales) > 1:
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
    values = np.concatenate([figure.contents.values.ravel() for figure in figures])
    targets = {**first.recipe.table.targets}
    scale = resolve_scale(first.recipe.color, values, targets)
    if scale is None:
        return list(figures)
    if first.scale is not None:
        scale = replace(scale, turned=first.scale.turned, stops=first.scale.stops)
    kinds = frozenset(kind for figure in figures for kind in _uncolored(figure))
    return [_on(figure, first, scale, key=number == keyed, kinds=kinds) for number, figure in enumerate(figures)]


def _on(figure: Figure, first: Figure, scale: Scale, *, key: bool, kinds: frozenset[str]) -> Figure:
    """A figure on a scale that others are on, too."""
    own = _values(figure)
    if own.size:
        lowest, highest = float(own.min()), float(own.max())
        under, over = int((own < scale.low).sum()), int((own > scale.high).sum())
        scale = replace(scale, lowest=lowest, highest=highest, under=under, over=over)
    coloring = replace(
        figure.coloring,
        scales=(scale,),
        steps=scale.steps(figure.contents.values),
        colors=first.coloring.colors,
        sense=first.coloring.sense,
    )
    recipe = figure.recipe
    legend = replace(first.recipe.legend, show=True, place="right") if key else replace(recipe.legend, show=False)
    recipe = replace(
        recipe,
        color=replace(first.recipe.color, lit=recipe.color.lit),
        table=replace(recipe.table, targets={**recipe.table.targets, **first.recipe.table.targets}),
        legend=legend,
    )
    facts = replace(figure.facts, recipe=recipe, coloring=coloring)
    contents = replace(figure.contents, elsewhere=kinds)
    return replace(figure, recipe=recipe, coloring=coloring, facts=facts, contents=contents)


def _values(figure: Figure) -> "np.ndarray[tuple[int, ...], np.dtype[np.float64]]":
    values = figure.contents.values
    return values[~np.isnan(values)]


def _uncolored(figure: Figure) -> list[str]:
    contents, matrix = figure.contents, figure.matrix
    there = True if matrix.absent is None else ~matrix.absent
    blank = np.isnan(matrix.values) & ~(contents.new | contents.gone) & there
    found = {"blank": blank, "new": contents.new, "gone": contents.gone, "few": contents.few}
    return [why for why, where in found.items() if where.any()]
