"""Two editions of a table side by side: what a refresh would change, before it changes anything."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from . import Column, Kind, Table, mixed, moment_label, value_digests

CATEGORIES_MOST = 5_000
LISTED_MOST = 50
_ALIKE_RECORDS = 100_000
"""Enough of a column to see whether another holds the same values."""


@dataclass(frozen=True, kw_only=True)
class Category:
    """A category and its records."""

    text: str
    records: int


@dataclass(frozen=True, kw_only=True)
class Categories:
    """The categories of a column that came and went, the most frequent first, at most fifty of each listed."""

    field: str
    new: tuple[Category, ...]
    vanished: tuple[Category, ...]
    new_count: int
    vanished_count: int


@dataclass(frozen=True, kw_only=True)
class Totals:
    """A column of numbers before and after. A sum of nothing is None."""

    field: str
    sum_before: float | None
    sum_after: float | None
    blanks_before: int
    blanks_after: int


@dataclass(frozen=True, kw_only=True)
class Span:
    """The first and last moment of a column before and after; empty where there is none."""

    field: str
    before: tuple[str, str]
    after: tuple[str, str]


@dataclass(frozen=True, kw_only=True)
class Missing:
    """A column that is gone, and those of the new ones that may be it, the likeliest first."""

    field: str
    kind: str
    may_be: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Comparison:
    """``same`` counts the records that are in both, alike in all the columns both have."""

    records_before: int
    records_after: int
    same: int
    missing: tuple[Missing, ...]
    new_columns: tuple[str, ...]
    other_kinds: tuple[tuple[str, str, str], ...]
    categories: tuple[Categories, ...]
    totals: tuple[Totals, ...]
    spans: tuple[Span, ...]


def compare(before: Table, after: Table) -> Comparison:
    """Compare by the columns that have the same name."""
    old, new = {c.name: c for c in before.columns}, {c.name: c for c in after.columns}
    both = [name for name in old if name in new]
    same_kind = [(old[name], new[name]) for name in both if old[name].kind is new[name].kind]
    added = [new[name] for name in new if name not in old]
    return Comparison(
        records_before=before.records,
        records_after=after.records,
        same=_same([old[name] for name in both], [new[name] for name in both]) if both else 0,
        missing=tuple(_missing(old[name], added) for name in old if name not in new),
        new_columns=tuple(column.name for column in added),
        other_kinds=tuple(
            (name, old[name].kind.value, new[name].kind.value) for name in both if old[name].kind is not new[name].kind
        ),
        categories=tuple(found for a, b in same_kind if a.kind is Kind.CATEGORY and (found := _categories(a, b)) is not None),
        totals=tuple(_totals(a, b) for a, b in same_kind if a.is_number),
        spans=tuple(Span(field=a.name, before=_span(a), after=_span(b)) for a, b in same_kind if a.kind is Kind.MOMENT),
    )


def _categories(before: Column, after: Column) -> Categories | None:
    if max(before.distinct, after.distinct) > CATEGORIES_MOST:
        return None
    old, new = _counts(before), _counts(after)
    came = sorted(((text, n) for text, n in new.items() if text not in old), key=lambda each: -each[1])
    went = sorted(((text, n) for text, n in old.items() if text not in new), key=lambda each: -each[1])
    if not came and not went:
        return None
    return Categories(
        field=before.name,
        new=_listed(came),
        vanished=_listed(went),
        new_count=len(came),
        vanished_count=len(went),
    )


def _listed(found: list[tuple[str, int]]) -> tuple[Category, ...]:
    return tuple(Category(text=text, records=records) for text, records in found[:LISTED_MOST])


def _counts(column: Column) -> dict[str, int]:
    texts = column.dictionary.tolist()
    return {str(text): int(n) for text, n in zip(texts[1:], column.counts[1:], strict=True) if n}


def _totals(before: Column, after: Column) -> Totals:
    return Totals(
        field=before.name,
        sum_before=_sum(before),
        sum_after=_sum(after),
        blanks_before=before.blanks,
        blanks_after=after.blanks,
    )


def _sum(column: Column) -> float | None:
    return None if column.blanks == len(column) else float(np.nansum(column.data))


def _span(column: Column) -> tuple[str, str]:
    used = np.flatnonzero(column.counts[1:]) + 1
    if not len(used):
        return "", ""
    moments = column.dictionary[used]
    return moment_label(moments.min()), moment_label(moments.max())


def _missing(column: Column, added: Sequence[Column]) -> Missing:
    near = sorted(((_likeness(column, other), other.name) for other in added), reverse=True)
    return Missing(field=column.name, kind=column.kind.value, may_be=tuple(name for likeness, name in near if likeness > 0))


def _likeness(column: Column, other: Column) -> float:
    """How likely another column is this one under a new name: by its kind, the values they share, and its name."""
    if column.kind is not other.kind:
        return 0.0
    letters = set(column.name.casefold()), set(other.name.casefold())
    names = len(letters[0] & letters[1]) / max(1, len(letters[0] | letters[1]))
    if column.kind is Kind.NUMBER:
        a, b = (np.nanmedian(each.data) if each.blanks < len(each) else 0.0 for each in (column, other))
        near = 1 - abs(a - b) / max(abs(a), abs(b), 1e-12)
    else:
        a, b = (value_digests(each.taken_first(_ALIKE_RECORDS)) for each in (column, other))
        near = len(np.intersect1d(a, b)) / max(1, len(np.union1d(a, b)))
    return max(1e-3, 0.3 * names + 0.7 * max(0.0, float(near)))


def _same(before: Sequence[Column], after: Sequence[Column]) -> int:
    """How many records are in both, counted as often as in the one that has fewer of them."""
    old, new = _digests(before), _digests(after)
    values, counts = np.unique(old, return_counts=True)
    others, other_counts = np.unique(new, return_counts=True)
    _, mine, theirs = np.intersect1d(values, others, assume_unique=True, return_indices=True)
    return int(np.minimum(counts[mine], other_counts[theirs]).sum())


def _digests(columns: Sequence[Column]) -> NDArray[np.uint64]:
    """A digest of 64 bits for each record, the same for the same values whatever table they are in."""
    digest = np.zeros(len(columns[0]), dtype=np.uint64)
    for column in columns:
        digest = mixed(digest ^ mixed(value_digests(column)))
    return digest
