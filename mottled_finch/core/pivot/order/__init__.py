"""Orders of a side, one a file. ``ORDERS`` is the table a new one is entered in.

An order gives each member a key for each level, those of outer levels being the same throughout a group; they are then sorted
by the outermost key first. Equal keys, and members without one, stand in natural order.
"""

from collections.abc import Callable

from ...recipe.spec import OrderSpec
from .appearance import by_appearance
from .hand import by_hand
from .keys import Keys, Ordered, arranged
from .label import by_label
from .likeness import by_likeness
from .member import by_member
from .natural import by_nature
from .total import by_total

Order = Callable[[OrderSpec, Ordered], Keys]

ORDERS: dict[str, Order] = {
    "natural": by_nature,
    "appearance": by_appearance,
    "label": by_label,
    "total": by_total,
    "member": by_member,
    "hand": by_hand,
    "likeness": by_likeness,
}

__all__ = ["ORDERS", "Keys", "Order", "Ordered", "arranged"]
