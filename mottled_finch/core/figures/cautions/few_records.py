"""Cells that rest on few records: their values are chance, and are colored like all others."""

from dataclasses import replace

import numpy as np

from ...common.language.english import counted
from ...common.vocabulary import MEASURE_TERMS
from ..contents.withholding import values_behind
from .caution import Caution, Cure, Seen, cells_named

LEAST = 5


def find(seen: Seen) -> Caution | None:
    pivot, matrix = seen.recipe.pivot, seen.figure.matrix
    if pivot.correlate is None and not MEASURE_TERMS[pivot.measure.take].swayed:
        return None
    if seen.recipe.cells.least_records is not None:
        return None
    rows, columns = matrix.shape
    records = values_behind(matrix)[:rows, :columns]
    filled = ~np.isnan(seen.figure.contents.values) & (records > 0)
    on_few = filled & (records < LEAST)
    few = int(on_few.sum())
    if not few or records[filled].max() == 1:  # a record a cell is a matrix as it stands
        return None
    named = cells_named(matrix, on_few)
    cells = replace(seen.recipe.cells, least_records=LEAST)
    return Caution(
        name="few_records",
        words=f"{counted(few, 'cell')} {'rests' if few == 1 else 'rest'} on fewer than {LEAST} records: {named}.",
        cure=Cure(words="Hide it" if few == 1 else "Hide them", recipe=replace(seen.recipe, cells=cells)),
    )
