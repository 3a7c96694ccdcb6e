"""Conditions: which records are kept.

Every condition becomes codes and a table of booleans by code, so that testing a record costs one look-up whatever is asked.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.spec import ConditionSpec, LevelSpec
from ..table import Column, Kind, Table
from .levels import KIND_WORDS, level_of, number_label

Test = tuple[NDArray[Any], NDArray[np.bool_]]
"""Codes of shape (records,), and what is kept by code."""


def tests_of(table: Table, conditions: tuple[ConditionSpec, ...]) -> list[Test]:
    """One test a condition; a record is kept that passes all. Blanks pass only ``not_in``.

    Labels in ``in`` and ``not_in`` that no record has are no error: categories come and go between editions.
    Raises TableError for a field that is not there, or an end that does not fit the kind of the field.
    """
    return [_test(table, condition, f"pivot.keep[{i}]") for i, condition in enumerate(conditions)]


def _test(table: Table, condition: ConditionSpec, path: str) -> Test:
    column = table.column(condition.field, f"{path}.field")
    if condition.in_ is not None:
        return _listed(table, condition, condition.in_, path, kept=True)
    if condition.not_in is not None:
        return _listed(table, condition, condition.not_in, path, kept=False)
    if column.kind is Kind.MOMENT:
        codes, entries = column.coded
        low = _moment(condition.from_, f"{path}.from", end=False)
        high = _moment(condition.to, f"{path}.to", end=True)
        _check_span(low, high, condition, path)
        within = ~np.isnat(entries)
        within &= True if low is None else entries >= low
        within &= True if high is None else entries <= high
        return codes, within
    if column.kind is Kind.NUMBER:
        least = _number(condition.from_, f"{path}.from", column)
        most = _number(condition.to, f"{path}.to", column)
        _check_span(least, most, condition, path)
        inside = ~np.isnan(column.data)
        inside &= True if least is None else column.data >= least
        inside &= True if most is None else column.data <= most
        return inside.view(np.uint8), np.array([False, True])
    raise TableError(
        f'"{column.name}" holds {KIND_WORDS[column.kind]}, which has no "from" and "to"; list what is kept with "in"', path=path
    )


def _listed(table: Table, condition: ConditionSpec, listed: tuple[str | float, ...], path: str, *, kept: bool) -> Test:
    level = level_of(table, LevelSpec(field=condition.field, cut=condition.cut), path)
    assert level.codes is not None
    wanted = {each.strip() if isinstance(each, str) else number_label(each) for each in listed}
    is_wanted = np.array([label in wanted for label in level.labels] + [False])  # the last place answers for OUTSIDE
    by_code = is_wanted[level.member_of]
    return level.codes, by_code if kept else ~by_code


def _check_span(low: Any, high: Any, condition: ConditionSpec, path: str) -> None:
    if low is not None and high is not None and low > high:
        raise TableError(f'"from" ({condition.from_}) comes after "to" ({condition.to}); swap them', path=path)


def _moment(given: str | float | None, path: str, *, end: bool) -> np.datetime64 | None:
    """A year, month, day or moment. As an end it reaches to the last microsecond of what it names."""
    if given is None:
        return None
    text = number_label(given) if isinstance(given, float) else given.strip()
    try:
        moment: Any = np.datetime64(text)
        if np.isnat(moment) or np.datetime_data(moment)[0] not in ("Y", "M", "D", "h", "m", "s", "ms", "us"):
            raise ValueError
    except ValueError as error:
        raise TableError(f'"{text}" is not a date; write it as 2025-03-31', path=path, received=given) from error
    if not end:
        return np.datetime64(moment, "us")
    after = np.datetime64(moment + 1, "us").astype(np.int64)
    return np.datetime64(int(after) - 1, "us")


def _number(given: str | float | None, path: str, column: Column) -> float | None:
    if isinstance(given, str):
        raise TableError(f'"{given}" is text, but "{column.name}" holds numbers; write the number without marks', path=path)
    return given
