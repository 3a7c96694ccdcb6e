"""How a number is rounded to be read, wherever that is: the shortest decimal that reads back as it, halves away from zero.

A double stands for the decimal it was read from, and people round what they see: 3.255 is 3.26 with two decimals, though the double
lies a little below it. Percent and short forms move the point of that decimal, and multiply nothing.
"""

from decimal import ROUND_HALF_UP, Context, Decimal

_CONTEXT = Context(prec=700, rounding=ROUND_HALF_UP, Emin=-999_999, Emax=999_999)
"""Wide enough for every double with all its digits."""
_SURE, _NEAR = 1e9, 1e-5
"""Up to here a double is off by less than a hundredth of what counts as near a half."""
_DOZEN = 12


def rounded(value: float, decimals: int, shift: int = 0) -> Decimal:
    """A finite value with so many decimals; ``shift`` moves its point to the right first, or to the left where it is negative."""
    found = Decimal(repr(float(value))).scaleb(shift, _CONTEXT)
    return found.quantize(Decimal(1).scaleb(-decimals), context=_CONTEXT)


def rounded_text(value: float, decimals: int, shift: int = 0) -> str:
    """The same as text with grouped thousands. Far from a half, doubles cannot be mistaken, and are ten times as fast."""
    moved = value * 10.0**shift
    last = abs(moved) * 10.0**decimals
    if last < _SURE and abs(last % 1.0 - 0.5) > _NEAR:
        return f"{moved:,.{decimals}f}"
    return f"{rounded(value, decimals, shift):,f}"


def is_below(value: float, limit: int, decimals: int, shift: int = 0) -> bool:
    """Whether the size of a rounded value is below a whole number."""
    moved = abs(value) * 10.0**shift
    if abs(moved - limit) > 1.0:
        return moved < limit
    return rounded(value, decimals, shift).copy_abs() < limit


def is_whole(value: float, shift: int = 0) -> bool:
    """Whether a value has no decimals, as far as a dozen of them."""
    moved = value * 10.0**shift
    if abs(moved - round(moved)) > _NEAR:
        return False
    return rounded(value, _DOZEN, shift) == rounded(value, 0, shift)


def percent_text(share: float, decimals: int = 0) -> str:
    """A share as percent: "59%"."""
    return f"{rounded_text(share, decimals, 2)}%"
