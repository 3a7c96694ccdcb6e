"""Totals among the records: lines that are the sum, or the average, of those they stand for. Adding up would count twice.

They are found by arithmetic. A name that says so ("North Total", "YTD") only says what to look at, and of which records it may be.
"""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import counted, field_words, joined
from ...common.recipe.conditions import ConditionSpec
from ...common.recipe.table_spec import DropMend
from ..table import Column, Kind, Table
from .finding import Cure, Finding

_NAMED = re.compile(
    r"\b(grand[ -]?totals?|sub[ -]?totals?|totals?|sums?|overall|all|ytd|year[ -]to[ -]date|averages?|avg|means?|gesamt|summe|"
    r"somme|suma|promedio|moyenne|durchschnitt)\b",
    re.IGNORECASE,
)
_FILLING = re.compile(r"\b(of|the|for|in|year|month|week|day|hours?|months?|regions?|stores?)\b|[^\w]+", re.IGNORECASE)
MEMBERS_MOST, UNNAMED_MOST, SHOWN_MOST = 2_000, 200, 3
_EVIDENCE = 3
"""Sums that must agree where no name says that they should: a few small numbers add up to another by chance."""
_OTHERS_LEAST = 2


@dataclass(frozen=True)
class _Line:
    """A member that stands for others, and how: as their sum or their average."""

    member: int
    averaged: bool


def find(table: Table) -> Iterator[Finding]:
    numbers = [column for column in table.columns if column.is_number and not column.counts_records and column.distinct > 1]
    keys = [column for column in table.columns if not column.is_number]
    if not numbers or table.records <= _OTHERS_LEAST:
        return
    for column in keys:
        if column.kind is Kind.CATEGORY and _OTHERS_LEAST < column.distinct <= MEMBERS_MOST:
            lines = _lines_of(table, column, numbers, [key for key in keys if key is not column])
            if lines:
                yield _told(column, lines)


def _told(column: Column, lines: Sequence[_Line]) -> Finding:
    names = [str(column.dictionary[line.member]) for line in lines]
    records = int(sum(column.counts[line.member] for line in lines))
    shown = joined(
        [f"“{name}”" for name in names[:SHOWN_MOST]] + ([f"{len(names) - SHOWN_MOST} more"] if len(names) > SHOWN_MOST else [])
    )
    what = "averages" if all(line.averaged for line in lines) else "sums"
    one = len(names) == 1
    stand = f"{shown} {'is' if one else 'are'} {f'the {what[:-1]}' if one else what} of other records"
    return Finding(
        key=f"totals:{column.name}:{names[0]}",
        title="Totals among the records",
        words=f"In {field_words(column.name)}, {stand}, which {'it' if one else 'they'} would be counted with.",
        records=records,
        cures=(
            Cure(
                words=f"Leave {counted(records, 'record')} out",
                mend=DropMend(where=(ConditionSpec(field=column.name, in_=tuple(names)),)),
            ),
        ),
        leave="They are records",
        field=column.name,
        text=names[0],
    )


def _lines_of(table: Table, column: Column, numbers: Sequence[Column], keys: Sequence[Column]) -> list[_Line]:
    texts = [str(text) for text in column.dictionary.tolist()]
    named = [i for i, text in enumerate(texts) if i and column.counts[i] and _NAMED.search(text)]
    if column.distinct - len(named) < _OTHERS_LEAST:
        return []
    plain = ~np.isin(column.data, named) if named else np.ones(len(column), dtype=bool)
    found = [line for member in named if (line := _named_line(table, column, numbers, keys, member, texts, plain))]
    if not found and column.distinct <= UNNAMED_MOST:
        found = [_Line(member, averaged=False) for member in _unnamed(column, numbers) if _adds_up(column, numbers, keys, member)]
    return found if len(found) < column.distinct - 1 else []


