"""What the desk, the heads of the grid and the statement show of a table: kinds, counts and distributions of its columns."""

from typing import Any

import numpy as np

from mottled_finch.core.common.language.english import field_words
from mottled_finch.core.common.wording.labels import number_label
from mottled_finch.core.tables.table import Column, Kind, Table, entry_texts, moment_label

from ..answering import plain
from ..openapi import ColumnAnswer, MisfitAnswer

BARS = 16
SUMMARY_FORMAT = 3
"""Raised when what a summary holds changes: those that were kept before are made anew."""


def summary_of(table: Table) -> dict[str, Any]:
    """What is kept of a mended table with the table itself."""
    return {"records": table.records, "columns": plain([column_answer(column) for column in table.columns])}


def column_answer(column: Column) -> ColumnAnswer:
    return ColumnAnswer(
        name=column.name,
        words=field_words(column.name),
        kind=column.kind.value,
        distinct=column.distinct,
        blanks=column.blanks,
        misfits=[MisfitAnswer(text=text, records=records) for text, records in column.misfits.listed],
        notes=column.notes,
        bars=bars(column),
        characters=characters(column),
        counts_records=column.counts_records,
        brought=column.brought.table if column.brought else "",
    )


def characters(column: Column) -> int:
    """How many characters nearly all of the values have at most, for the width of the column."""
    if column.kind is Kind.MOMENT:
        codes = np.flatnonzero(column.counts[1:])[:1000] + 1
        return max((len(moment_label(moment)) for moment in column.dictionary[codes]), default=0)
    if column.is_number:
        sample = column.data[:: max(1, len(column) // 1000)]
        lengths = np.array([len(number_label(value)) for value in sample.tolist() if value == value] or [0])
        return int(np.percentile(lengths, 98, method="higher"))
    lengths = np.array([len(text) for text in entry_texts(column)])
    order = np.argsort(lengths)
    share = np.cumsum(column.counts[order]) / max(1, len(column))
    return int(lengths[order][min(len(order) - 1, int(np.searchsorted(share, 0.98)))])


def bars(column: Column) -> list[int]:
    """The distribution as heights from 0 to 100: the commonest categories, or equal steps of numbers and moments."""
    if column.kind in (Kind.CATEGORY, Kind.YES_NO):
        counts = np.sort(column.counts[1:][column.counts[1:] > 0])[::-1][:BARS]
    elif column.is_number:
        filled = column.data[~np.isnan(column.data)]
        if not len(filled):
            return []
        # A sample says enough of the shape, and one extreme would leave all but one step empty.
        sample = filled[:: max(1, len(filled) // 100_000)]
        low, high = np.percentile(sample, [0.5, 99.5])
        counts = np.histogram(sample, bins=BARS, range=(low, high if high > low else low + 1))[0]
    else:
        used = np.flatnonzero(column.counts[1:])
        if not len(used):
            return []
        moments = column.dictionary[1:][used].astype(np.int64)
        low, high = int(moments.min()), int(moments.max())
        counts = np.histogram(moments, BARS, (low, max(high, low + BARS)), weights=column.counts[1:][used])[0]
    most = max(1, int(counts.max(initial=0)))
    return [int(np.ceil(100 * count / most)) for count in counts.tolist()]
