"""Orders of a side, one a file of the name that the vocabulary has.

An order gives each member a key for each level, those of outer levels being the same throughout a group; they are then sorted
by the outermost key first. Equal keys, and members without one, stand in natural order.
"""

from collections.abc import Callable
from importlib import import_module

from ....common.recipe.spec import OrderSpec
from ....common.vocabulary import ORDER_TERMS
from .keys import Keys, Ordered, arranged

Order = Callable[[OrderSpec, Ordered], Keys]

ORDERS: dict[str, Order] = {name: import_module(f".{name}", __name__).ordered_by for name in ORDER_TERMS}

__all__ = ["ORDERS", "Keys", "Order", "Ordered", "arranged"]
