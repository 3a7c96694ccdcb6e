"""The records behind a figure, for a sheet of a workbook."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ....common.errors import DrawError
from ....common.recipe.spec import ShowSpec
from ....figures.figure.figure import Figure
from ....matrices.pivot import behind
from ....matrices.pivot.targets import no_editions, with_targets
from ....tables.table import Column, Kind
from ....tables.table.texts import texts_at

MOST = 100_000
Written = str | float | None


def records_of(figure: Figure) -> tuple[list[str], Iterator[list[Written]]]:
    """The names of the columns, and the values of each column of the records that stand in cells: numbers as numbers, others as
    text, None for a blank. Raises DrawError for more records than a sheet should hold.
    """
    table, recipe = figure.facts.table, figure.recipe
    pivot = with_targets(replace(recipe.pivot, show=ShowSpec()), recipe.table.targets, no_editions)
    positions = behind(table, pivot, -1, -1)
    if len(positions) > MOST:
        raise DrawError(
            f"{len(positions):,} records stand behind this figure, and a sheet of records holds {MOST:,}; "
            "keep fewer, or leave them out and save them as CSV",
            path="records",
        )
    return table.names, (_written(column, positions) for column in table.columns)


def _written(column: Column, positions: NDArray[np.int64]) -> list[Written]:
    if column.kind is Kind.NUMBER:
        return [None if value != value else value for value in column.data[positions].tolist()]
    return [text or None for text in texts_at(column, positions)]
