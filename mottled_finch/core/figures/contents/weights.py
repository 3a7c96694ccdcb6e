"""How much the members of a side weigh, which their widths or heights are in proportion to."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.spec import WEIGHED, Recipe
from ...matrices.pivot import Matrix, measured_by_line
from ...matrices.pivot.targets import ResolvedPivot
from ...tables.table import Table

LEAST_SHARE = 0.2
"""Of the average width or height: nothing is drawn smaller, so that it can still be seen and pointed at."""


@dataclass(frozen=True, eq=False)
class Weight:
    """Of each member its share of the room, adding up to 1; ``raised`` are those that weigh less than the least share of the
    average, or nothing at all, and have that.
    """

    shares: tuple[float, ...]
    raised: int


def weights_of(table: Table, recipe: Recipe, pivot: ResolvedPivot, matrix: Matrix, staying: NDArray[np.bool_]) -> dict[str, Weight]:
    """The weights of the sides that have one. Raises TableError for a measure that does not fit, is below zero, or has no value.

    A member of which a cell or the total is ``staying`` here, since it rests on too few values, has the least size: in proportion
    to the others it would tell what that is.
    """
    found: dict[str, Weight] = {}
    for side, size in WEIGHED:
        measure = getattr(recipe.heads.weight, side)
        if measure is None or 0 in matrix.shape:
            continue
        path = f"heads.weight.{side}"
        if pivot.correlate is not None:
            raise TableError("coefficients have no other measure to weigh them by; leave it out", path=path)
        weights = measured_by_line(table, pivot, side, measure, path)
        if (weights < 0).any():
            labels = matrix.rows if side == "rows" else matrix.columns
            least = ", ".join(labels[int(np.nanargmin(weights))])
            cure = "weigh by something that is never below zero, such as the number of records"
            raise TableError(f"“{least}” weighs {np.nanmin(weights):g}, and no {size} is below zero; {cure}", path=path)
        if not (weights > 0).any():
            raise TableError(f"no {side[:-1]} has a weight above zero; weigh by another measure", path=path)
        rows, columns = matrix.shape
        lines = staying if side == "rows" else staying.T
        members = (rows, columns) if side == "rows" else (columns, rows)
        held = lines[: members[0], : members[1]].any(axis=1) | lines[: members[0], -1]
        rest = np.where(held.reshape(-1, len(weights)).any(axis=0), 0.0, weights)  # of small matrices all share theirs
        # Where nothing is left to weigh, all are alike.
        found[side] = weight_of(rest) if (rest > 0).any() else Weight((1 / len(rest),) * len(rest), len(rest))
    return found


def weight_of(weights: NDArray[np.float64]) -> Weight:
    """Shares of the room for weights of which at least one is above zero."""
    wanted = np.nan_to_num(weights)
    least = LEAST_SHARE / len(wanted)
    raised = np.zeros(len(wanted), dtype=bool)
    while True:  # what the raised take is taken from the others, of which more may then lie below
        room = 1 - least * np.count_nonzero(raised)
        shares = np.where(raised, least, wanted / wanted[~raised].sum() * room)
        low = (shares < least) & ~raised
        if not low.any():
            return Weight(tuple(shares.tolist()), int(np.count_nonzero(raised)))
        raised |= low
