"""The matrix itself, with its colors exactly as drawn."""

import json
from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...figures.figure.figure import Figure
from ...matrices.pivot import Matrix
from ...tables.aggregation.groups import Group
from .making.choices import USUAL, Choices
from .making.leaving import hidden, leaving_values


def draw_json(figure: Figure, choices: Choices = USUAL) -> bytes:
    """UTF-8 JSON as described in docs/recipe.md: a blank is null, and totals stand beside the cells where they are shown."""
    return json.dumps(_matrix_json(figure, choices), ensure_ascii=False).encode()


def _matrix_json(figure: Figure, choices: Choices) -> dict[str, Any]:
    matrix, grid, totals = figure.matrix, figure.scene.grid, figure.recipe.pivot.totals
    columns = len(matrix.columns)
    staying = hidden(figure, choices)
    colors = grid.fills if grid else ()
    found: dict[str, Any] = {
        "rows": [list(labels) for labels in matrix.rows],
        "columns": [list(labels) for labels in matrix.columns],
        "values": [numbers_or_null(row) for row in leaving_values(figure, choices)],
        "colors": [list(colors[i : i + columns]) for i in range(0, len(colors), columns)] if columns else [],
        "records": _counts(matrix.records, staying),
    }
    if matrix.opposite is not None:
        found["against"] = _against(matrix, staying)
    if figure.contents.weights:
        found["weight"] = {side: list(weight.shares) for side, weight in figure.contents.weights.items()}
    if totals.rows:
        found["row_totals"] = numbers_or_null(matrix.row_totals)
    if totals.columns:
        found["column_totals"] = numbers_or_null(matrix.column_totals)
    if totals.rows and totals.columns:
        found["grand_total"] = numbers_or_null(np.array([matrix.grand_total]))[0]
    if totals.row_groups:
        found["row_group_totals"] = group_totals(matrix.row_groups, matrix.all_values[len(matrix.rows) :, :columns])
    if totals.column_groups:
        found["column_group_totals"] = group_totals(matrix.column_groups, matrix.all_values[: len(matrix.rows), columns:].T)
    return found


def _counts(records: NDArray[np.int64], staying: NDArray[np.bool_]) -> list[list[int | None]]:
    """How many records there are, None of cells whose numbers stay here."""
    return [
        [None if stays else count for count, stays in zip(*line, strict=True)]
        for line in zip(records.tolist(), staying.tolist(), strict=True)
    ]


def _against(matrix: Matrix, staying: NDArray[np.bool_]) -> dict[str, Any]:
    """Of each cell the measure on both sides, the records of the other, and whether only one has it: "new" or "gone"."""
    assert matrix.opposite is not None
    rows, columns = matrix.shape
    here, there = (each[:rows, :columns] for each in (matrix.opposite.all_here, matrix.opposite.all_there))
    records = matrix.opposite.all_records[:rows, :columns]
    return {
        "here": [numbers_or_null(line) for line in np.where(staying, np.nan, here)],
        "there": [numbers_or_null(line) for line in np.where(staying, np.nan, there)],
        "records": _counts(records, staying),
        "only": only_one_side(matrix)[:rows, :columns].tolist(),
    }


def only_one_side(matrix: Matrix) -> NDArray[np.object_]:
    """ "new" for what only this side has, "gone" for what only the other has, None else; a place for each line of the matrix."""
    found = np.full(matrix.all_values.shape, None, dtype=object)
    if matrix.opposite is not None:
        found[matrix.opposite.all_new] = "new"
        found[matrix.opposite.all_gone] = "gone"
    return found


def group_totals(groups: Sequence[Group], values: NDArray[np.float64]) -> list[dict[str, Any]]:
    """The totals of each group, a value for each member of the other side."""
    return [
        {"labels": list(group.labels), "from": group.start, "to": group.stop - 1, "totals": numbers_or_null(line)}
        for group, line in zip(groups, values, strict=False)
    ]


def numbers_or_null(values: NDArray[np.float64]) -> list[float | None]:
    """Doubles as JSON numbers, NaN as null and whole ones without a point."""
    return [
        None if value != value else int(value) if value == int(value) and abs(value) < 2**53 else value for value in values.tolist()
    ]
