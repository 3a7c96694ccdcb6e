"""Conditions: which records are kept.

Every condition becomes codes and a table of booleans by code, so that testing a record costs one look-up whatever is asked.
"""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..errors import TableError
from ..recipe.conditions import ConditionSpec
from ..recipe.spec import LevelSpec
from ..table import BLANK, Column, Kind, Table, number_label
from ..wording import KIND_WORDS
from .levels import level_of

Test = tuple[NDArray[Any], NDArray[np.bool_]]
"""Codes of shape (records,), and what is kept by code."""


def tests_of(table: Table, conditions: tuple[ConditionSpec, ...], path: str = "pivot.keep") -> list[Test]:
    """One test a condition; a record is kept that passes all. Blanks pass only ``not_in`` and ``blank``.

    Labels in ``in`` and ``not_in`` that no record has are no error: categories come and go between editions.
    Raises TableError for a field that is not there, or an end that does not fit the kind of the field.
    """
    return [_test(table, condition, f"{path}[{i}]") for i, condition in enumerate(conditions)]


def _test(table: Table, condition: ConditionSpec, path: str) -> Test:
    column = table.column(condition.field, f"{path}.field")
    if condition.in_ is not None:
        return _listed(table, condition, condition.in_, path, kept=True)
    if condition.not_in is not None:
        return _listed(table, condition, condition.not_in, path, kept=False)
    if condition.blank is not None:
        return _blank(column, wanted=condition.blank)
    open_ = condition.above is not None or condition.below is not None
    low, high = (condition.above, condition.below) if open_ else (condition.from_, condition.to)
    words = ("above", "below") if open_ else ("from", "to")
    if column.kind is Kind.MOMENT:
        codes, entries = column.coded
        # "above 2025-03" begins when March is over, "from 2025-03" when it begins.
        least = _moment(low, f"{path}.{words[0]}", end=open_)
        most = _moment(high, f"{path}.{words[1]}", end=not open_)
        _check_span(least, most, (low, high), words, path)
        return codes, ~np.isnat(entries) & _within(entries, least, most, open_)
    if column.kind is Kind.NUMBER:
        first = _number(low, f"{path}.{words[0]}", column)
        last = _number(high, f"{path}.{words[1]}", column)
        _check_span(first, last, (low, high), words, path)
        inside = ~np.isnan(column.data) & _within(column.data, first, last, open_)
        return inside.view(np.uint8), np.array([False, True])
    raise TableError(
        f'"{column.name}" holds {KIND_WORDS[column.kind]}, which has no "{words[0]}" and "{words[1]}"; '
        'list what is meant with "in"',
        path=path,
    )


def _within(values: NDArray[Any], low: Any, high: Any, open_: bool) -> NDArray[np.bool_]:
    found = np.ones(len(values), dtype=bool)
    if low is not None:
        found &= values > low if open_ else values >= low
    if high is not None:
        found &= values < high if open_ else values <= high
    return found


def _blank(column: Column, *, wanted: bool) -> Test:
    if column.is_number:
        return np.isnan(column.data).view(np.uint8), np.array([not wanted, wanted])
    by_code = np.full(len(column.dictionary), not wanted)
    by_code[BLANK] = wanted
    return column.data, by_code


def _listed(table: Table, condition: ConditionSpec, listed: tuple[str | float, ...], path: str, *, kept: bool) -> Test:
    level = level_of(table, LevelSpec(field=condition.field, cut=condition.cut), path)
    assert level.codes is not None
    wanted = {each.strip() if isinstance(each, str) else number_label(each) for each in listed}
    is_wanted = np.array([label in wanted for label in level.labels] + [False])  # the last place answers for OUTSIDE
    by_code = is_wanted[level.member_of]
    return level.codes, by_code if kept else ~by_code


def _check_span(low: Any, high: Any, given: tuple[Any, Any], words: tuple[str, str], path: str) -> None:
    if low is not None and high is not None and low > high:
        raise TableError(f'"{words[0]}" ({given[0]}) comes after "{words[1]}" ({given[1]}); swap them', path=path)


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
