"""A side as the figure shows it: sorted, without what is set aside, in groups."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.spec import OrderSpec
from ...tables.aggregation.groups import Group, Labels
from .matrix import Merge
from .order import ORDERS, Ordered, arranged
from .order.likeness import trees
from .sides import groups_of


@dataclass(frozen=True, eq=False)
class ShownSide:
    """``members`` are positions in natural order, as they stand. ``lines`` say for each line of the shown side (members, groups,
    all) which line of natural order it is.
    """

    members: NDArray[np.int64]
    lines: NDArray[np.int64]
    labels: tuple[Labels, ...]
    groups: tuple[Group, ...]
    tree: tuple[Merge, ...]


def arrange(spec: OrderSpec, side: Ordered, aside: tuple[Labels, ...], *, panels: bool = False) -> ShownSide:
    """Order a side. A tree stands only beside all of its members.

    In matrices side by side, a column that is set aside is so in all of them.
    """
    order, tree = ordered(spec, side)
    away = _away(side.labels, aside, panels=panels)
    left = order[~away[order]]
    labels = tuple(side.labels[i] for i in left)
    groups = groups_of(labels, side.members[left])
    where = {(group.depth, group.labels): len(side.labels) + i for i, group in enumerate(side.groups)}
    lines = [*left, *(where[group.depth, group.labels] for group in groups), len(side.labels) + len(side.groups)]
    return ShownSide(left, np.array(lines, dtype=np.int64), labels, groups, tree if len(left) == len(order) else ())


def ordered(spec: OrderSpec, side: Ordered) -> tuple[NDArray[np.int64], tuple[Merge, ...]]:
    """The members of a side in the order asked for, and the tree of an order by likeness."""
    if not side.labels:
        return np.zeros(0, dtype=np.int64), ()
    likeness = spec.by == "likeness"
    order = arranged(side, ORDERS[spec.by](spec, side), descending=spec.descending and not likeness)
    return order, trees(spec, side) if likeness and spec.tree else ()


def _away(labels: tuple[Labels, ...], aside: tuple[Labels, ...], *, panels: bool) -> NDArray[np.bool_]:
    within = {each[1:] for each in aside if panels and len(each) > 1}
    return np.array([each in aside or (len(each) > 1 and each[1:] in within) for each in labels], dtype=bool)
