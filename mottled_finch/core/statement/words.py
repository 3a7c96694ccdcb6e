"""The words of the statement that stand for values of the recipe, used alike in writing and in reading."""

from ..pivot.cuts import WEEKDAY_NAMES

MONTHS = (
    "January",
    "February",
    "March",
    "April",
    "May",
    "June",
    "July",
    "August",
    "September",
    "October",
    "November",
    "December",
)
WEEKDAYS = {name.capitalize(): name for name in WEEKDAY_NAMES}

CUTS = {
    "year": "year",
    "quarter": "quarter",
    "month": "month",
    "week": "week",
    "day": "day of the month",
    "weekday": "weekday",
    "hour": "hour",
    "date": "date",
    "year_quarter": "year and quarter",
    "year_month": "year and month",
    "year_week": "year and week",
}
TAKES = {
    "sum": "sum",
    "average": "average",
    "median": "median",
    "min": "smallest",
    "max": "largest",
    "distinct": "distinct count",
    "stdev": "standard deviation",
}
"""Measures that are said as a word and "of" a field."""
SCOPES = {"row": "the row", "column": "the column", "group": "the group", "whole": "the whole"}
ORDERS = {"natural": "nature", "label": "label", "total": "total"}
"""Orders that are said as a word."""
EMPTY = {"zero": "nothing as zero", "blank": "nothing as blank"}

_RESERVED = """
    above across among and any as at below bins blank bottom by called change color column columns correlation counting
    descending down each empty equal first for from gap gathered group groups hand how index is it its keeping kept
    label largest likeness member move nature no none nor not of on or ordered over own percentile rank ratio records
    relative rest row rows running score share smallest split start starts the then to together top total totals tree
    triangle up weeks where whole with within years
"""
RESERVED = frozenset(_RESERVED.split())
"""Words that a field's name may not hold if it is to stand without quotation marks."""
