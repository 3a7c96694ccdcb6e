"""What columns of another table may be brought, and by which keys: a mend to begin with."""

import re
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ....common.language.english import field_words
from ....common.recipe.table_spec import BringMend
from ...aggregation.cuts import Calendar, cut_moments
from ...table import Column, Kind, Table
from .lines import lines_between, texts_of

_KEYS_MOST = 4
_COLUMNS_MOST = 3
_TRIED_MOST = 40
_ENTRIES_MOST = 200_000
_LOOKED_AT = 10_000
_FOUND_LEAST = 0.5
"""Of the records, the part that a key must find to be one."""
_STAY_LEAST = 0.8
"""Of the records that found a line, the part that another key must leave."""
_SAME_NAME = 0.6
"""What the same name counts for, as a share of records that are found."""
_CODE = re.compile(r"\b(id|code|key|no|nr|number)\b", re.IGNORECASE)
"""Names of numbers that only tell things apart."""
_COARSER = ("year", "year_quarter", "year_month", "date")


@dataclass(frozen=True, kw_only=True, eq=False)
class _Pair:
    mine: Column
    its: Column
    cut: str | None
    score: float


def propose(table: Table, other: Table, name: str) -> BringMend | None:
    """Keys whose texts both tables have, fewest first until they tell the lines of the other apart, and its other columns. None
    where nothing seems to go together.
    """
    pairs = _pairs(table, other)
    if not pairs:
        return None
    keys = _telling_apart(table, other, pairs, name)
    used = {pair.its.name for pair in keys}
    rest = [column for column in other.columns if column.name not in used and not column.counts_records]
    # A target or a plan is what is brought most; without one it is names and groups. Of many, one is to begin with.
    numbers = [column for column in rest if column.is_number and not _CODE.search(field_words(column.name))]
    columns = numbers or rest
    columns = columns[:1] if len(columns) > _COLUMNS_MOST else columns
    return replace(
        _by(keys, name),
        columns=tuple(column.name for column in columns),
        names={column.name: f"{column.name} ({name})" for column in columns if column.name in table.names},
    )


def _by(keys: list[_Pair], name: str) -> BringMend:
    return BringMend(
        from_=name,
        keys={pair.mine.name: pair.its.name for pair in keys},
        cut={pair.mine.name: pair.cut for pair in keys if pair.cut is not None},
        columns=(),
    )


def _pairs(table: Table, other: Table) -> list[_Pair]:
    """Columns that go together, the best first, each in one pair only."""
    mine = [column for column in table.columns if _may_be_key(column)][:_TRIED_MOST]
    its = [column for column in other.columns if _may_be_key(column)][:_TRIED_MOST]
    texts = _Texts()
    found = [pair for a in mine for b in its if (pair := _pair(a, b, texts)) is not None]
    found.sort(key=lambda pair: -pair.score)
    chosen: list[_Pair] = []
    for pair in found:
        if not any(pair.mine is each.mine or pair.its is each.its for each in chosen):
            chosen.append(pair)
    return chosen[:_KEYS_MOST]


class _Texts:
    """The texts of columns by entry, each made once."""

    def __init__(self) -> None:
        self._made: dict[tuple[int, str | None], list[str]] = {}

    def of(self, column: Column, cut: str | None) -> list[str]:
        key = id(column), cut
        if key not in self._made:
            self._made[key] = texts_of(column, cut)
        return self._made[key]


def _may_be_key(column: Column) -> bool:
    """Numbers with fractions are measured, not keys."""
    if column.counts_records or column.blanks == len(column) or (column.is_number and not _whole(column.data[:_LOOKED_AT])):
        return False
    return len(column.coded[1]) <= _ENTRIES_MOST


def _pair(mine: Column, its: Column, texts: _Texts) -> _Pair | None:
    """How well two columns go together; None where they do not. Numbers are keys under one name, or where each is of one line."""
    same = _plain(mine.name) == _plain(its.name)
    if mine.kind is not its.kind and Kind.MOMENT not in (mine.kind, its.kind) and not same:
        return None
    if mine.is_number and not same and not (its.is_number and its.distinct == len(its) - its.blanks):
        return None
    cut = _cut_of(its) if mine.kind is its.kind is Kind.MOMENT else None
    theirs = set(texts.of(its, cut)) - {""}
    known = np.array([text in theirs for text in texts.of(mine, cut)])
    share = float(mine.counts[known].sum()) / max(1, len(mine))
    if share < _FOUND_LEAST:
        return None
    return _Pair(mine=mine, its=its, cut=cut, score=share + _SAME_NAME * same)


def _plain(name: str) -> str:
    return "".join(mark for mark in name.casefold() if mark.isalnum())


def _whole(numbers: NDArray[np.float64]) -> bool:
    filled = numbers[~np.isnan(numbers)]
    return bool((filled == np.rint(filled)).all())


def _cut_of(column: Column) -> str | None:
    """The coarsest part of which all moments are the first, and none the same: a column of months has the first of each."""
    moments = column.dictionary[1:][column.counts[1:] > 0]
    starts = {"year": "Y", "year_month": "M", "date": "D"}
    for cut in _COARSER:
        parts = cut_moments(moments, cut, Calendar())
        first = moments.astype(f"datetime64[{starts[cut]}]") if cut in starts else _quarters(moments)
        if (first == moments).all() and len(parts.ordinals) == len(moments):
            return cut
    return None


def _quarters(moments: NDArray[np.datetime64]) -> NDArray[np.datetime64]:
    months = moments.astype("datetime64[M]").astype(np.int64)
    return (months - months % 3).astype("datetime64[M]").astype("datetime64[us]")


def _telling_apart(table: Table, other: Table, pairs: list[_Pair], name: str) -> list[_Pair]:
    """The best keys, as many as it takes until no two lines of the other table are alike in them, but none by which many records no
    longer find a line.
    """
    chosen = pairs[:1]
    found = _found(table, other, chosen, name)
    for pair in pairs[1:]:
        if _are_one_each(other, chosen):
            break
        more = _found(table, other, [*chosen, pair], name)
        if more >= _STAY_LEAST * found:
            chosen, found = [*chosen, pair], more
    return chosen


def _found(table: Table, other: Table, keys: list[_Pair], name: str) -> int:
    """How many records find a line by some keys."""
    return int(lines_between(table, other, _by(keys, name), "").counts[1:].sum())


def _are_one_each(other: Table, keys: list[_Pair]) -> bool:
    lines = np.zeros(other.records, dtype=np.int64)
    for pair in keys:
        _, lines = np.unique(lines * len(pair.its.coded[1]) + pair.its.coded[0], return_inverse=True)
    return int(lines.max(initial=0)) + 1 == other.records
