"""The words of the statement that stand for values of the recipe, used alike in writing and in reading."""

from string import Formatter

from ...common.recipe.spec import SHIFT_UNITS
from ...common.vocabulary import CUT_TERMS, ORDER_TERMS
from ...tables.aggregation.cuts import MONTH_NAMES, WEEKDAY_NAMES


def parts_of(template: str) -> list[tuple[str, str | None]]:
    """What stands in a template of the vocabulary: words, and the key that follows them, if one does."""
    return [(literal.strip(), key) for literal, key, _, _ in Formatter().parse(template)]


MONTHS = {str(i + 1): name for i, name in enumerate(MONTH_NAMES)}
WEEKDAYS = {name.lower(): name for name in WEEKDAY_NAMES}
CUTS = {cut: term.name for cut, term in CUT_TERMS.items()}
SCOPES = {"row": "the row", "column": "the column", "group": "the group", "whole": "the whole"}
ORDERS = {order: term.typed for order, term in ORDER_TERMS.items()}
FIRSTS = {"max": "largest", "first": "first"}
ONCE = "once a key"
BYS = {"ratio": "as a ratio", "percent": "in percent"}
UNITS = {unit.removesuffix("s"): unit for unit in SHIFT_UNITS}
EMPTY = {"zero": "nothing as zero", "blank": "nothing as blank"}

_RESERVED = """
    above across against among and any appearance as at below bins blank bottom by called change color column columns
    correlation counting descending down each empty equal first for from gap gathered group groups hand how index is it its
    keeping kept label largest likeness member move nature no none nor not of on once or ordered over own percentile rank
    ratio records relative rest row rows running score share smallest split start starts the then to together top total totals
    tree triangle up weeks where whole with within years
"""
RESERVED = frozenset(_RESERVED.split())
"""Words that a field's name may not hold if it is to stand without quotation marks."""
