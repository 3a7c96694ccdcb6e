"""The words of the statement that stand for values of the recipe, used alike in writing and in reading."""

from ..pivot.cuts import CUTS as CUT_RULES
from ..pivot.cuts import MONTH_NAMES, WEEKDAY_NAMES
from ..recipe.check_pivot import NEEDS
from ..words import CUT_WORDS, TAKE_WORDS

MONTHS = {str(i + 1): name for i, name in enumerate(MONTH_NAMES)}
WEEKDAYS = {name.lower(): name for name in WEEKDAY_NAMES}
CUTS = {cut: CUT_WORDS.get(cut, cut) for cut in CUT_RULES}
TAKES = {take: TAKE_WORDS.get(take, take) for take, keys in NEEDS.items() if keys == ("of",)}
"""Measures that are said as a word and "of" a field."""
SCOPES = {"row": "the row", "column": "the column", "group": "the group", "whole": "the whole"}
ORDERS = {"natural": "nature", "appearance": "appearance", "label": "label", "total": "total"}
"""Orders that are said as a word."""
EMPTY = {"zero": "nothing as zero", "blank": "nothing as blank"}

_RESERVED = """
    above across among and any appearance as at below bins blank bottom by called change color column columns correlation counting
    descending down each empty equal first for from gap gathered group groups hand how index is it its keeping kept
    label largest likeness member move nature no none nor not of on or ordered over own percentile rank ratio records
    relative rest row rows running score share smallest split start starts the then to together top total totals tree
    triangle up weeks where whole with within years
"""
RESERVED = frozenset(_RESERVED.split())
"""Words that a field's name may not hold if it is to stand without quotation marks."""
