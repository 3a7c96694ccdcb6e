"""As nature has it: time by the calendar, numbers by size, text alphabetically, a matrix as it stood."""

from ....common.recipe.spec import OrderSpec
from .keys import Keys, Ordered


def ordered_by(_spec: OrderSpec, ordered: Ordered) -> Keys:
    return [ordered.members[:, level].astype(float) for level in range(ordered.levels)]
