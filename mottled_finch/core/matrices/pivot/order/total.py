"""By the total of the measure, groups by theirs and members within them."""

from ....common.recipe.spec import OrderSpec
from .keys import Keys, Ordered


def ordered_by(_spec: OrderSpec, ordered: Ordered) -> Keys:
    return ordered.by_line(ordered.totals[:, -1])
