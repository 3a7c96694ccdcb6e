"""How members of a side can be ordered. ``ORDER_TERMS`` is the table that a new order is entered in; how it is worked out stands in
``pivot/order/``, in a file of its name.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class OrderTerm:
    """``typed`` is the order in a typed statement. ``side_by_side`` says that columns of matrices side by side can be in it,
    ``coefficients`` that fields which are correlated can.
    """

    typed: str
    side_by_side: bool = False
    coefficients: bool = False


ORDER_TERMS: dict[str, OrderTerm] = {
    "natural": OrderTerm(typed="nature", side_by_side=True, coefficients=True),
    "appearance": OrderTerm(typed="appearance", side_by_side=True),
    "label": OrderTerm(typed="label", side_by_side=True, coefficients=True),
    "total": OrderTerm(typed="total"),
    "member": OrderTerm(typed="member"),
    "hand": OrderTerm(typed="hand", side_by_side=True, coefficients=True),
    "likeness": OrderTerm(typed="likeness", coefficients=True),
}
