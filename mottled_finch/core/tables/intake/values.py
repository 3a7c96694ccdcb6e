"""A column from values that a reader has typed already: cells of a workbook, values of JSON."""

import datetime as dt
from collections.abc import Sequence
from typing import Any

import numpy as np
import pyarrow as pa

from ..table import Column, Kind
from .kinds import NO_HABITS, Habits, column_from_arrow, column_from_moments

_NUMBERS = (int, float)
_DATES = (dt.datetime, dt.date)


def column_from_values(name: str, values: Sequence[Any], habits: Habits = NO_HABITS) -> Column:
    """A column of one kind where all values are of it, None and blank texts aside; mixed, their texts decide (see kinds.py)."""
    blanks = {"", *habits.blanks}
    values = [None if _is_blank(value, blanks) else value for value in values]
    filled = [value for value in values if value is not None]
    if filled and all(isinstance(value, _NUMBERS) and not isinstance(value, bool) for value in filled):
        if all(abs(value) < 2**53 for value in filled):
            numbers = [np.nan if value is None else float(value) for value in values]
            return Column(name=name, kind=Kind.NUMBER, data=np.array(numbers))
    elif filled and all(isinstance(value, _DATES) for value in filled):
        moments = [None if value is None else _as_moment(value) for value in values]
        return column_from_moments(name, pa.chunked_array([pa.array(moments, pa.timestamp("us"))]))
    texts = pa.array(["" if value is None else text_of(value) for value in values], pa.string())
    return column_from_arrow(name, texts, habits)


def _is_blank(value: Any, blanks: set[str]) -> bool:
    return value is None or (isinstance(value, str) and value.strip() in blanks) or (isinstance(value, float) and value != value)


def _as_moment(value: dt.date) -> dt.datetime:
    if isinstance(value, dt.datetime):
        return value.replace(tzinfo=None)
    return dt.datetime(value.year, value.month, value.day)


def text_of(value: Any) -> str:
    """The text a value would have in a text file: whole numbers without a point, moments by ISO 8601, yes and no in words."""
    if isinstance(value, bool):
        return "true" if value else "false"
    if isinstance(value, float) and value == int(value) and abs(value) < 1e15:
        return str(int(value))
    if isinstance(value, dt.datetime):
        return value.isoformat(sep=" ")
    if isinstance(value, dt.timedelta):
        minutes, seconds = divmod(int(value.total_seconds()), 60)
        return f"{minutes // 60:02d}:{minutes % 60:02d}:{seconds:02d}"
    return str(value)
