"""Conditions: which records are kept.

Every condition becomes codes and a table of booleans by code, so that testing a record costs one look-up whatever is asked.
"""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...common.errors import TableError
from ...common.recipe.conditions import ConditionSpec, MeasureSpec
from ...common.recipe.spec import LevelSpec
from ...common.vocabulary.kinds import KIND_WORDS
from ...common.wording.labels import number_label
from ..kernels import blocks_of, in_blocks
from ..table import BLANK, Column, Kind
from ..table.alike import joined
from .levels import FEW_CODES, Level, check_cut, level_of
from .source import Source, Test

_BY_FLAG = np.array([False, True])


def tests_of(
    source: Source,
    conditions: tuple[ConditionSpec, ...],
    path: str | Sequence[str],
    measure: MeasureSpec | None = None,
    others: tuple[Test, ...] = (),
) -> tuple[Test, ...]:
    """One test a condition; a record is kept that passes all. Blanks pass only ``not_in`` and ``blank``.

    Labels in ``in`` and ``not_in`` that no record has are no error: categories come and go between editions. ``top`` and
    ``bottom`` without ``by`` go by ``measure``, and are decided among the records that pass all other conditions of the list,
    wherever they stand in it; those of a list held in ``all`` count, too, and alternatives in ``any`` do not. So do ``others``.
    ``path`` is the place of the list in the recipe, or one place for each condition.
    Raises TableError for a field that is not there, or an end that does not fit the kind of the field.
    """
    paths = [f"{path}[{i}]" for i in range(len(conditions))] if isinstance(path, str) else path
    return _all_of(source, conditions, paths, measure, others)


def as_lists(
    source: Source,
    conditions: Sequence[ConditionSpec],
    paths: Sequence[str],
    measure: MeasureSpec | None,
    others: tuple[Test, ...] = (),
) -> tuple[ConditionSpec, ...]:
    """The same conditions with the members listed that ``top`` and ``bottom`` keep here, to be asked of other records."""
    if not any(map(_has_rank, conditions)):
        return tuple(conditions)
    plain = [
        _test(source, each, path, measure, others) for each, path in zip(conditions, paths, strict=True) if not _has_rank(each)
    ]
    return tuple(_as_list(source, each, path, measure, (*others, *plain)) for each, path in zip(conditions, paths, strict=True))


def _as_list(
    source: Source, condition: ConditionSpec, path: str, measure: MeasureSpec | None, others: tuple[Test, ...]
) -> ConditionSpec:
    if not _has_rank(condition):
        return condition
    for name, held in (("all", condition.all_), ("any", condition.any_)):
        if held is not None:
            paths = [f"{path}.{name}[{i}]" for i in range(len(held))]
            if name == "all":
                return replace(condition, all_=as_lists(source, held, paths, measure, others))
            return replace(
                condition,
                any_=tuple(_as_list(source, each, place, measure, others) for each, place in zip(held, paths, strict=True)),
            )
    level, left = _ranked_members(source, condition, path, measure, others)
    labels = tuple(level.labels[i] for i in left.tolist())
    return ConditionSpec(field=condition.field, cut=condition.cut, year_starts=condition.year_starts, in_=labels)


def _all_of(
    source: Source,
    conditions: Sequence[ConditionSpec],
    paths: Sequence[str],
    measure: MeasureSpec | None,
    others: tuple[Test, ...],
) -> tuple[Test, ...]:
    """A test for each of conditions that must all hold: first those that rank nothing, then those that do, among what passes."""
    ranks = [i for i, each in enumerate(conditions) if _has_rank(each)]
    found = {i: _test(source, each, paths[i], measure, others) for i, each in enumerate(conditions) if i not in ranks}
    among = (*others, *found.values())
    for i in ranks:
        found[i] = _test(source, conditions[i], paths[i], measure, among)
    return tuple(found[i] for i in range(len(conditions)))


def _has_rank(condition: ConditionSpec) -> bool:
    if condition.top is not None or condition.bottom is not None:
        return True
    return any(map(_has_rank, condition.all_ or condition.any_ or ()))


def passing(tests: tuple[Test, ...], records: int) -> NDArray[np.bool_]:
    """Which records pass all the tests."""
    passes = np.ones(records, dtype=bool)
    for codes, by_code in tests:
        passes &= np.take(by_code, codes, mode="clip")  # codes never lie outside; "clip" spares the test for it
    return passes


def _test(source: Source, condition: ConditionSpec, path: str, measure: MeasureSpec | None, others: tuple[Test, ...]) -> Test:
    """``others`` are tests of what must hold beside it."""
    if condition.all_ is not None or condition.any_ is not None:
        return _group(source, condition, path, measure, others)
    if condition.top is not None or condition.bottom is not None:
        return _ranked(source, condition, path, measure, others)
    column = source.column(condition.field or "", f"{path}.field", condition.cut)
    if condition.in_ is not None:
        return _listed(source, column, condition, condition.in_, path, kept=True)
    if condition.not_in is not None:
        return _listed(source, column, condition, condition.not_in, path, kept=False)
    if condition.blank is not None:
        return _blank(column, wanted=condition.blank)
    return _span(column, condition, path)


def _group(source: Source, condition: ConditionSpec, path: str, measure: MeasureSpec | None, others: tuple[Test, ...]) -> Test:
    every = condition.all_ is not None
    held = condition.all_ if condition.all_ is not None else condition.any_
    assert held is not None
    name = "all" if every else "any"
    paths = [f"{path}.{name}[{i}]" for i in range(len(held))]
    if every:
        tests = _all_of(source, held, paths, measure, others)
    else:
        tests = tuple(_test(source, each, place, measure, others) for each, place in zip(held, paths, strict=True))
    met = passing(tests[:1], source.table.records)
    for test in tests[1:]:
        one = passing((test,), source.table.records)
        met = met & one if every else met | one
    return met.view(np.uint8), _BY_FLAG


