"""What orders are made from, and the sorting that follows them."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ....tables.aggregation.groups import Group, Labels
from ....tables.table.alike import joined

Keys = list[NDArray[np.float64]]
"""For each level, outermost first, a key of each member, shape (members,); NaN for one that stands last."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Ordered:
    """A side to be ordered, its members in natural order: ``labels`` and ``members`` (positions in each level) of shape
    (members, levels), its groups, and the labels of the other side, which may have groups as well.

    ``firsts`` gives for each level the position of the first record of each of its members, in natural order. ``totals`` and
    what ``shown`` gives, made where an order asks for it, have a line for each member, each group, and all, and likewise across for
    the other side: the measure as it is, and what is shown of it. ``likened`` gives what members are alike by as they are colored,
    shape (members, members of the other side).
    """

    labels: tuple[Labels, ...]
    members: NDArray[np.int64]
    groups: Sequence[Group]
    other_labels: tuple[Labels, ...]
    other_groups: Sequence[Group]
    totals: NDArray[np.float64]
    shown: Callable[[], NDArray[np.float64]]
    likened: Callable[[], NDArray[np.float64]]
    path: str
    firsts: Callable[[], list[NDArray[np.int64]]] = list

    @property
    def levels(self) -> int:
        return int(self.members.shape[1])

    def line_of(self, depth: int) -> NDArray[np.int64]:
        """For each member the line of its group of that depth; its own line for the innermost."""
        lines = np.arange(len(self.labels))
        if depth < self.levels:
            for i, group in enumerate(self.groups):
                if group.depth == depth:
                    lines[group.start : group.stop] = len(self.labels) + i
        return lines

    def by_line(self, values: NDArray[np.float64]) -> Keys:
        """Keys from a value for each line."""
        return [values[self.line_of(depth)] for depth in range(1, self.levels + 1)]


def arranged(ordered: Ordered, keys: Keys, *, descending: bool) -> NDArray[np.int64]:
    """Positions in natural order, as they are to stand."""
    columns: list[NDArray[np.float64]] = []
    for level, key in enumerate(keys):
        equal = joined(key)
        signed = -equal if descending else equal
        natural = ordered.members[:, level].astype(np.float64)
        columns += [np.where(np.isnan(key), np.inf, signed), natural]
    return np.lexsort(columns[::-1]) if len(ordered.labels) else np.zeros(0, dtype=np.int64)
