"""Of records that are alike, the first stays."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ...common.recipe.table_spec import UniqueMend
from ..table import Column, Table, mixed, number_bits
from .effect import Effect, kept_records


def effect(table: Table, mend: UniqueMend, path: str) -> Effect:
    named = [table.column(name, f"{path}.fields[{i}]") for i, name in enumerate(mend.fields)]
    return kept_records(table, ~repeats(named or table.columns))


_MISFIT = np.uint64(0xFFF0_0000_0000_0000)  # as a double it would be the negative infinity, which no column holds


def repeats(columns: Sequence[Column]) -> NDArray[np.bool_]:
    """Which records are alike in all the columns to one before them. Blanks are alike; texts that did not fit are as they read.

    Records are told apart by a digest of 64 bits; those whose digests agree are then compared in full.
    """
    values = [_values(column) for column in columns]
    digest = np.zeros(len(columns[0]), dtype=np.uint64)
    for each in values:
        digest = mixed(digest ^ mixed(each))
    order = np.argsort(digest, kind="stable")
    begins = np.ones(len(order), dtype=bool)
    begins[1:] = digest[order][1:] != digest[order][:-1]
    first = order[np.maximum.accumulate(np.where(begins, np.arange(len(order)), 0))]
    found = np.zeros(len(order), dtype=bool)
    later = ~begins
    alike = np.ones(int(later.sum()), dtype=bool)
    for each in values:
        alike &= each[order[later]] == each[first[later]]
    found[order[later]] = alike
    return found


def _values(column: Column) -> NDArray[np.uint64]:
    values = number_bits(column.data) if column.is_number else column.data.astype(np.uint64)
    # A text that did not fit is told from the blank it counts as, and from other such texts, by a number of its own.
    values[column.misfits.records] = _MISFIT + column.misfits.codes.astype(np.uint64)
    return values


def say(mend: UniqueMend) -> str:
    return f"Leave out records repeated in {', '.join(mend.fields)}" if mend.fields else "Leave out repeated records"
