"""A number that came from another table, counted once a record though it stands for its key."""

from dataclasses import replace

import numpy as np

from ...common.language.english import field_words, joined
from ...common.recipe.spec import ShowSpec
from ...common.vocabulary import MEASURE_TERMS
from ...matrices.pivot import measured_beside
from ..contents.likeness import resolved
from .caution import Caution, Cure, Seen, cells_named


def find(seen: Seen) -> Caution | None:
    pivot, table = seen.recipe.pivot, seen.figure.facts.table
    measure = pivot.measure
    if pivot.correlate is not None or measure.once_a_key or not MEASURE_TERMS[measure.take].once:
        return None
    brought = [column for column in table.columns if column.name in (measure.of, measure.per) and column.brought]
    if not brought:
        return None
    once = replace(measure, once_a_key=True)
    plain = replace(resolved(seen.recipe, seen.figure.recipe.table.targets), show=ShowSpec())
    found, alone = (measured_beside(table, plain, each, "pivot.measure") for each in (measure, once))
    differs = ~((found == alone) | (np.isnan(found) & np.isnan(alone)))
    if not differs.any():
        return None
    names = joined([field_words(column.name) for column in brought])
    return Caution(
        name="repeated_key",
        words=f"“{names}” came from another table and is counted once a record, so that {cells_named(seen.figure.matrix, differs)} "
        f"{'repeat' if np.count_nonzero(differs) > 1 else 'repeats'} it.",
        cure=Cure(words="Count it once a key", recipe=replace(seen.recipe, pivot=replace(pivot, measure=once))),
    )