def _named_line(
    table: Table,
    column: Column,
    numbers: Sequence[Column],
    keys: Sequence[Column],
    member: int,
    texts: list[str],
    plain: NDArray[np.bool_],
) -> _Line | None:
    """What a member that is called a total stands for: the records of the member whose name it has, else all that are no totals."""
    own = column.data == member
    rest = _FILLING.sub(" ", _NAMED.sub(" ", texts[member])).strip().casefold()
    others = plain
    if rest:
        of = [i for i, text in enumerate(texts) if i and i != member and text.strip().casefold() == rest]
        others = np.isin(column.data, of) if of else plain & _of_neighbor(table, keys, rest)
    if np.count_nonzero(others) < _OTHERS_LEAST:
        return None
    groups = _groups(keys, own)
    for averaged in (False, True):
        if any(_agreements(number, own, others, groups, averaged=averaged) >= 1 for number in numbers):
            return _Line(member, averaged)
    return None


def _of_neighbor(table: Table, keys: Sequence[Column], rest: str) -> NDArray[np.bool_]:
    """The records of a member of another field: "North Total" among the stores is of the region North."""
    for key in keys:
        if key.kind is Kind.CATEGORY:
            of = [i for i, text in enumerate(key.dictionary.tolist()) if i and str(text).strip().casefold() == rest]
            if of:
                return np.isin(key.data, of)
    return np.zeros(table.records, dtype=bool)


def _unnamed(column: Column, numbers: Sequence[Column]) -> list[int]:
    """Members whose numbers are half of all: what a sum of all others would be."""
    for number in numbers:
        values = np.nan_to_num(number.data)
        if (values < 0).any():
            continue
        sums = np.bincount(column.data, weights=values, minlength=len(column.dictionary))
        half = sums[1:].sum() / 2
        near = np.flatnonzero(np.abs(sums - half) <= _tolerance(number, len(column)) + 1e-9 * abs(half))
        if half > 0 and len(near):
            return [int(i) for i in near if i]
    return []


def _adds_up(column: Column, numbers: Sequence[Column], keys: Sequence[Column], member: int) -> bool:
    own = column.data == member
    others = (column.data != member) & (column.data != 0)
    groups = _groups(keys, own)
    agreed = [_agreements(number, own, others, groups, averaged=False) for number in numbers]
    return sum(each for each in agreed if each > 0) >= _EVIDENCE and column.distinct > _OTHERS_LEAST


def _groups(keys: Sequence[Column], own: NDArray[np.bool_]) -> NDArray[np.int64]:
    """The group of each record by the fields that a total's own records have filled: a total of each month is of its month."""
    groups = np.zeros(len(own), dtype=np.int64)
    for key in keys:
        if (key.data[own] != 0).all() and len(np.unique(key.data)) > 1:
            _, groups = np.unique(groups * (len(key.dictionary) + 1) + key.data.astype(np.int64), return_inverse=True)
    return groups


def _agreements(
    number: Column, own: NDArray[np.bool_], others: NDArray[np.bool_], groups: NDArray[np.int64], *, averaged: bool
) -> int:
    """In how many groups the own records' number is the sum (or average) of the others'; -1 as soon as it is not in one of them."""
    filled = ~np.isnan(number.data)
    mine, theirs = own & filled, others & filled & ~own
    size = int(groups.max()) + 1 if len(groups) else 0
    counts, of = np.bincount(groups[mine], minlength=size), np.bincount(groups[theirs], minlength=size)
    told = np.bincount(groups[mine], weights=number.data[mine], minlength=size)
    summed = np.bincount(groups[theirs], weights=number.data[theirs], minlength=size)
    compared = (counts == 1) & (of >= _OTHERS_LEAST)
    if not compared.any() or (counts > 1).any():
        return -1
    expected = summed / np.maximum(of, 1) if averaged else summed
    apart = np.abs(told - expected)[compared]
    allowed = _tolerance(number, 1 if averaged else int(of[compared].max())) + 1e-9 * np.abs(expected[compared])
    if (apart > allowed).any():
        return -1
    return int(np.count_nonzero(expected[compared]))


def _tolerance(number: Column, summands: int) -> float:
    """How far rounding may take a sum: half of the last digit that the numbers have, as often as chance piles that up."""
    filled = number.data[~np.isnan(number.data)][:2_000]
    digits = next((digits for digits in range(7) if np.allclose(filled, np.round(filled, digits), rtol=0, atol=1e-9)), 7)
    return 0.5 * 10.0**-digits * max(1.0, float(np.sqrt(summands)))