def _ranked(
    source: Source,
    condition: ConditionSpec,
    path: str,
    measure: MeasureSpec | None,
    others: tuple[Test, ...],
) -> Test:
    """The records of the largest or smallest members."""
    level, left = _ranked_members(source, condition, path, measure, others)
    is_kept = np.zeros(len(level) + 1, dtype=bool)  # the last place answers for OUTSIDE
    is_kept[left] = True
    assert level.codes is not None
    return level.codes, is_kept[level.member_of]


def _ranked_members(
    source: Source, condition: ConditionSpec, path: str, measure: MeasureSpec | None, others: tuple[Test, ...]
) -> tuple[Level, NDArray[np.int64]]:
    """A level and the positions of its largest or smallest members. Those of equal measure go by their natural order."""
    level = _level(source, condition, path)
    values, records = source.by_member(level, condition.by or measure or MeasureSpec(), others, f"{path}.by")
    return level, largest(values, records, condition.top or condition.bottom or 0, smallest=condition.bottom is not None)


def fields_of(conditions: Sequence[ConditionSpec]) -> set[str]:
    """The fields that conditions speak of, also those that they hold."""
    found: set[str] = set()
    for each in conditions:
        found |= {each.field} if each.field is not None else fields_of(each.all_ or each.any_ or ())
    return found


def largest(values: NDArray[np.float64], records: NDArray[np.int64], number: int, *, smallest: bool = False) -> NDArray[np.int64]:
    """The positions of so many members with the largest values, rising; members without a value or a record are never among
    them.
    """
    there = np.flatnonzero(~np.isnan(values) & (records > 0))
    measured = joined(values[there])
    signed = measured if smallest else -measured
    return np.sort(there[np.argsort(signed, kind="stable")[:number]])


def _level(source: Source, condition: ConditionSpec, path: str) -> Level:
    spec = LevelSpec(field=condition.field or "", cut=condition.cut, year_starts=condition.year_starts)
    return level_of(source, spec, path)


def _span(column: Column, condition: ConditionSpec, path: str) -> Test:
    open_ = condition.above is not None or condition.below is not None
    low, high = (condition.above, condition.below) if open_ else (condition.from_, condition.to)
    words = ("above", "below") if open_ else ("from", "to")
    if column.kind is Kind.MOMENT:
        # "above 2025-03" begins when March is over, "from 2025-03" when it begins.
        least = moment_of(low, f"{path}.{words[0]}", end=open_)
        most = moment_of(high, f"{path}.{words[1]}", end=not open_)
        _check_span(least, most, (low, high), words, path)
        return in_span(column, least, most, open_=open_)
    if column.kind is Kind.NUMBER:
        first_number = _number(low, f"{path}.{words[0]}", column)
        last_number = _number(high, f"{path}.{words[1]}", column)
        _check_span(first_number, last_number, (low, high), words, path)
        met = ~np.isnan(column.data) & _within(column.data, first_number, last_number, open_)
        return met.view(np.uint8), _BY_FLAG
    raise TableError(
        f'"{column.name}" holds {KIND_WORDS[column.kind]}, which has no "{words[0]}" and "{words[1]}"; '
        'list what is meant with "in"',
        path=path,
    )


def in_span(column: Column, least: np.datetime64 | None, most: np.datetime64 | None, *, open_: bool = False) -> Test:
    """That moments lie from one to another, or between them. Entries rise, so what is kept is one run of codes."""
    codes, entries = column.data, column.dictionary
    filled = entries[1:]
    first = 0 if least is None else int(np.searchsorted(filled, least, "right" if open_ else "left"))
    last = len(filled) if most is None else int(np.searchsorted(filled, most, "left" if open_ else "right"))
    if len(entries) <= FEW_CODES + 1:
        kept = np.zeros(len(entries), dtype=bool)
        kept[first + 1 : last + 1] = True
        return codes, kept
    # Comparing is faster than looking up a wide table.
    met = np.empty(len(codes), dtype=bool)

    def work(block: slice) -> None:
        np.logical_and(codes[block] > first, codes[block] <= last, out=met[block])

    in_blocks(work, blocks_of(len(codes)))
    return met.view(np.uint8), _BY_FLAG


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


def _listed(
    source: Source, column: Column, condition: ConditionSpec, listed: tuple[str | float, ...], path: str, *, kept: bool
) -> Test:
    wanted = {each.strip() if isinstance(each, str) else number_label(each) for each in listed}
    if column.is_number:
        check_cut(column, condition.cut, path)
        numbers = [float(each) for each in wanted if _is_number(each)]
        return np.isin(column.data, numbers).view(np.uint8), np.array([not kept, kept])
    level = _level(source, condition, path)
    assert level.codes is not None
    is_wanted = np.array(
        [label in wanted or label.strip() in wanted for label in level.labels] + [False]
    )  # the last place answers for OUTSIDE
    by_code = is_wanted[level.member_of]
    return level.codes, by_code if kept else ~by_code


def _is_number(text: str) -> bool:
    try:
        return float(text) == float(text)
    except ValueError:
        return False


def _check_span(low: Any, high: Any, given: tuple[Any, Any], words: tuple[str, str], path: str) -> None:
    if low is not None and high is not None and low > high:
        raise TableError(f'"{words[0]}" ({given[0]}) comes after "{words[1]}" ({given[1]}); swap them', path=path)


def moment_of(given: str | float | None, path: str, *, end: bool) -> np.datetime64 | None:
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
