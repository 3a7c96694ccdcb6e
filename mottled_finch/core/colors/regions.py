"""What a cell is judged among: the whole table, its row, its column or its group."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ..common.errors import TableError
from ..common.recipe.spec import Within
from ..matrices.pivot import Matrix
from ..tables.aggregation.groups import Group

WITHIN_WORDS: dict[Within, str] = {"row": "row", "column": "column", "group": "group", "table": ""}
"""As it is said behind "its"."""


def regions_of(matrix: Matrix, within: Within) -> NDArray[np.int64]:
    """The number of each cell's region, shape (rows, columns), from 0 on. Raises TableError where there are no groups."""
    rows, columns = np.arange(matrix.shape[0])[:, None], np.arange(matrix.shape[1])[None, :]
    if within == "row":
        return rows + 0 * columns
    if within == "column":
        return columns + 0 * rows
    if within == "table":
        return np.zeros(matrix.shape, dtype=np.int64)
    down, across = _groups(matrix.row_groups, matrix.shape[0]), _groups(matrix.column_groups, matrix.shape[1])
    if not matrix.row_groups and not matrix.column_groups:
        raise TableError(
            "there are no groups to judge cells within; nest a second level, or judge them within the table, a row or a column",
            path="color.within",
            received="group",
        )
    return down[:, None] * (int(across.max(initial=0)) + 1) + across


def _groups(groups: Sequence[Group], length: int) -> NDArray[np.int64]:
    """The innermost group of each member; one for all on a side without groups."""
    found = np.zeros(length, dtype=np.int64)
    deepest = max((group.depth for group in groups), default=0)
    for i, group in enumerate(group for group in groups if group.depth == deepest):
        found[group.start : group.stop] = i
    return found
