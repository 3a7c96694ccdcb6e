"""A side of the matrix in natural order: the distinct combinations of its keys that have records, and the groups they form."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby

import numpy as np
from numpy.typing import NDArray

from ...tables.aggregation.groups import Group, Labels
from ...tables.aggregation.levels import Level


@dataclass(frozen=True, eq=False)
class Side:
    """``places`` are the positions that stand, among all combinations of the levels' members, rising; ``members`` says which member
    of each level each of them is, shape (places, levels).
    """

    places: NDArray[np.int64]
    members: NDArray[np.int64]
    labels: tuple[Labels, ...]

    def __len__(self) -> int:
        return len(self.places)


def side_of(levels: Sequence[Level], named: bool, records: NDArray[np.int64], *, panels: bool = False) -> Side:
    """The combinations with records, and those without that a level keeps. ``records`` counts them by combination.

    With ``panels`` every member of the outermost level gets the same members of the others.
    """
    shape = tuple(max(len(level), 0) for level in levels)
    used: NDArray[np.bool_] = (records > 0).reshape(shape)
    for axis, level in enumerate(levels):
        if level.keeps_empty:
            used = _with_empty(used, axis, level)
    if panels and used.size:
        inner = used.any(axis=0)
        outer = used.reshape(shape[0], -1).any(axis=1)
        used = np.logical_and(outer.reshape((-1,) + (1,) * (len(shape) - 1)), inner)
    places = np.flatnonzero(used)
    members = np.stack(np.unravel_index(places, shape), axis=1) if len(places) else np.zeros((0, len(shape)), dtype=np.int64)
    labels = tuple(
        tuple(level.labels[member] for level, member in zip(levels, line, strict=True)) if named else ()
        for line in members.tolist()
    )
    return Side(places, members, labels)


def beside(side: Side, levels: Sequence[Level]) -> Side:
    """What stands beside the members of a side, by levels of which some have but one member, which stands beside all: each
    combination once.
    """
    shape = tuple(len(level) for level in levels)
    members = np.where(np.array(shape) == 1, 0, side.members)
    members = np.unique(members, axis=0) if len(members) else members
    labels = tuple(tuple(level.labels[member] for level, member in zip(levels, line, strict=True)) for line in members.tolist())
    return Side(np.ravel_multi_index(tuple(members.T), shape), members, labels)


def _with_empty(used: NDArray[np.bool_], axis: int, level: Level) -> NDArray[np.bool_]:
    """Beside each used combination of the other levels, all members of this one; of time that runs on, those in between."""
    others = tuple(i for i in range(used.ndim) if i != axis)
    stands = np.ones(used.shape[axis], dtype=bool)
    if level.runs_on:
        there = np.flatnonzero(used.any(axis=others))
        stands[:] = False
        if len(there):
            stands[there[0] : there[-1] + 1] = True
    line = stands.reshape([-1 if i == axis else 1 for i in range(used.ndim)])
    return used.any(axis=axis, keepdims=True) & line


def groups_of(labels: tuple[Labels, ...], members: NDArray[np.int64]) -> tuple[Group, ...]:
    """The runs of members that are alike in all levels but the innermost, and those alike in fewer. The outermost groups come
    last.
    """
    levels = members.shape[1]
    found: list[Group] = []
    for depth in range(levels - 1, 0, -1):
        start = 0
        for _, run in groupby(members[:, :depth].tolist()):
            stop = start + len(list(run))
            found.append(Group(start, stop, depth, labels[start][:depth]))
            start = stop
    return tuple(found)
