"""How a number is rounded to be read, wherever that is: the shortest decimal that reads back as it, halves away from zero.

A double stands for the decimal it was read from, and people round what they see: 3.255 is 3.26 with two decimals, though the double
lies a little below it. Percent and short forms move the point of that decimal, and multiply nothing.
"""

from decimal import ROUND_HALF_UP, Context, Decimal

_CONTEXT = Context(prec=700, rounding=ROUND_HALF_UP, Emin=-999_999, Emax=999_999)
"""Wide enough for every double with all its digits."""


def rounded(value: float, decimals: int, shift: int = 0) -> Decimal:
    """A finite value with so many decimals; ``shift`` moves its point to the right first, or to the left where it is negative."""
    found = Decimal(repr(float(value))).scaleb(shift, _CONTEXT)
    return found.quantize(Decimal(1).scaleb(-decimals), context=_CONTEXT)


def percent_text(share: float, decimals: int = 0) -> str:
    """A share as percent: "59%"."""
    return f"{rounded(share, decimals, 2):,f}%"
