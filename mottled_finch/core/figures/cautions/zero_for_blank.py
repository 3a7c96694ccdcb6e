"""Cells without a record are shown as zero: nothing measured looks like nothing there."""

from dataclasses import replace

from ...common.language.english import counted
from .caution import Caution, Cure, Seen, cells_named


def find(seen: Seen) -> Caution | None:
    pivot, matrix = seen.recipe.pivot, seen.figure.matrix
    empty = int((matrix.records == 0).sum())
    if pivot.correlate is not None or pivot.measure.empty != "zero" or not empty:
        return None
    named = cells_named(matrix, matrix.records == 0)
    blank = replace(pivot, measure=replace(pivot.measure, empty="blank"))
    return Caution(
        name="zero_for_blank",
        words=f"{counted(empty, 'cell')} without a record {'is' if empty == 1 else 'are'} shown as zero: {named}.",
        cure=Cure(words="Show them as blank", recipe=replace(seen.recipe, pivot=blank)),
    )
