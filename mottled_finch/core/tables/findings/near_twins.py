"""Two spellings of one category (see words/likeness.py), each with what speaks for it."""

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...common.language.english import field_words, joined
from ...common.language.likeness import Twin, twins_among
from ...common.recipe.table_spec import MergeMend, TidyMend
from ..mends.tidy import CASES as TIDY_CASES
from ..mends.tidy import tidy_text
from ..table import Column, Kind, Table
from .finding import Cure, Finding

ENTRIES_MOST = 20_000
FINDINGS_MOST = 40
TRIED_MOST = 400
_MANY = 3
_MONTHS_LEAST = 2
_OTHERS_LOOKED_AT, _RECORDS_LEAST = 200, 10
_TELLING_LEAST, _TELLING_MOST = 3, 1_000
"""Different values of a column that may tell whether two names are neighbours."""
_ALIKE_MOST, _APART_LEAST = 0.1, 0.3
"""Parts of their records in which two names stand beside other values: of twins at most, of others in the middle at least."""


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        if column.kind is Kind.CATEGORY and 2 <= column.distinct <= ENTRIES_MOST:
            yield from _in_column(table, column)


def _in_column(table: Table, column: Column) -> Iterator[Finding]:
    counts = {str(text): int(n) for text, n in zip(column.dictionary[1:], column.counts[1:], strict=True) if n}
    twins = twins_among(counts)
    name = field_words(column.name)
    twins, tidied = _by_case(column, twins, counts)
    if tidied:
        yield tidied
    likely = sorted(twins, key=lambda twin: (not twin.likely, -twin.records))[:TRIED_MOST]
    apart = _never_together(table, column, likely)
    beside = _like_neighbours(table, column, likely)
    told = [twin for twin in likely if twin.likely or twin in apart or twin in beside][:FINDINGS_MOST]
    for twin in sorted(told, key=lambda each: -each.records):
        reasons = ["never in one month together"] if twin in apart else []
        reasons += [f"alike in {joined(beside[twin])}"] if twin in beside else []
        speaks = f", and {joined(reasons)}" if reasons else ""
        yield Finding(
            key=f"near_twins:{column.name}:{twin.rarer}:{twin.other}",
            title=f"Two spellings of one {name}?",
            words=f"“{twin.rarer}” looks like “{twin.other}”: {twin.why}{speaks}.",
            records=twin.records,
            cures=(Cure(words=f"Merge into {twin.other}", mend=_merge(column, twin)),),
            leave="They are two",
            field=column.name,
            text=twin.rarer,
        )


def _merge(column: Column, twin: Twin) -> MergeMend:
    return MergeMend(field=column.name, from_=(twin.rarer,), into=twin.other)


def _never_together(table: Table, column: Column, twins: list[Twin]) -> set[Twin]:
    """Pairs of which one begins when the other ends, in whole months of every column of moments, as when a name was changed."""
    texts = {text: i for i, text in enumerate(dict.fromkeys(text for twin in twins for text in (twin.rarer, twin.other)))}
    moments = [each for each in table.columns if each.kind is Kind.MOMENT and each.blanks < len(each)]
    if not texts or not moments:
        return set()
    place = np.array([texts.get(str(entry), -1) for entry in column.dictionary])[column.data]
    meant = np.flatnonzero(place >= 0)
    apart = set(twins)
    for each in moments:
        months = each.dictionary.astype("datetime64[M]").astype(np.int64)
        months[0] = months[1:].min()
        first = int(months.min())
        span = int(months.max()) - first + 1
        codes = each.data[meant]
        filled = codes > 0
        cells = place[meant][filled] * span + (months[codes[filled]] - first)
        seen = np.bincount(cells, minlength=len(texts) * span).reshape(len(texts), span) > 0
        apart &= {twin for twin in apart if _one_after_the_other(seen[texts[twin.rarer]], seen[texts[twin.other]])}
    return apart


def _like_neighbours(table: Table, column: Column, twins: list[Twin]) -> dict[Twin, list[str]]:
    """Pairs that stand beside the same values of other columns, in which most others differ: names of one code, say."""
    texts = {text: i for i, text in enumerate(dict.fromkeys(text for twin in twins for text in (twin.rarer, twin.other)))}
    found: dict[Twin, list[str]] = {}
    others = [each for each in table.columns if each is not column and each.kind in (Kind.CATEGORY, Kind.YES_NO)]
    frequent = np.argsort(-column.counts[1:], kind="stable")[:_OTHERS_LOOKED_AT] + 1
    kept = [*texts, *(str(column.dictionary[code]) for code in frequent if str(column.dictionary[code]) not in texts)]
    place = {text: i for i, text in enumerate(kept)}
    member = np.array([place.get(str(entry), -1) for entry in column.dictionary])[column.data]
    meant = np.flatnonzero(member >= 0) if texts else np.zeros(0, dtype=np.int64)
    for each in [each for each in others if each.distinct >= _TELLING_LEAST and len(each.dictionary) <= _TELLING_MOST]:
        size = len(each.dictionary)
        counts = np.bincount(member[meant] * size + each.data[meant], minlength=len(kept) * size).reshape(len(kept), size)
        filled = counts[:, 1:]
        shares = filled / np.maximum(filled.sum(axis=1, keepdims=True), 1)
        for twin in twins:
            a, b = texts[twin.rarer], texts[twin.other]
            if min(filled[a].sum(), filled[b].sum()) < _RECORDS_LEAST:
                continue
            apart = np.abs(shares - shares[b]).sum(axis=1) / 2
            rest = np.delete(apart, [a, b])
            if apart[a] <= _ALIKE_MOST and len(rest) >= 2 and np.median(rest) >= _APART_LEAST and rest.min() > 2 * apart[a]:
                found.setdefault(twin, []).append(field_words(each.name))
    return found


def _one_after_the_other(a: NDArray[np.bool_], b: NDArray[np.bool_]) -> bool:
    if a.sum() < _MONTHS_LEAST or b.sum() < _MONTHS_LEAST:
        return False
    (a_first, a_last), (b_first, b_last) = ((int(each[0]), int(each[-1])) for each in (np.flatnonzero(a), np.flatnonzero(b)))
    return a_last < b_first or b_last < a_first


def _by_case(column: Column, twins: list[Twin], counts: dict[str, int]) -> tuple[list[Twin], Finding | None]:
    """Three twins or more that one rule of letter case makes one, and no other category changes by, are one finding."""
    for case in TIDY_CASES:
        ruled = [twin for twin in twins if tidy_text(twin.rarer, case) == twin.other == tidy_text(twin.other, case)]
        rarer = {twin.rarer for twin in ruled}
        if len(ruled) >= _MANY and all(tidy_text(text, case) == text for text in counts if text not in rarer):
            name = field_words(column.name)
            return [twin for twin in twins if twin not in ruled], Finding(
                key=f"near_twins:{column.name}:case",
                title=f"Letters large and small in {name}",
                words=f"{len(ruled)} categories stand in two cases, such as “{ruled[0].rarer}” and “{ruled[0].other}”.",
                records=sum(twin.records for twin in ruled),
                cures=(Cure(words="Make them even", mend=TidyMend(field=column.name, case=case)),),
                leave="They differ",
                field=column.name,
                text=ruled[0].rarer,
            )
    return twins, None
