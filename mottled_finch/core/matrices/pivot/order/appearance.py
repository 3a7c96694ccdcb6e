"""By first appearance: as the records of the table come, such as steps of a process that were written down one after the other."""

from ....common.recipe.spec import OrderSpec
from .keys import Keys, Ordered


def ordered_by(_spec: OrderSpec, ordered: Ordered) -> Keys:
    firsts = ordered.firsts()
    return [firsts[level][ordered.members[:, level]].astype(float) for level in range(ordered.levels)]
